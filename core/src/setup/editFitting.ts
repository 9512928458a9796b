import type { Carburetor, Fitting } from './carburetorSchema';
import { carburetorNames, fittingOf } from './fitting';
import type { Setup } from './schema';

/**
 * Keeps a fitting in step with throats that were changed: a carburetor that was renamed is renamed in it, one that is gone goes, one that is new is
 * of kind unknown on the first inlet. A setup without a fitting stays without.
 */
export function alignFitting(before: Setup, after: Setup): Setup {
  const { fitting } = after;
  if (fitting === undefined) return after;
  const [then, now] = [carburetorNames(before), carburetorNames(after)];
  const [gone, came] = [then.filter((name) => !now.includes(name)), now.filter((name) => !then.includes(name))];
  const [old, fresh] = [gone[0], came[0]];
  const renamed = (name: string) =>
    gone.length === 1 && came.length === 1 && name === old && fresh !== undefined ? fresh : name;
  const carburetors = fitting.carburetors
    .map((each) => ({ ...each, name: renamed(each.name) }))
    .filter(({ name }) => now.includes(name));
  const named: Setup = {
    ...after,
    fitting: { ...fitting, carburetors: carburetors.length > 0 ? carburetors : fitting.carburetors },
  };
  const inlets = fitting.inlets
    .map((inlet) => ({ ...inlet, feeds: inlet.feeds.map(renamed).filter((name) => now.includes(name)) }))
    .filter(({ feeds }) => feeds.length > 0);
  const unfed = now.filter((name) => !inlets.some(({ feeds }) => feeds.includes(name)));
  const [first = { name: 'Inlet', feeds: [] }, ...others] = inlets;
  return {
    ...named,
    fitting: { ...fittingOf(named), inlets: [{ ...first, feeds: [...first.feeds, ...unfed] }, ...others] },
  };
}

export function changeFitting(setup: Setup, change: Partial<Fitting>): Setup {
  return { ...setup, fitting: { ...fittingOf(setup), ...change } };
}

export function changeCarburetor(setup: Setup, name: string, change: Partial<Omit<Carburetor, 'name'>>): Setup {
  const fitting = fittingOf(setup);
  const carburetors = fitting.carburetors.map((each) => (each.name === name ? { ...each, ...change } : each));
  return { ...setup, fitting: { ...fitting, carburetors } };
}

/** Feeds a carburetor from another inlet, by its place; one place further is a new inlet. One that feeds nothing any more goes. */
export function feedFrom(setup: Setup, carburetor: string, inlet: number): Setup {
  const fitting = fittingOf(setup);
  const without = fitting.inlets.map((each) => ({ ...each, feeds: each.feeds.filter((name) => name !== carburetor) }));
  const fed =
    inlet < without.length
      ? without.map((each, i) => (i === inlet ? { ...each, feeds: [...each.feeds, carburetor] } : each))
      : [...without, { name: `Inlet ${without.length + 1}`, feeds: [carburetor] }];
  return { ...setup, fitting: { ...fitting, inlets: fed.filter(({ feeds }) => feeds.length > 0) } };
}
