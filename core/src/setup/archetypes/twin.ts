import { SETUP_FORMAT, type Setup } from '../schema';
import { fittingAlike } from './parts';

/**
 * Two throttles on one shaft line, each with a stop of its own, a clamp that couples them and one knob that opens both.
 * An invented machine. Dimensions are ours, chosen so that one turn of a stop moves its cylinder by some 7 kPa: a hand can set
 * half a kilopascal in sixteenths of a turn, as people do on such engines (common practice, no source).
 */
export const twinWithTwoStops: Setup = {
  format: SETUP_FORMAT,
  version: 1,
  name: 'Twin, two throttles with a stop each',
  engine: { strokes: 4, boreMm: 76, strokeMm: 82, rodMm: 150, compressionRatio: 8.8, flywheelKgM2: 0.05 },
  cylinders: [
    { id: '1', firingDeg: 0 },
    { id: '2', firingDeg: 360 },
  ],
  throats: [
    {
      id: '1',
      carburetor: 'Left',
      feeds: ['1'],
      boreMm: 34,
      runnerVolumeCc: 190,
      closedAngleDeg: 4,
      closedLeakageMm2: 1.2,
    },
    {
      id: '2',
      carburetor: 'Right',
      feeds: ['2'],
      boreMm: 34,
      runnerVolumeCc: 190,
      closedAngleDeg: 4,
      closedLeakageMm2: 1.2,
    },
  ],
  adjusters: [
    {
      id: 'A',
      label: 'Stop A',
      kind: 'throttleStop',
      acts: [{ throat: '1', turnedIn: 'opens' }],
      pitchMm: 0.5,
      leverMm: 48,
      range: { outTurns: 3, inTurns: 4 },
      seenFrom: 'the left side, looking at the screw head',
    },
    {
      id: 'B',
      label: 'Stop B',
      kind: 'throttleStop',
      acts: [{ throat: '2', turnedIn: 'opens' }],
      pitchMm: 0.5,
      leverMm: 48,
      range: { outTurns: 3, inTurns: 4 },
      seenFrom: 'the right side, looking at the screw head',
    },
    {
      id: 'K',
      label: 'Idle knob',
      kind: 'idleKnob',
      acts: [
        { throat: '1', turnedIn: 'opens' },
        { throat: '2', turnedIn: 'opens' },
      ],
      pitchMm: 0.5,
      leverMm: 48,
      range: { outTurns: 3, inTurns: 4 },
      seenFrom: 'the left side, looking at the knob',
    },
  ],
  couplings: [{ id: 'C', label: 'Coupling clamp', joins: ['1', '2'] }],
  targets: { spreadKPa: 0.5, idleRpm: 1050, idleBandRpm: 60 },
  fitting: fittingAlike(['Left', 'Right'], 'roundSlide', { tap: 'hand', cooling: 'air', choke: 'flap' }),
};
