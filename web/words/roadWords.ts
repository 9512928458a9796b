import {
  type Doubt,
  type JudgedChange,
  type MeteringPart,
  PART_WORDS,
  partText,
  type Regime,
  type RideChannel,
  type RoadCaution,
  stepsText,
} from '@amber-needle/core/road';
import { numeral } from './numbers';

export const REGIME_WORDS: Readonly<Record<Regime, string>> = {
  idle: 'Idle',
  justOffIdle: 'Just off idle',
  cruiseLow: 'Steady, low',
  cruiseHigh: 'Steady, high',
  rollOn: 'Roll-on',
  fullLoad: 'Full load',
  overrun: 'Overrun',
  shift: 'Shift',
  transient: 'In between',
  off: 'Engine off',
};

export const DOUBT_WORDS: Readonly<Record<Exclude<Doubt, 'believed'>, string>> = {
  missing: 'no figure',
  engineOff: 'engine off',
  warmingUp: 'warming up',
  lowSupply: 'supply under 12 V',
  saturated: 'at the end of its scale',
  stuck: 'one figure for long',
  misses: 'cycles miss',
  leak: 'air in the exhaust',
};

export const CHANNEL_WORDS: Readonly<Record<RideChannel, string>> = {
  time: 'time',
  lambda: 'lambda',
  speed: 'engine speed',
  throttle: 'throttle',
  roadSpeed: 'road speed',
  pressure: 'manifold pressure',
  exhaust: 'exhaust temperature',
  oxygen: 'oxygen',
  supply: 'supply voltage',
  nothing: 'not used',
};

export const VERDICT_WORDS: Readonly<Record<JudgedChange['verdict'], string>> = {
  asExpected: 'It did what was expected.',
  lessThanExpected: 'It did less than was expected.',
  moreThanExpected: 'It did more than was expected.',
  otherWay: 'It went the other way: look whether the right part was changed.',
  notSeen: 'The ride passed nowhere where it would show.',
};

/** A part in the middle of a sentence. */
export function partName(part: MeteringPart): string {
  return PART_WORDS[part][0].toLowerCase();
}

/** A change in a few words: `Needles, both: one shim out`. */
export function changeText(change: {
  readonly part: Parameters<typeof partText>[0];
  readonly unit: Parameters<typeof stepsText>[1];
  readonly steps: number;
  readonly cylinders: readonly string[];
  readonly isEveryCylinder: boolean;
}): string {
  const { part, unit, steps, cylinders, isEveryCylinder } = change;
  return `${partText(part, cylinders, isEveryCylinder)}: ${stepsText(part, unit, steps)}`;
}

/** Lambda as it is written: two places, as many as it is worth. */
export function lambdaText(lambda: number): string {
  return numeral(lambda, 2);
}

/** What has to be said before anything is leaned, or ridden on. */
export function roadCautionText(caution: RoadCaution, count: number): string {
  const whose = count > 1 ? `${caution.cylinders.join(' and ')}: ` : '';
  const figure = lambdaText(caution.lambda);
  switch (caution.is) {
    case 'leanAtFullLoad':
      return `${whose}${figure} at full load is lean: no more full load before it is richer. It can cost a piston.`;
    case 'coldestDay':
      return `${whose}full load goes to ${figure} at ${numeral(caution.celsius, 0)} °C: no margin for the coldest day.`;
    case 'leanOffIdle':
      return caution.after
        ? `${whose}the first opening would go to ${figure}. Not leaner there before the pilot jet is looked at.`
        : `${whose}off idle already lean: ${figure}. Not leaner there before the pilot jet is looked at.`;
  }
}
