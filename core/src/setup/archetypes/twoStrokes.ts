import { SETUP_FORMAT, type Setup } from '../schema';
import { cylindersFiringAt, fittingAlike, mixture, opens, throatsAlike } from './parts';

/** Two-strokes. Invented machines; dimensions are ours. */
const THREE = ['1', '2', '3'];
const SIX = ['1', '2', '3', '4', '5', '6'];
const FRONT = 'the front, looking at the screw head';

/** Three carburetors on a tie bar: the middle one is the reference, the outer ones have a screw each. */
export const outboardTriple: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'Outboard triple, two-stroke',
  engine: {
    strokes: 2,
    boreMm: 68,
    strokeMm: 64,
    rodMm: 125,
    compressionRatio: 7,
    crankcaseRatio: 1.4,
    flywheelKgM2: 0.05,
  },
  cylinders: cylindersFiringAt([0, 120, 240]),
  throats: throatsAlike(
    THREE.map((id) => ({ id, carburetor: ['Top', 'Middle', 'Bottom'][Number(id) - 1] ?? id, feeds: [id] })),
    { boreMm: 30, runnerVolumeCc: 110, closedAngleDeg: 8, closedLeakageMm2: 3 },
  ),
  adjusters: [
    opens({ id: 'A', label: 'Screw A', throats: ['1'], seenFrom: FRONT }, 'synchronisingScrew', 85),
    opens({ id: 'B', label: 'Screw B', throats: ['3'], seenFrom: FRONT }, 'synchronisingScrew', 85),
    {
      ...opens({ id: 'K', label: 'Idle screw', throats: THREE, seenFrom: FRONT }, 'idleKnob', 85),
      between: ['2', '3'],
    },
    ...THREE.map((id) => mixture('fuelScrew', id, FRONT)),
  ],
  couplings: [],
  targets: { spreadKPa: 0.6, idleRpm: 900, idleBandRpm: 80 },
  fitting: fittingAlike(['Top', 'Middle', 'Bottom'], 'marine', {
    tap: 'none',
    feed: 'mechanicalPump',
    cooling: 'seaWater',
    choke: 'enricher',
  }),
};

/** Three twin-barrel carburetors, a barrel for each cylinder of a V6. */
export const outboardV6: Setup = {
  ...outboardTriple,
  name: 'Outboard V6, three twin-barrels',
  engine: { ...outboardTriple.engine, boreMm: 86, strokeMm: 70, flywheelKgM2: 0.12 },
  cylinders: cylindersFiringAt([0, 180, 120, 300, 240, 60]),
  throats: throatsAlike(
    SIX.map((id, i) => ({ id, carburetor: ['Top', 'Middle', 'Bottom'][Math.floor(i / 2)] ?? id, feeds: [id] })),
    { boreMm: 36, runnerVolumeCc: 160, closedAngleDeg: 8, closedLeakageMm2: 4 },
  ),
  adjusters: [
    opens({ id: 'A', label: 'Screw A', throats: ['1', '2'], seenFrom: FRONT }, 'synchronisingScrew', 55),
    opens({ id: 'B', label: 'Screw B', throats: ['5', '6'], seenFrom: FRONT }, 'synchronisingScrew', 55),
    { ...opens({ id: 'K', label: 'Idle screw', throats: SIX, seenFrom: FRONT }, 'idleKnob', 55), between: ['3', '4'] },
    ...SIX.map((id) => mixture('fuelScrew', id, FRONT)),
  ],
  fitting: fittingAlike(['Top', 'Middle', 'Bottom'], 'marine', {
    tap: 'none',
    feed: 'mechanicalPump',
    cooling: 'seaWater',
    choke: 'enricher',
  }),
};

/** A separate slide for each cylinder, with a stop screw and a cable of its own. */
export const twoStrokeTwin: Setup = {
  ...outboardTriple,
  name: 'Two-stroke twin, a slide and a cable each',
  engine: {
    strokes: 2,
    boreMm: 54,
    strokeMm: 54,
    rodMm: 105,
    compressionRatio: 7.5,
    crankcaseRatio: 1.45,
    flywheelKgM2: 0.02,
  },
  cylinders: cylindersFiringAt([0, 180]),
  throats: throatsAlike(
    [
      { id: '1', carburetor: 'Left', feeds: ['1'] },
      { id: '2', carburetor: 'Right', feeds: ['2'] },
    ],
    { boreMm: 24, runnerVolumeCc: 60, closedAngleDeg: 1, closedLeakageMm2: 1, throttle: 'slide' },
  ),
  adjusters: [
    opens(
      { id: 'A', label: 'Slide stop A', throats: ['1'], seenFrom: 'the left side, looking at the screw head' },
      'throttleStop',
      48,
    ),
    opens(
      { id: 'B', label: 'Slide stop B', throats: ['2'], seenFrom: 'the right side, looking at the screw head' },
      'throttleStop',
      48,
    ),
    opens({ id: 'C', label: 'Cable C', throats: ['1'], seenFrom: 'above, looking down on the adjuster' }, 'cable', 48),
    opens({ id: 'D', label: 'Cable D', throats: ['2'], seenFrom: 'above, looking down on the adjuster' }, 'cable', 48),
    mixture('airScrew', '1', 'the left side, looking at the screw head'),
    mixture('airScrew', '2', 'the right side, looking at the screw head'),
  ],
  targets: { spreadKPa: 0.5, idleRpm: 1250, idleBandRpm: 100 },
  fitting: fittingAlike(['Left', 'Right'], 'roundSlide', {
    tap: 'hand',
    cooling: 'air',
    choke: 'enricher',
    each: true,
  }),
};
