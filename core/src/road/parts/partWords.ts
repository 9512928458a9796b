import type { MeteringPart, StepUnit } from './metering';

/** What people call the parts: one, and several. */
export const PART_WORDS: Readonly<Record<MeteringPart, readonly [string, string]>> = {
  idleScrew: ['Mixture screw', 'Mixture screws'],
  pilotJet: ['Pilot jet', 'Pilot jets'],
  transferJet: ['Transfer jet', 'Transfer jets'],
  needle: ['Needle', 'Needles'],
  needleJet: ['Needle jet', 'Needle jets'],
  jetNut: ['Jet nut', 'Jet nuts'],
  needleProfile: ['Needle', 'Needles'],
  mainJet: ['Main jet', 'Main jets'],
  secondaryMain: ['Secondary main jet', 'Secondary main jets'],
  airCorrector: ['Air corrector', 'Air correctors'],
  pump: ['Pump shot', 'Pump shots'],
  damper: ['Damper oil', 'Damper oil'],
};

/** Steps by their unit: one, several, and which way is richer and leaner as the hand does it. */
export const STEP_WORDS: Readonly<
  Record<StepUnit, { readonly one: string; readonly many: string; readonly richer: string; readonly leaner: string }>
> = {
  quarterTurn: { one: 'quarter turn', many: 'quarter turns', richer: 'richer', leaner: 'leaner' },
  flat: { one: 'flat', many: 'flats', richer: 'down', leaner: 'up' },
  shim: { one: 'shim', many: 'shims', richer: 'in', leaner: 'out' },
  size: { one: 'size', many: 'sizes', richer: 'larger', leaner: 'smaller' },
  needle: { one: 'profile', many: 'profiles', richer: 'richer', leaner: 'leaner' },
  notch: { one: 'notch', many: 'notches', richer: 'more', leaner: 'less' },
  grade: { one: 'grade', many: 'grades', richer: 'thicker', leaner: 'thinner' },
};

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six'] as const;

/** A number of steps with its way: `one shim out`, `two sizes larger`. A corrector lets air in: larger is leaner. */
export function stepsText(part: MeteringPart, unit: StepUnit, steps: number): string {
  const { one, many, richer, leaner } = STEP_WORDS[unit];
  const count = Math.abs(steps);
  const isRicher = part === 'airCorrector' ? steps < 0 : steps > 0;
  return `${NUMBERS[count] ?? String(count)} ${count === 1 ? one : many} ${isRicher ? richer : leaner}`;
}

/** A part and whose: `Needles, both`, `Main jet, front`. */
export function partText(part: MeteringPart, cylinders: readonly string[], isEveryCylinder: boolean): string {
  const [one, many] = PART_WORDS[part];
  if (!isEveryCylinder) return `${cylinders.length > 1 ? many : one}, ${cylinders.join(' and ')}`;
  if (cylinders.length === 1) return one;
  return `${many}, ${cylinders.length === 2 ? 'both' : 'all'}`;
}
