import { at } from '../basics';
import { meanDirection } from './belief';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import type { MixtureFinding } from './finding';
import { firstOpenings } from './firstOpening';
import { believed, type Mixture } from './mixture';
import { leaned } from './move';
import { screwFindings } from './screwFindings';
import { showsMisses } from './sights';
import { standOf } from './target';
import { varianceAlong } from './update';
import { contradictions } from './witnesses';

/** Cylinders of one throat unlike by this much, logarithm. Ours. */
const UNLIKE = 0.04;
/** Misses that were seen with its screw so far apart are none of its making, turns. Ours. */
const ANYWHERE = 0.5;

/** Everything about the circuits that no reading says by itself. */
export function mixtureFindings(mixture: Mixture): readonly MixtureFinding[] {
  const state = believed(mixture);
  const stands = mixture.layout.circuits.map((circuit) => standOf(mixture, state, circuit));
  const first = firstOpenings(mixture, stands);
  return stands.flatMap((stand) => [
    ...contradictions(mixture, stand.circuit),
    ...thatMisses(mixture, stand.circuit),
    ...screwFindings(mixture, stand),
    ...first.filter(({ throat }) => throat === stand.circuit.throat),
    ...unlikeCylinders(mixture, stand.circuit),
  ]);
}

function thatMisses(mixture: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const { layout, seen, touched } = mixture;
  const places = cylindersOf(layout.setup, circuit.place);
  if (!places.some((k) => at(mixture.missing, k) > 0.7)) return [];
  const names = places.map((k) => layout.setup.cylinders[k]?.id ?? '');
  const figures = seen.flatMap(({ seen: each, clock }) =>
    each.how === 'sensor' && clock > at(touched, circuit.place)
      ? each.figures.filter(({ exhaust }) => names.includes(exhaust)).map(({ lambda }) => lambda)
      : [],
  );
  const stays = names.some((name) => missesAnywhere(mixture, circuit, name));
  return [{ throat: circuit.throat, is: 'misses', shown: figures.at(-1), stays }];
}

/** Whether a cylinder was seen to miss at every place of its screw that it was looked at, and those lie well apart. */
function missesAnywhere({ layout, seen }: Mixture, { screws }: Circuit, cylinder: string): boolean {
  const [screw] = screws.map((reached) => mixtureScrews(layout.setup)[reached.screw]?.id ?? '');
  const looks = seen.flatMap(({ seen: each, turnsIn }) => {
    const missed = showsMisses(each, cylinder);
    return missed === undefined ? [] : [{ missed, place: turnsIn[screw ?? ''] ?? 0 }];
  });
  const places = looks.map(({ place }) => place);
  return looks.every(({ missed }) => missed) && Math.max(...places) - Math.min(...places) >= ANYWHERE;
}

function unlikeCylinders({ layout, state, missing }: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const cylinders = cylindersOf(layout.setup, circuit.place);
  // What a miss lets through is no mixture.
  if (cylinders.length < 2 || cylinders.some((k) => at(missing, k) > 0.5)) return [];
  const all = meanDirection(layout, state, cylinders);
  return cylinders.flatMap((k): readonly MixtureFinding[] => {
    const one = meanDirection(layout, state, [k]);
    const way = new Map(one.way);
    for (const [place, share] of all.way) way.set(place, (way.get(place) ?? 0) - share);
    const by = one.value - all.value;
    const doubt = Math.sqrt(varianceAlong(state.covariance, way));
    if (by < UNLIKE || by < 2 * doubt) return [];
    return [{ throat: circuit.throat, is: 'sistersUnlike', cylinder: layout.setup.cylinders[k]?.id ?? '', by, doubt }];
  });
}

/** A circuit's lambda as it was found, from what is known of its screws by now: their turns taken back. */
export function asFound(
  mixture: Mixture,
): readonly { readonly throat: string; readonly lambda: number; readonly doubt: number }[] {
  const state = believed(mixture);
  return mixture.layout.circuits.map((circuit) => {
    const { lambda, doubt } = standOf(mixture, state, circuit);
    const back = circuit.screws.reduce((sum, { screw }) => {
      const id = mixtureScrews(mixture.layout.setup)[screw]?.id ?? '';
      const by = leanerBy(mixture.layout.setup, id, mixture.turnsIn[id] ?? 0);
      return sum - leaned(at(state.mean, mixture.layout.gain(screw)), -by).change;
    }, 0);
    return {
      throat: circuit.throat,
      lambda: lambda * Math.exp(-back),
      doubt: Math.hypot(doubt, 0.15 * Math.abs(back)),
    };
  });
}
