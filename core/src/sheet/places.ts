import { circuitsOf, enrichmentOn, fittingOf, type Setup, throatsOfCarburetor } from '../setup';
import type { SheetQuantity } from './quantity';

/** A place that something is measured at; undefined for the whole bank. */
export type Place = string | undefined;

/** Where a quantity is measured on a machine, in its order; nowhere where it has none. */
export function placesOf(setup: Setup, quantity: SheetQuantity): readonly Place[] {
  const { at, bodies, circuit, needs } = quantity;
  if (needs !== undefined && !needs(setup)) return [];
  const fitting = fittingOf(setup);
  switch (at) {
    case 'bank':
      return [undefined];
    case 'inlet':
      return fitting.inlets.map(({ name }) => name);
    case 'cylinder':
      return setup.cylinders.map(({ id }) => id);
    case 'throat': {
      const screwed = setup.throats.filter(({ id }) => setup.adjusters.some((screw) => enrichmentOn(screw, id) !== 0));
      // A bank that names none for its balance has them all the same, one at each pilot circuit.
      const piloted = fitting.carburetors.filter((each) => circuitsOf(each).includes('pilot')).map(({ name }) => name);
      const throats = screwed.length > 0 ? screwed : setup.throats.filter((each) => piloted.includes(each.carburetor));
      return throats.map(({ id }) => id);
    }
    case 'carburetor':
      return fitting.carburetors
        .filter((each) => bodies === undefined || bodies.includes(each.body))
        .filter((each) => circuit === undefined || circuitsOf(each).includes(circuit))
        .map(({ name }) => name);
  }
}

/** A carburetor's first throat: what the search calls it by. */
export function throatAt(setup: Setup, carburetor: string): string | undefined {
  return throatsOfCarburetor(setup, carburetor)[0]?.id;
}
