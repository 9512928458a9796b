import type {
  FlameColourSeen,
  LiftAnswer,
  MixtureFinding,
  MixtureInstrument,
  MixturePlan,
  Seen,
} from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { numeral, THIN, withUnit } from './numbers';
import { fraction } from './turns';

export const COLOUR_WORDS: Readonly<Record<FlameColourSeen, string>> = {
  darkYellow: 'dark yellow',
  yellow: 'yellow',
  yellowBlue: 'yellow and blue',
  cleanBlue: 'clean blue',
  pale: 'pale',
  whitish: 'whitish',
  misses: 'misses, goes dark',
};

export const LIFT_WORDS: Readonly<Record<LiftAnswer, string>> = {
  risesAndStays: 'rises and stays',
  risesAndSettles: 'rises a touch, settles',
  falls: 'falls',
  stalls: 'stalls',
};

export const INSTRUMENT_WORDS: Readonly<Record<MixtureInstrument, string>> = {
  sensor: 'lambda sensor',
  co: 'CO meter',
  colour: 'flame colour, through a clear plug',
  lift: 'lifting the piston',
  tachometer: 'tachometer',
  ears: 'two ears',
};

export const SENSOR_WORDS = {
  each: 'one in each exhaust',
  carried: 'one, carried round',
  collector: 'one, where all exhausts meet',
} as const;

/** When the mixture is right, in the words of what shows it. */
export function ruleText({ rule }: Pick<MixturePlan, 'rule'>): string {
  switch (rule.by) {
    case 'lambda':
      return `lambda ${numeral(rule.target, 2)}`;
    case 'co':
      return `CO ${withUnit(rule.percent, 1, '%')}`;
    case 'leanBest':
      return 'the leanest that still idles as fast';
    case 'leanDrop':
      return `leaned by a drop of ${withUnit(rule.rpm, 0, 'rpm')}`;
    case 'colour':
      return 'clean blue';
    case 'lift':
      return 'rises a touch and settles';
  }
}

/** One thing that was seen, as it stands under its throat. */
export function seenText(seen: Seen, exhausts: readonly string[]): string {
  switch (seen.how) {
    case 'sensor':
      return seen.figures
        .filter(({ exhaust }) => exhausts.length === 0 || exhausts.includes(exhaust) || exhaust === 'collector')
        .map(({ lambda, exhaust }) => `${exhaust === 'collector' ? 'all together' : 'sensor'} ${numeral(lambda, 2)}`)
        .join(', ');
    case 'freeAir':
      return seen.oxygenPercent === null
        ? 'free air not checked'
        : `free air ${withUnit(seen.oxygenPercent, 1, '% O₂')}`;
    case 'co':
      return `CO ${withUnit(seen.percent, 1, '%')}`;
    case 'colour':
      return `${seen.when === 'blip' ? 'blip: ' : ''}${COLOUR_WORDS[seen.colour]}`;
    case 'lift':
      return `lift: ${LIFT_WORDS[seen.answer]}`;
    case 'warmth':
      return `exhaust ${seen.against === 'alike' ? 'as warm as the others' : seen.against}`;
    case 'plug':
      return `plug ${seen.colour}`;
    case 'turns':
      return seen.fromSeat === null ? 'not counted' : `${fraction(seen.fromSeat)} from its seat`;
    case 'firstOpening':
      return `first opening ${numeral(seen.lambda, 2)}`;
  }
}

const SAYS = {
  sensor: 'the sensor',
  co: 'the CO meter',
  colour: 'the flame',
  lift: 'the lift',
  plug: 'the plug',
} as const;

/** What no screw cures, in a sentence with its reason and what would tell. */
export function findingText(setup: Setup, finding: MixtureFinding): string {
  const where = setup.throats.length > 1 ? `Throat ${finding.throat}: ` : '';
  const label = (id: string) => setup.adjusters.find((adjuster) => adjuster.id === id)?.label ?? id;
  switch (finding.is) {
    case 'contradiction': {
      const { leaner, richer } = finding;
      const why =
        leaner.by === 'sensor' || leaner.by === 'co'
          ? 'A miss or an exhaust leak reads lean. Pull its lead, look at the joints, hold the sensor in free air.'
          : 'Hold the sensor in free air again, and look once more.';
      return `${where}${SAYS[leaner.by]} says lean, ${SAYS[richer.by]} says rich. ${why}`;
    }
    case 'misses':
      return `${where}it misses. Oxygen that did not burn makes a sensor read lean${
        finding.shown === undefined ? '' : ` (it shows ${numeral(finding.shown, 2)})`
      }: do not follow it. ${finding.stays ? 'It misses wherever its screw stands: spark, then compression.' : 'Spark first.'}`;
    case 'noEffect':
      return `${where}${label(finding.adjuster)} changes nothing. ${
        finding.slotMm === undefined
          ? 'Blocked passage, a leak or flooding.'
          : `Throttle past its transfer slot (about ${withUnit(finding.slotMm, 1, 'mm')} shows if it stood right as found; past 1.7${THIN}mm screws lose authority), a blocked passage, a leak or flooding.`
      }`;
    case 'farFromSisters':
      return `${where}${label(finding.adjuster)} ends ${fraction(finding.by)} turns ${finding.side} than its sisters. Something else is wrong there: look before you go on.`;
    case 'nearSeat':
      return `${where}${label(finding.adjuster)} is nearly on its seat: fuel comes from somewhere else.`;
    case 'outOfReach':
      return `${where}still ${finding.still} at ${numeral(finding.lambda, 2)} with ${label(finding.adjuster)} at its end.`;
    case 'sistersUnlike':
      return `Cylinder ${finding.cylinder} burns ${withUnit(100 * finding.by, 0, '%')} leaner than its sister on throat ${finding.throat}. No screw parts them: exchange one thing at a time.`;
    case 'firstOpeningRich':
      return `${where}idle ${numeral(finding.idle, 2)} is right, the first opening ${numeral(finding.first, 2)} richer than its sisters’: needle jet or level, not the screw.`;
    case 'firstOpeningLean':
      return `${where}idle ${numeral(finding.idle, 2)} is right, the first opening ${numeral(finding.first, 2)} lean: the pilot jet is too small, not the screw.`;
  }
}

/** A doubt of lambda as it is written: no figure is surer than its last digit. */
export function lambdaDoubt(doubt: number): string {
  return `±${THIN}${numeral(Math.max(0.01, doubt), 2)}`;
}

/** Side of the target, by the doubt that there is. */
export function sideText({
  lambda,
  target,
  tolerance,
}: {
  readonly lambda: number;
  readonly target: number;
  readonly tolerance: number;
}): string {
  const off = Math.log(lambda / target);
  if (Math.abs(off) <= tolerance) return 'right';
  return off > 0 ? 'lean' : 'rich';
}
