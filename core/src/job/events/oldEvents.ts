import type { RawEvent } from './eventKind';

const AT = '2026-01-01T00:00:00.000Z';
const id = (n: number) => `00000000-0000-7000-8000-00000000000${n}`;

/** A bank as it was written before it could say what its carburetors are. */
const BEFORE_FITTINGS = {
  format: 'amber-needle/setup',
  version: 1,
  name: 'One throat',
  engine: { strokes: 4, boreMm: 70, strokeMm: 60, rodMm: 120, compressionRatio: 9, flywheelKgM2: 0.02 },
  cylinders: [{ id: '1', firingDeg: 0 }],
  throats: [
    {
      id: '1',
      carburetor: 'Only',
      feeds: ['1'],
      boreMm: 30,
      runnerVolumeCc: 150,
      closedAngleDeg: 8,
      closedLeakageMm2: 2,
    },
  ],
  adjusters: [
    {
      id: 'A',
      label: 'Stop A',
      kind: 'throttleStop',
      acts: [{ throat: '1', turnedIn: 'opens' }],
      pitchMm: 0.5,
      leverMm: 15,
      range: { outTurns: 3, inTurns: 4 },
      seenFrom: 'the left',
    },
  ],
  couplings: [],
  targets: { spreadKPa: 1, idleRpm: 1050, idleBandRpm: 50 },
};

/** What its carburetors are, as it was said before a bank could have jets that come in sizes. */
const FITTING = {
  carburetors: [{ name: 'Only', body: 'roundSlide', bowls: 1 }],
  inlets: [{ name: 'Tank', feeds: ['Only'] }],
  tap: 'hand',
  feed: 'gravity',
  cooling: 'air',
  choke: 'flap',
};

/**
 * One event at least of every version that a kind has left behind, as programs of that time wrote it: none is ever changed. A test
 * fails when a version has none.
 */
export const OLD_EVENTS: readonly RawEvent[] = [
  {
    kind: 'opened',
    id: id(1),
    seq: 1,
    at: AT,
    machine: 'Harrow 750 twin',
    complaint: 'Shakes at idle.',
    setup: BEFORE_FITTINGS,
  },
  {
    kind: 'opened',
    id: id(7),
    seq: 1,
    at: AT,
    version: 2,
    practice: true,
    machine: 'Harrow 750 twin',
    complaint: 'Shakes at idle.',
    setup: BEFORE_FITTINGS,
  },
  {
    kind: 'opened',
    id: id(9),
    seq: 1,
    at: AT,
    version: 3,
    lastVisit: {
      on: AT,
      asLeft: [{ throat: '1', deviation: 0, uncertainty: 0.1 }],
      gains: [{ adjuster: 'A', logGain: -2, doubt: 0.3 }],
      speedSlope: { log: -0.3, doubt: 0.5 },
    },
    machine: 'Harrow 750 twin',
    complaint: 'Shakes at idle.',
    setup: BEFORE_FITTINGS,
  },
  {
    kind: 'opened',
    id: id(9),
    seq: 1,
    at: AT,
    version: 4,
    machine: 'Harrow 750 twin',
    complaint: '',
    setup: BEFORE_FITTINGS,
    cures: { workshop: [{ cause: 'flooding', count: 2 }], here: [{ cause: 'flooding', place: '1', on: AT }] },
  },
  {
    kind: 'opened',
    id: id(9),
    seq: 1,
    at: AT,
    version: 5,
    machine: 'Harrow 750 twin',
    complaint: '',
    setup: { ...BEFORE_FITTINGS, fitting: FITTING },
  },
  {
    kind: 'mixturePlan',
    id: id(9),
    seq: 2,
    at: AT,
    version: 1,
    instruments: ['co'],
    rule: { by: 'co', percent: 1.8 },
    fuel: { ethanol: 0.05, methanol: 0 },
    ignition: 'modest',
    order: 'mixtureOnly',
  },
  { kind: 'move', id: id(9), seq: 3, at: AT, version: 1, adjuster: 'A', turns: 0.25 },
  { kind: 'cured', id: id(9), seq: 9, at: AT, version: 1, cause: 'flooding', place: '1' },
  { kind: 'setupCorrected', id: id(9), seq: 2, at: AT, version: 1, setup: BEFORE_FITTINGS },
  {
    kind: 'setupCorrected',
    id: id(9),
    seq: 2,
    at: AT,
    version: 2,
    setup: { ...BEFORE_FITTINGS, fitting: FITTING },
  },
  {
    kind: 'reading',
    id: id(2),
    seq: 2,
    at: AT,
    source: 'gauge',
    sourceName: 'Practice engine',
    durationS: 8,
    barometerKPa: 101.325,
    channels: [{ throat: '1', depressionKPa: 40, uncertaintyKPa: 0.05, state: 'steady' }],
    speed: { rpm: 1050, uncertaintyRpm: 2, from: 'pulses' },
  },
  {
    kind: 'airflow',
    id: id(3),
    seq: 3,
    at: AT,
    throats: [
      { throat: '1', shown: 8, uncertainty: 0.1 },
      { throat: '2', shown: 8.1, uncertainty: 0.1 },
    ],
  },
  { kind: 'check', id: id(8), seq: 8, at: AT, version: 1, check: { what: 'blipped' } },
  { kind: 'finished', id: id(4), seq: 4, at: AT, outcome: 'balanced', probability: 0.97 },
  {
    kind: 'verdict',
    id: id(6),
    seq: 6,
    at: AT,
    version: 1,
    suspicion: { kind: 'restlessStop', throat: '1' },
    verdict: 'mended',
  },
];
