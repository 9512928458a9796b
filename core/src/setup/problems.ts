import type { Problem } from '../validation';
import { concernOf } from './effect';
import { carburetorNames } from './fitting';
import { sharesPlenum } from './quantity';
import type { Setup } from './schema';

/**
 * What the schema cannot say about a setup: parts that point at nothing, throats without a cylinder, screws that move nothing.
 * Returns one problem for each fault with the path to it; an empty list means the setup can be worked with.
 */
export function setupProblems(setup: Setup): readonly Problem[] {
  return [
    ...repeatedIds(setup),
    ...looseEnds(setup),
    ...uselessParts(setup),
    ...contradictions(setup),
    ...fittingProblems(setup),
  ];
}

function repeatedIds(setup: Setup): Problem[] {
  const lists = {
    cylinders: setup.cylinders,
    throats: setup.throats,
    adjusters: setup.adjusters,
    couplings: setup.couplings,
    pipes: setup.pipes ?? [],
  };
  return Object.entries(lists).flatMap(([list, parts]) => {
    const seen = new Set<string>();
    return parts.flatMap(({ id }, index) => {
      if (seen.has(id)) return [{ path: `/${list}/${index}/id`, reason: `"${id}" is used twice` }];
      seen.add(id);
      return [];
    });
  });
}

function looseEnds(setup: Setup): Problem[] {
  const known = {
    cylinder: new Set(setup.cylinders.map(({ id }) => id)),
    throat: new Set(setup.throats.map(({ id }) => id)),
  };
  const missing = (id: string, what: 'cylinder' | 'throat', path: string): Problem[] =>
    known[what].has(id) ? [] : [{ path, reason: `there is no ${what} "${id}"` }];
  return [
    ...setup.throats.flatMap((throat, t) =>
      throat.feeds.flatMap((id, f) => missing(id, 'cylinder', `/throats/${t}/feeds/${f}`)),
    ),
    ...setup.adjusters.flatMap((adjuster, a) =>
      adjuster.acts.flatMap((act, i) => missing(act.throat, 'throat', `/adjusters/${a}/acts/${i}/throat`)),
    ),
    ...setup.adjusters.flatMap((adjuster, a) =>
      (adjuster.between ?? []).flatMap((id, i) => missing(id, 'throat', `/adjusters/${a}/between/${i}`)),
    ),
    ...(setup.pipes ?? []).flatMap((pipe, p) =>
      pipe.joins.flatMap((id, j) => missing(id, 'throat', `/pipes/${p}/joins/${j}`)),
    ),
    ...setup.couplings.flatMap((coupling, c) =>
      coupling.joins.flatMap((id, j) => missing(id, 'throat', `/couplings/${c}/joins/${j}`)),
    ),
  ];
}

function uselessParts(setup: Setup): Problem[] {
  const fed = new Set(setup.throats.flatMap(({ feeds }) => feeds));
  return [
    ...setup.cylinders.flatMap(({ id }, c) =>
      fed.has(id) ? [] : [{ path: `/cylinders/${c}`, reason: `no throat feeds cylinder "${id}"` }],
    ),
    ...setup.adjusters.flatMap(({ label, range }, a) =>
      range.inTurns + range.outTurns > 0
        ? []
        : [{ path: `/adjusters/${a}/range`, reason: `${label} cannot be turned, so it moves nothing` }],
    ),
  ];
}

/** A screw either moves throttles or sets mixture, by its kind; a two-stroke's cycle is one revolution. */
function contradictions(setup: Setup): Problem[] {
  const cycleDeg = setup.engine.strokes * 180;
  return [
    ...(setup.targets.decides === 'depression' && sharesPlenum(setup)
      ? [{ path: '/targets/decides', reason: 'throats on one plenum show one pressure: depression cannot decide' }]
      : []),
    ...setup.adjusters.flatMap((adjuster, a) =>
      adjuster.acts.flatMap(({ turnedIn }, i) => {
        const mixture = turnedIn === 'richer' || turnedIn === 'leaner';
        if (mixture === (concernOf(adjuster) === 'mixture')) return [];
        const does = mixture ? 'does not set a mixture' : 'does not move a throttle';
        return [{ path: `/adjusters/${a}/acts/${i}/turnedIn`, reason: `${adjuster.label} is of a kind that ${does}` }];
      }),
    ),
    ...setup.cylinders.flatMap(({ firingDeg }, c) =>
      firingDeg < cycleDeg
        ? []
        : [{ path: `/cylinders/${c}/firingDeg`, reason: `a two-stroke's cycle ends at ${cycleDeg} degrees` }],
    ),
  ];
}

/** Carburetors that no throat has, bowls that nothing or two inlets feed, specifications from high to low. */
function fittingProblems(setup: Setup): Problem[] {
  const { fitting } = setup;
  if (fitting === undefined) return [];
  const names = carburetorNames(setup);
  const fed = fitting.inlets.flatMap(({ feeds }) => feeds);
  return [
    ...fitting.carburetors.flatMap(({ name }, c) =>
      names.includes(name) ? [] : [{ path: `/fitting/carburetors/${c}/name`, reason: `no throat has "${name}"` }],
    ),
    ...fitting.inlets.flatMap(({ feeds }, i) =>
      feeds.flatMap((name, f) =>
        names.includes(name) ? [] : [{ path: `/fitting/inlets/${i}/feeds/${f}`, reason: `no throat has "${name}"` }],
      ),
    ),
    ...names.flatMap((name) =>
      fed.filter((each) => each === name).length === 1
        ? []
        : [{ path: '/fitting/inlets', reason: `"${name}" must be fed by one inlet` }],
    ),
    ...(fitting.specs ?? []).flatMap(({ low, high }, s) =>
      low <= high ? [] : [{ path: `/fitting/specs/${s}`, reason: 'is from high to low' }],
    ),
  ];
}
