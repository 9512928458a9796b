import type { EventOf, Job } from '../job';
import { type Carburetor, circuitsOf, fittingOf, type Setup } from '../setup';

export type PartState = EventOf<'part'>['state'];

/** A part of a job: one that the machine asks for, or one that was added. */
export interface PartLine {
  readonly name: string;
  readonly count: number;
  /** `open`: nobody has said anything of it yet. */
  readonly state: PartState | 'open';
}

/** What a set of carburetors takes when it is opened, by kind: as kits hold it. `common practice, no source`. */
function partsForSetup(setup: Setup): readonly Pick<PartLine, 'name' | 'count'>[] {
  const { carburetors } = fittingOf(setup);
  const bowls = carburetors.reduce((sum, each) => sum + each.bowls, 0);
  const having = (has: (each: Carburetor) => boolean) => carburetors.filter(has).length;
  const piloted = setup.throats.filter(({ carburetor }) =>
    carburetors.some((each) => each.name === carburetor && circuitsOf(each).includes('pilot')),
  ).length;
  const mains = having((each) => circuitsOf(each).includes('main'));
  const lines = [
    { name: 'Bowl gasket', count: bowls },
    { name: 'Needle valve with seat', count: bowls },
    { name: 'O-ring of the needle seat', count: bowls },
    { name: 'Mixture screw: O-ring, washer, spring', count: piloted },
    { name: 'Washer of the main jet', count: mains },
    { name: 'Slide diaphragm', count: having(({ body }) => body === 'diaphragmSlide') },
    { name: 'Jet diaphragm', count: having(({ body }) => body === 'diaphragmJet') },
    { name: 'Damper oil', count: having(({ body }) => body === 'liftingPiston') > 0 ? 1 : 0 },
    { name: 'Pump diaphragm', count: having(({ body }) => body === 'twoBarrel' || body === 'fourBarrel') },
    { name: 'Flange gasket or boot', count: setup.throats.length },
    { name: 'Fuel hose and clamps', count: fittingOf(setup).inlets.length },
    { name: 'Fuel filter', count: 1 },
  ];
  return lines.filter(({ count }) => count > 0);
}

/** Every part of a job as it stands: the machine’s own in their order, then what was added on the way. */
export function partsOf({ setup, sheet }: Pick<Job, 'setup' | 'sheet'>): readonly PartLine[] {
  const told = new Map<string, PartLine>();
  for (const event of sheet) if (event.kind === 'part') told.set(event.name, event);
  const own = partsForSetup(setup);
  const line = ({ name, count, state }: PartLine): PartLine => ({ name, count, state });
  return [
    ...own.map(({ name, count }) => line(told.get(name) ?? { name, count, state: 'open' })),
    ...[...told.values()].filter(({ name }) => !own.some((each) => each.name === name)).map(line),
  ];
}

/** What came off, in its order; refitting goes from the last. */
export function cameOffOf({ sheet }: Pick<Job, 'sheet'>): readonly EventOf<'cameOff'>[] {
  return sheet.filter((event) => event.kind === 'cameOff');
}
