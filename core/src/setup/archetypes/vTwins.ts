import { SETUP_FORMAT, type Setup } from '../schema';
import { cylindersFiringAt, fittingAlike, mixture, opens, throatsAlike } from './parts';

/** Two cylinders 45 degrees apart on one crank pin: the second fires 405 degrees after the first. Invented machines; dimensions are ours. */
const ENGINE = { strokes: 4, boreMm: 88, strokeMm: 96, rodMm: 190, compressionRatio: 8.5, flywheelKgM2: 0.12 } as const;
const FIRING = [0, 405];

/** A carburetor for each cylinder, a tie rod between them. */
export const vTwin: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'V-twin, a carburetor each',
  engine: ENGINE,
  cylinders: cylindersFiringAt(FIRING),
  throats: throatsAlike(
    [
      { id: '1', carburetor: 'Rear', feeds: ['1'] },
      { id: '2', carburetor: 'Front', feeds: ['2'] },
    ],
    { boreMm: 38, runnerVolumeCc: 260, closedAngleDeg: 5, closedLeakageMm2: 1.5 },
  ),
  adjusters: [
    opens(
      { id: 'A', label: 'Stop A', throats: ['1'], seenFrom: 'the right side, looking at the screw head' },
      'throttleStop',
      45,
    ),
    opens(
      { id: 'B', label: 'Stop B', throats: ['2'], seenFrom: 'the right side, looking at the screw head' },
      'throttleStop',
      45,
    ),
    opens({ id: 'T', label: 'Tie rod', throats: ['2'], seenFrom: 'the front, looking along the rod' }, 'tieRod', 45),
    mixture('fuelScrew', '1', 'below, looking up at the screw head'),
    mixture('fuelScrew', '2', 'below, looking up at the screw head'),
  ],
  couplings: [],
  targets: { spreadKPa: 0.7, idleRpm: 1000, idleBandRpm: 60 },
  fitting: fittingAlike(['Rear', 'Front'], 'diaphragmSlide', { tap: 'vacuum', cooling: 'air', choke: 'enricher' }),
};

/** One carburetor between the cylinders, on one short manifold. */
export const vTwinShared: Setup = {
  ...vTwin,
  name: 'V-twin, one carburetor shared',
  throats: throatsAlike([{ id: '1', carburetor: 'Carburetor', feeds: ['1', '2'] }], {
    boreMm: 40,
    runnerVolumeCc: 420,
    closedAngleDeg: 5,
    closedLeakageMm2: 2.5,
  }),
  adjusters: [
    opens(
      { id: 'A', label: 'Stop', throats: ['1'], seenFrom: 'the right side, looking at the screw head' },
      'throttleStop',
      45,
    ),
    mixture('fuelScrew', '1', 'above, looking down on the screw head'),
  ],
  fitting: fittingAlike(['Carburetor'], 'diaphragmSlide', { tap: 'vacuum', cooling: 'air', choke: 'enricher' }),
};
