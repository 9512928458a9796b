import type { Body, Carburetor, Circuit, Fitting } from './carburetorSchema';
import type { Setup } from './schema';

/** Circuits of a body where its setup names none. `common practice, no source`. */
const CIRCUITS_OF: Readonly<Record<Body, readonly Circuit[]>> = {
  roundSlide: ['pilot', 'needle', 'main'],
  diaphragmSlide: ['pilot', 'needle', 'main'],
  liftingPiston: ['needle'],
  diaphragmJet: ['needle'],
  sideDraught: ['pilot', 'main', 'air'],
  twoBarrel: ['pilot', 'main', 'air'],
  fourBarrel: ['pilot', 'transfer', 'main', 'secondaryMain', 'air'],
  marine: ['pilot', 'main'],
  unknown: ['pilot', 'main'],
};

/** Names of a bank's carburetors, in the order of their throats. */
export function carburetorNames({ throats }: Pick<Setup, 'throats'>): readonly string[] {
  return [...new Set(throats.map(({ carburetor }) => carburetor))];
}

/**
 * What is known of a machine's carburetors and their feed. One of an older setup, that says nothing of them, has each of kind `unknown` with one
 * bowl, on one inlet; a carburetor that the fitting forgot is added likewise.
 */
export function fittingOf(setup: Pick<Setup, 'throats' | 'fitting'>): Fitting {
  const names = carburetorNames(setup);
  const unknown = (name: string): Carburetor => ({ name, body: 'unknown', bowls: 1 });
  const { fitting } = setup;
  if (fitting === undefined)
    return {
      carburetors: names.map(unknown),
      inlets: [{ name: 'Inlet', feeds: [...names] }],
      tap: 'unknown',
      feed: 'unknown',
      cooling: 'unknown',
      choke: 'unknown',
    };
  const known = (name: string) => fitting.carburetors.find((each) => each.name === name) ?? unknown(name);
  return { ...fitting, carburetors: names.map(known) };
}

export function circuitsOf({ body, circuits }: Carburetor): readonly Circuit[] {
  return circuits ?? CIRCUITS_OF[body];
}

/** Whether somebody still has to say what a machine's carburetors are. */
export function isFittingUnknown(setup: Pick<Setup, 'throats' | 'fitting'>): boolean {
  const { carburetors, tap, feed, cooling, choke } = fittingOf(setup);
  return [tap, feed, cooling, choke].includes('unknown') || carburetors.some(({ body }) => body === 'unknown');
}

/** The throats of a carburetor. */
export function throatsOfCarburetor({ throats }: Pick<Setup, 'throats'>, name: string) {
  return throats.filter(({ carburetor }) => carburetor === name);
}

/** What a cylinder is called: its carburetor's name where each cylinder has one of its own, else its own short name. */
export function cylinderName({ throats }: Pick<Setup, 'throats'>, id: string): string {
  const feeding = throats.filter(({ feeds }) => feeds.includes(id)).map(({ carburetor }) => carburetor);
  const [name] = feeding;
  const isAlone =
    name !== undefined &&
    throats.every(({ carburetor, feeds }) => carburetor !== name || feeds.every((fed) => fed === id));
  return isAlone && new Set(feeding).size === 1 ? name : id;
}
