import type { Body } from '../../setup';
import type { JudgedRegime } from '../words';

/** Ways in which carburetors share the metering among their parts over the throttle's travel. */
export type Family = 'slide' | 'vacuumSlide' | 'variableVenturi' | 'fixedVenturi' | 'fourCorner';

const FAMILY_OF: Readonly<Record<Body, Family>> = {
  roundSlide: 'slide',
  diaphragmSlide: 'vacuumSlide',
  liftingPiston: 'variableVenturi',
  diaphragmJet: 'variableVenturi',
  sideDraught: 'fixedVenturi',
  twoBarrel: 'fixedVenturi',
  marine: 'fixedVenturi',
  unknown: 'slide',
  fourBarrel: 'fourCorner',
};

export function familyOf(body: Body): Family {
  return FAMILY_OF[body];
}

/** What is changed of a carburetor. */
export const METERING_PARTS = [
  'idleScrew',
  'pilotJet',
  'transferJet',
  'needle',
  'needleJet',
  'jetNut',
  'needleProfile',
  'mainJet',
  'secondaryMain',
  'airCorrector',
  'pump',
  'damper',
] as const;

export type MeteringPart = (typeof METERING_PARTS)[number];

/** How a part is stepped. */
export const STEP_UNITS = ['quarterTurn', 'flat', 'shim', 'size', 'needle', 'notch', 'grade'] as const;
export type StepUnit = (typeof STEP_UNITS)[number];

/** One part: how much a step of it changes the fuel that it meters, and how much of the whole that is at each opening. */
export interface PartFacts {
  readonly part: MeteringPart;
  readonly unit: StepUnit;
  /** Fuel of its own that one step richer adds, as a share, and how well that is known. Ours, from usual jets and tapers. */
  readonly perStep: number;
  readonly doubt: number;
  /** Share of the fuel that it sways, over the opening past the stop: knots, straight between. */
  readonly shares: readonly (readonly [number, number])[];
  /** It meters a moving throttle alone. */
  readonly tipInOnly?: true;
  /** Minutes of work with getting the part, roughly: of two that cure alike the lighter is named, and a needle is raised before a jet is bought. Ours. */
  readonly minutes: number;
}

/** A size of a jet is so many of its stamp; without the stamp one of this size is thought of. common practice, no source. */
export const JET_STEP = 2.5;
export const USUAL_JET = 120;

const idleScrew = (until: number): PartFacts => ({
  part: 'idleScrew',
  unit: 'quarterTurn',
  perStep: 0.025,
  doubt: 0.013,
  shares: [
    [0, 1],
    [until / 3, 0.6],
    [until, 0.15],
    [2 * until, 0.02],
    [1, 0],
  ],
  minutes: 3,
});

const mainJet = (from: number, all: number, doubt = 0.012): PartFacts => ({
  part: 'mainJet',
  unit: 'size',
  perStep: 2 * (JET_STEP / USUAL_JET),
  doubt,
  shares: [
    [0, 0],
    [from, 0.03],
    [(from + all) / 2, 0.45],
    [all, 0.85],
    [1, 0.92],
  ],
  minutes: 25,
});

/**
 * Which part meters when: a quarter of the travel the pilot circuit, the next half the needle, the last quarter the main jet, with overlaps (common
 * practice, no source). Slides that a vacuum lifts stand higher than the grip says; a jet that a needle throttles at every opening has one circuit; a fixed
 * venturi goes over from idle by slot or holes to its main jet within the first third. The knots are ours.
 */
