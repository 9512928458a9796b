import { SETUP_FORMAT, type Setup } from '../schema';
import { cylindersFiringAt, fittingAlike, mixture, opens, throatsAlike } from './parts';

/** Classic cars. Invented machines; dimensions are ours. Firing orders as is usual for such engines (common practice, no source). */
const EDGE = 'the front of the car, looking at the screw head';
const ABOVE = 'above, looking down on the screw head';
const BELOW = 'below, looking up at the nut';

/** Two variable-venturi carburetors; each feeds a pair of cylinders through a shared port, with a balance pipe between. */
export const siamesedFour: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'Siamesed four, two variable-venturi carburetors',
  engine: { strokes: 4, boreMm: 73, strokeMm: 89, rodMm: 165, compressionRatio: 8.8, flywheelKgM2: 0.14 },
  cylinders: cylindersFiringAt([0, 540, 180, 360]),
  throats: throatsAlike(
    [
      { id: '1', carburetor: 'Front', feeds: ['1', '2'] },
      { id: '2', carburetor: 'Rear', feeds: ['3', '4'] },
    ],
    { boreMm: 38, runnerVolumeCc: 420, closedAngleDeg: 5, closedLeakageMm2: 2, throttle: 'constantDepression' },
  ),
  adjusters: [
    opens({ id: 'A', label: 'Stop A', throats: ['1'], seenFrom: EDGE }, 'throttleStop', 55),
    opens({ id: 'B', label: 'Stop B', throats: ['2'], seenFrom: EDGE }, 'throttleStop', 55),
    mixture('jetNut', '1', BELOW),
    mixture('jetNut', '2', BELOW),
  ],
  couplings: [{ id: 'C', label: 'Spindle clamp', joins: ['1', '2'] }],
  pipes: [{ id: 'P', label: 'Balance pipe', joins: ['1', '2'], boreMm: 6 }],
  targets: { spreadKPa: 0.7, idleRpm: 750, idleBandRpm: 60 },
  fitting: fittingAlike(['Front', 'Rear'], 'liftingPiston', {
    tap: 'none',
    feed: 'electricPump',
    cooling: 'radiator',
    choke: 'loweredJet',
  }),
};

const SIX = ['1', '2', '3', '4', '5', '6'];

/** Three twin-choke side-draughts, a throat for each cylinder, tie rods from the middle one to the outer two. */
export const sideDraughtSix: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'Straight six, three twin-choke side-draughts',
  engine: { strokes: 4, boreMm: 80, strokeMm: 84, rodMm: 150, compressionRatio: 9.5, flywheelKgM2: 0.18 },
  cylinders: cylindersFiringAt([0, 480, 240, 600, 120, 360]),
  throats: throatsAlike(
    SIX.map((id, i) => ({ id, carburetor: ['Front', 'Middle', 'Rear'][Math.floor(i / 2)] ?? id, feeds: [id] })),
    { boreMm: 40, runnerVolumeCc: 210, closedAngleDeg: 6, closedLeakageMm2: 1.2 },
  ),
  adjusters: [
    opens({ id: 'A', label: 'Stop A', throats: ['1', '2'], seenFrom: EDGE }, 'throttleStop', 100),
    opens({ id: 'B', label: 'Stop B', throats: ['3', '4'], seenFrom: EDGE }, 'throttleStop', 100),
    opens({ id: 'C', label: 'Stop C', throats: ['5', '6'], seenFrom: EDGE }, 'throttleStop', 100),
    opens({ id: 'T', label: 'Rod to front', throats: ['1', '2'], seenFrom: ABOVE }, 'tieRod', 100),
    opens({ id: 'U', label: 'Rod to rear', throats: ['5', '6'], seenFrom: ABOVE }, 'tieRod', 100),
    ...SIX.map((id) => mixture('fuelScrew', id, ABOVE)),
  ],
  couplings: [],
  // The two throats of one shaft differ by what their plates leak; no screw takes that away, so the tolerance has to bear it.
  targets: { spreadKPa: 1.8, idleRpm: 850, idleBandRpm: 60 },
  fitting: fittingAlike(['Front', 'Middle', 'Rear'], 'sideDraught', {
    tap: 'none',
    feed: 'electricPump',
    cooling: 'radiator',
    choke: 'enricher',
  }),
};

