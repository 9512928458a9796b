import { type Adjuster, SETUP_FORMAT, type Setup } from '../schema';
import { fittingAlike } from './parts';

/**
 * Racks of throttles on one linkage, one throat a cylinder: one throttle has no screw and is the reference, a screw between two
 * neighbours moves everything on its far side, the knob moves all (the trade's usual arrangement; common practice, no source).
 * Invented machines; dimensions are ours, chosen so that one turn of a screw moves its cylinder by some 7 kPa.
 */
interface Rack {
  readonly name: string;
  /** Firing angle of each cylinder in its place, degrees. */
  readonly firingDeg: readonly number[];
  /** Place of the throttle that has no screw, from 0. */
  readonly reference: number;
  readonly idleRpm: number;
}

const LETTERS = 'ABCDEFGH';
const SEEN_FROM = 'above, looking down on the screw head';
const SCREW = { pitchMm: 0.5, range: { outTurns: 3, inTurns: 4 }, seenFrom: SEEN_FROM };

function rackOf({ name, firingDeg, reference, idleRpm }: Rack): Setup {
  const ids = firingDeg.map((_, i) => String(i + 1));
  return {
    format: SETUP_FORMAT,
    version: 1,
    name,
    engine: {
      strokes: 4,
      boreMm: 64,
      strokeMm: 58,
      rodMm: 110,
      compressionRatio: 10,
      flywheelKgM2: 0.012 * ids.length,
    },
    cylinders: ids.map((id, i) => ({ id, firingDeg: firingDeg[i] ?? 0 })),
    throats: ids.map((id) => ({
      id,
      carburetor: `No. ${id}`,
      feeds: [id],
      boreMm: 30,
      runnerVolumeCc: 95,
      closedAngleDeg: 4,
      closedLeakageMm2: 0.6,
    })),
    adjusters: [...ids.slice(1).map((_, gap) => synchronisingScrew(ids, gap, reference)), idleKnob(ids)],
    couplings: [],
    targets: { spreadKPa: 0.8, idleRpm, idleBandRpm: 60 },
    fitting: fittingAlike(
      ids.map((id) => `No. ${id}`),
      'diaphragmSlide',
      {
        tap: 'vacuum',
        cooling: 'radiator',
        choke: 'enricher',
        // A hose between every two, as such racks have it.
        inlets: pairsOf(ids.map((id) => `No. ${id}`)),
        specs: [
          { quantity: 'floatHeight', low: 0.0255, high: 0.0267 },
          { quantity: 'screwCount', low: 1.25, high: 2.25 },
        ],
      },
    ),
  };
}

/** Two and two, as long as there are any. */
function pairsOf(names: readonly string[]): string[][] {
  return names.flatMap((_, i) => (i % 2 === 0 ? [names.slice(i, i + 2)] : []));
}

/** The screw in the gap after place `gap`: moves every throttle on the side away from the reference. */
function synchronisingScrew(ids: readonly string[], gap: number, reference: number): Adjuster {
  const moved = gap < reference ? ids.slice(0, gap + 1) : ids.slice(gap + 1);
  const [left = '', right = ''] = ids.slice(gap, gap + 2);
  return {
    ...SCREW,
    id: LETTERS[gap] ?? left,
    label: `Screw ${LETTERS[gap] ?? left}`,
    kind: 'synchronisingScrew',
    acts: moved.map((throat) => ({ throat, turnedIn: 'opens' })),
    leverMm: 70,
    between: [left, right],
  };
}

function idleKnob(ids: readonly string[]): Adjuster {
  const [left = '', right = ''] = ids;
  return {
    ...SCREW,
    id: 'K',
    label: 'Idle knob',
    kind: 'idleKnob',
    acts: ids.map((throat) => ({ throat, turnedIn: 'opens' })),
    leverMm: 70,
    between: ids.length > 2 ? [ids[1] ?? left, ids[2] ?? right] : [left, right],
  };
}

/** Firing orders: 1-2 a revolution apart; 1-3-2; 1-2-4-3; 1-5-3-6-2-4, evenly spaced over two revolutions. */
export const rackOfTwo = rackOf({ name: 'Rack of two', firingDeg: [0, 360], reference: 0, idleRpm: 1100 });
export const rackOfThree = rackOf({ name: 'Rack of three', firingDeg: [0, 480, 240], reference: 1, idleRpm: 1100 });
export const rackOfFour = rackOf({ name: 'Rack of four', firingDeg: [0, 180, 540, 360], reference: 2, idleRpm: 1150 });
export const rackOfSix = rackOf({
  name: 'Rack of six',
  firingDeg: [0, 480, 240, 600, 120, 360],
  reference: 3,
  idleRpm: 1050,
});