export const METERING: Readonly<Record<Family, readonly PartFacts[]>> = {
  slide: [
    idleScrew(0.12),
    {
      part: 'pilotJet',
      unit: 'size',
      perStep: 0.06,
      doubt: 0.03,
      shares: [
        [0, 1],
        [0.08, 0.92],
        [0.17, 0.55],
        [0.25, 0.22],
        [0.5, 0.08],
        [1, 0.03],
      ],
      minutes: 45,
    },
    {
      part: 'needle',
      unit: 'shim',
      perStep: 0.035,
      doubt: 0.018,
      shares: [
        [0, 0],
        [0.1, 0.1],
        [0.2, 0.6],
        [0.35, 0.85],
        [0.55, 0.7],
        [0.75, 0.25],
        [1, 0.06],
      ],
      minutes: 20,
    },
    {
      part: 'needleJet',
      unit: 'size',
      perStep: 0.045,
      doubt: 0.025,
      shares: [
        [0, 0],
        [0.08, 0.12],
        [0.2, 0.7],
        [0.35, 0.8],
        [0.55, 0.55],
        [0.75, 0.2],
        [1, 0.05],
      ],
      minutes: 100,
    },
    mainJet(0.45, 0.85),
  ],
  vacuumSlide: [
    idleScrew(0.09),
    {
      part: 'pilotJet',
      unit: 'size',
      perStep: 0.06,
      doubt: 0.03,
      shares: [
        [0, 1],
        [0.06, 0.9],
        [0.12, 0.55],
        [0.2, 0.22],
        [0.4, 0.08],
        [1, 0.03],
      ],
      minutes: 45,
    },
    {
      part: 'needle',
      unit: 'shim',
      perStep: 0.035,
      doubt: 0.018,
      shares: [
        [0, 0],
        [0.07, 0.12],
        [0.15, 0.6],
        [0.3, 0.85],
        [0.5, 0.7],
        [0.7, 0.28],
        [1, 0.08],
      ],
      minutes: 25,
    },
    {
      part: 'needleJet',
      unit: 'size',
      perStep: 0.045,
      doubt: 0.025,
      shares: [
        [0, 0],
        [0.06, 0.12],
        [0.15, 0.7],
        [0.3, 0.8],
        [0.5, 0.55],
        [0.7, 0.2],
        [1, 0.05],
      ],
      minutes: 100,
    },
    mainJet(0.4, 0.8),
  ],
  variableVenturi: [
    {
      part: 'jetNut',
      unit: 'flat',
      perStep: 0.035,
      doubt: 0.015,
      shares: [
        [0, 1],
        [0.1, 0.8],
        [0.3, 0.55],
        [0.6, 0.4],
        [1, 0.3],
      ],
      minutes: 5,
    },
    {
      part: 'needleProfile',
      unit: 'needle',
      perStep: 0.05,
      doubt: 0.03,
      shares: [
        [0, 0.1],
        [0.1, 0.5],
        [0.3, 0.9],
        [1, 1],
      ],
      minutes: 100,
    },
    { part: 'damper', unit: 'grade', perStep: 0.04, doubt: 0.03, shares: [], tipInOnly: true, minutes: 5 },
  ],
  fixedVenturi: [
    idleScrew(0.08),
    {
      part: 'pilotJet',
      unit: 'size',
      perStep: 0.06,
      doubt: 0.03,
      shares: [
        [0, 1],
        [0.1, 0.95],
        [0.2, 0.6],
        [0.33, 0.25],
        [0.6, 0.1],
        [1, 0.05],
      ],
      minutes: 45,
    },
    mainJet(0.12, 0.35),
    {
      part: 'airCorrector',
      unit: 'size',
      perStep: 0.012,
      doubt: 0.008,
      shares: [
        [0, 0],
        [0.3, 0.1],
        [0.6, 0.45],
        [1, 1],
      ],
      minutes: 10,
    },
    { part: 'pump', unit: 'notch', perStep: 0.05, doubt: 0.04, shares: [], tipInOnly: true, minutes: 10 },
  ],
  fourCorner: [
    idleScrew(0.06),
    {
      part: 'pilotJet',
      unit: 'size',
      perStep: 0.06,
      doubt: 0.03,
      shares: [
        [0, 1],
        [0.05, 0.7],
        [0.12, 0.35],
        [0.3, 0.1],
        [1, 0.03],
      ],
      minutes: 45,
    },
    {
      part: 'transferJet',
      unit: 'size',
      perStep: 0.06,
      doubt: 0.035,
      shares: [
        [0, 0.15],
        [0.05, 0.5],
        [0.12, 0.6],
        [0.25, 0.25],
        [0.5, 0.06],
        [1, 0.02],
      ],
      minutes: 20,
    },
    mainJet(0.15, 0.4),
    {
      part: 'secondaryMain',
      unit: 'size',
      perStep: 2 * (JET_STEP / USUAL_JET),
      doubt: 0.015,
      shares: [
        [0, 0],
        [0.5, 0],
        [0.75, 0.3],
        [1, 0.5],
      ],
      minutes: 25,
    },
    { part: 'pump', unit: 'notch', perStep: 0.05, doubt: 0.04, shares: [], tipInOnly: true, minutes: 10 },
  ],
};

/** Share of the fuel that a part sways at an opening, a straight line between its knots. */
export function shareAt({ shares }: Pick<PartFacts, 'shares'>, opening: number): number {
  const [first] = shares;
  if (first === undefined) return 0;
  let [before, share] = first;
  for (const [at, value] of shares) {
    if (opening <= at)
      return at === before ? value : share + ((value - share) * (Math.max(before, opening) - before)) / (at - before);
    [before, share] = [at, value];
  }
  return share;
}

/** Where a throttle that was not logged stands in a regime, as a share of its travel. Ours. */
export const USUAL_OPENING: Readonly<Record<JudgedRegime, number>> = {
  idle: 0,
  justOffIdle: 0.06,
  cruiseLow: 0.14,
  cruiseHigh: 0.24,
  rollOn: 0.45,
  fullLoad: 0.95,
};