/** One carburetor on each bank, with long runners; a rod across. */
export const flatFour: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'Flat four, a carburetor on each bank',
  engine: { strokes: 4, boreMm: 85, strokeMm: 69, rodMm: 137, compressionRatio: 8, flywheelKgM2: 0.11 },
  cylinders: cylindersFiringAt([0, 540, 180, 360]),
  throats: throatsAlike(
    [
      { id: '1', carburetor: 'Left bank', feeds: ['1', '2'] },
      { id: '2', carburetor: 'Right bank', feeds: ['3', '4'] },
    ],
    { boreMm: 36, runnerVolumeCc: 700, closedAngleDeg: 6, closedLeakageMm2: 2 },
  ),
  adjusters: [
    opens({ id: 'A', label: 'Stop A', throats: ['1'], seenFrom: ABOVE }, 'throttleStop', 36),
    opens({ id: 'B', label: 'Stop B', throats: ['2'], seenFrom: ABOVE }, 'throttleStop', 36),
    opens(
      { id: 'T', label: 'Cross rod', throats: ['2'], seenFrom: 'the right side, looking along the rod' },
      'tieRod',
      36,
    ),
    mixture('fuelScrew', '1', ABOVE),
    mixture('fuelScrew', '2', ABOVE),
  ],
  couplings: [],
  targets: { spreadKPa: 0.8, idleRpm: 1000, idleBandRpm: 80 },
  fitting: fittingAlike(['Left bank', 'Right bank'], 'twoBarrel', {
    tap: 'none',
    feed: 'mechanicalPump',
    cooling: 'air',
    choke: 'flap',
    each: true,
  }),
};

/** A V8 that fires every quarter turn, all cylinders on one plenum. */
const V8 = {
  format: SETUP_FORMAT,
  version: 1,
  engine: { strokes: 4, boreMm: 95, strokeMm: 83, rodMm: 145, compressionRatio: 9, flywheelKgM2: 0.28 },
  cylinders: cylindersFiringAt([0, 630, 270, 180, 540, 360, 450, 90]),
  couplings: [],
  targets: { spreadKPa: 0.8, idleRpm: 750, idleBandRpm: 60 },
} as const satisfies Partial<Setup>;
const EIGHT = V8.cylinders.map(({ id }) => id);
const BARREL = { closedAngleDeg: 8, closedLeakageMm2: 2 };

/** Three two-barrels in line: the middle one leads, the outer ones are picked up later. */
export const threeTwoBarrels: Setup = {
  ...V8,
  name: 'V8, three two-barrels in line',
  throats: throatsAlike(
    SIX.map((id, i) => ({ id, carburetor: ['Front', 'Middle', 'Rear'][Math.floor(i / 2)] ?? id, feeds: EIGHT })),
    { ...BARREL, boreMm: 33, runnerVolumeCc: 550 },
  ).map((throat, i) => (i === 2 || i === 3 ? throat : { ...throat, picksUpAtDeg: 25 })),
  adjusters: [
    opens({ id: 'A', label: 'Stop A', throats: ['1', '2'], seenFrom: EDGE }, 'throttleStop', 60),
    opens({ id: 'B', label: 'Stop B', throats: ['3', '4'], seenFrom: EDGE }, 'throttleStop', 60),
    opens({ id: 'C', label: 'Stop C', throats: ['5', '6'], seenFrom: EDGE }, 'throttleStop', 60),
    opens({ id: 'T', label: 'Rod to front', throats: ['1', '2'], seenFrom: ABOVE }, 'tieRod', 60),
    opens({ id: 'U', label: 'Rod to rear', throats: ['5', '6'], seenFrom: ABOVE }, 'tieRod', 60),
    ...SIX.map((id) => mixture('fuelScrew', id, EDGE)),
  ],
  fitting: fittingAlike(['Front', 'Middle', 'Rear'], 'twoBarrel', {
    tap: 'none',
    feed: 'mechanicalPump',
    cooling: 'radiator',
    choke: 'flap',
    each: true,
  }),
};

/** One four-barrel: two shafts with a stop each, an idle circuit in every barrel; the second pair is picked up later. */
export const fourBarrel: Setup = {
  ...V8,
  name: 'V8, one four-barrel',
  throats: throatsAlike(
    ['1', '2', '3', '4'].map((id, i) => ({ id, carburetor: i < 2 ? 'Primary' : 'Secondary', feeds: EIGHT })),
    { ...BARREL, boreMm: 40, runnerVolumeCc: 900 },
  ).map((throat, i) => (i < 2 ? throat : { ...throat, picksUpAtDeg: 35 })),
  adjusters: [
    opens({ id: 'A', label: 'Primary stop', throats: ['1', '2'], seenFrom: EDGE }, 'throttleStop', 55),
    opens({ id: 'B', label: 'Secondary stop', throats: ['3', '4'], seenFrom: EDGE }, 'throttleStop', 55),
    ...['1', '2', '3', '4'].map((id) => mixture('fuelScrew', id, EDGE)),
  ],
  fitting: fittingAlike(['Primary', 'Secondary'], 'fourBarrel', {
    tap: 'none',
    feed: 'mechanicalPump',
    cooling: 'radiator',
    choke: 'flap',
    each: true,
  }),
};
