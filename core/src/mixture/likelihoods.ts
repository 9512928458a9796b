import { assertNever, erfc } from '../basics';
import { BLENDS, type Blend, dryCarbonMonoxide, fuelOf } from '../fuel';
import type { FlameColourSeen, LiftAnswer, PlugColour, Warmth } from './words';

/** Share of answers that are simply wrong: a look at the wrong plug, a key pressed beside. Ours. */
const SLIP = 0.02;

/** An ordered scale of words: where each ends (lambda), rich to lean, and how unsure those ends are (logarithm). */
interface Scale<Word extends string> {
  readonly words: readonly Word[];
  /** One fewer than the words. */
  readonly ends: readonly number[];
  readonly doubt: number;
}

/**
 * Flame through a transparent plug. common practice, no source: yellow is rich, clean blue right, pale or whitish lean. Where one colour ends
 * is ours; eye and place of the end together are unsure by so much.
 */
const COLOURS: Scale<Exclude<FlameColourSeen, 'misses'>> = {
  words: ['darkYellow', 'yellow', 'yellowBlue', 'cleanBlue', 'pale', 'whitish'],
  ends: [0.78, 0.87, 0.92, 1.04, 1.14],
  doubt: 0.035,
};
/** Under a blip the mixture is that of the first opening as much as the idle's. Ours. */
const UNDER_BLIP = { ...COLOURS, doubt: 0.1 };

/** The answer to a small lift of the piston. common practice, no source: rises and stays is rich, a touch and settles right, falls or stalls lean. Ends ours. */
const LIFTS: Scale<LiftAnswer> = {
  words: ['risesAndStays', 'risesAndSettles', 'falls', 'stalls'],
  ends: [0.91, 1.01, 1.25],
  doubt: 0.045,
};

/** The insulator after some minutes of idle. common practice, no source; ends ours. */
const PLUGS: Scale<PlugColour> = { words: ['sooty', 'tan', 'white'], ends: [0.84, 1.06], doubt: 0.08 };

/** Probability of a word at a logarithm of lambda. */
function chanceOf<Word extends string>({ words, ends, doubt }: Scale<Word>, word: Word, x: number): number {
  const place = words.indexOf(word);
  const below = (end: number | undefined, otherwise: number) =>
    end === undefined ? otherwise : normalBelow((Math.log(end) - x) / doubt);
  const chance = below(ends[place], 1) - (place === 0 ? 0 : below(ends[place - 1], 0));
  return SLIP / words.length + (1 - SLIP) * Math.max(0, chance);
}

/** Beyond these a charge often does not catch. Ours: wide, for ignition and exhaust gas shift them. */
const MISSES_RICHER = 0.62;
const MISSES_LEANER = 1.3;
const MISSES_DOUBT = 0.15;

/** Probability that a person names this colour. */
export function colourChance(colour: FlameColourSeen, when: 'idle' | 'blip', x: number): number {
  return colour === 'misses' ? missesChance(x) : chanceOf(when === 'blip' ? UNDER_BLIP : COLOURS, colour, x);
}

/** Probability that cycles plainly miss: too rich or too lean to catch, or for another reason. `side`: the only one of the two that can be. */
export function missesChance(x: number, side?: 'rich' | 'lean'): number {
  const rich = side === 'lean' ? 0 : normalBelow((Math.log(MISSES_RICHER) - x) / MISSES_DOUBT);
  const lean = side === 'rich' ? 0 : normalBelow((x - Math.log(MISSES_LEANER)) / MISSES_DOUBT);
  return 0.1 + 0.9 * (rich + lean);
}

export function liftChance(answer: LiftAnswer, x: number): number {
  return chanceOf(LIFTS, answer, x);
}

export function plugChance(colour: PlugColour, x: number): number {
  return chanceOf(PLUGS, colour, x);
}

/** The exhaust is hottest a little lean of complete burning, and colder either way. common practice, no source; how much ours. */
const HOTTEST = Math.log(1.02);
const PER_SQUARE = 12;
const HOTTER = 0.15;

/** An exhaust against its sisters, which are taken to be near their target: a weak witness, for the air counts as much. */
export function warmthChance(against: Warmth, x: number): number {
  const lack = PER_SQUARE * (x - HOTTEST) ** 2;
  const colder = 0.15 + 0.7 * Math.min(1, lack);
  switch (against) {
    case 'colder':
      return colder;
    case 'hotter':
      return HOTTER * (1 - colder);
    case 'alike':
      return (1 - HOTTER) * (1 - colder);
    default:
      return assertNever(against);
  }
}

/** What the middle of the right word is, lambda: where a rule by colour or lift aims. */
export const RIGHT_COLOUR = Math.sqrt(0.92 * 1.04);
export const RIGHT_LIFT = Math.sqrt(0.91 * 1.01);

/** Words that a scale offers, with the chance of each at a lambda: what a look may answer. */
export function colourAnswers(x: number): readonly number[] {
  return COLOURS.words.map((word) => chanceOf(COLOURS, word, x));
}
export function liftAnswers(x: number): readonly number[] {
  return LIFTS.words.map((word) => chanceOf(LIFTS, word, x));
}

/** A lambda figure of one sensor whose cycles may miss. */
export interface SensorLook {
  readonly shown: number;
  /** Standard uncertainty of the shown mean, as a share. */
  readonly doubt: number;
  /** How probable it is that cycles miss: oxygen then passes, and the figure is leaner than what burns. */
  readonly missing: number;
  /** By how much it then reads lean, in the mean, logarithm. */
  readonly leanBy: number;
}

/** Above this probability of misses a figure is no more than a bound. Ours. */
const ONLY_A_BOUND = 0.5;

/** Density of what a sensor shows at a logarithm of lambda: near it, or somewhere above it where cycles miss. */
export function sensorDensity({ shown, doubt, missing, leanBy }: SensorLook, x: number): number {
  const away = Math.log(shown) - x;
  // Where cycles plainly miss, how many do is as unknown at the next look: the figure is only a bound, however often it is read.
  if (missing > ONLY_A_BOUND) return 0.02 + 0.98 * normalBelow((away + doubt) / (2 * doubt + 0.02));
  const near = Math.exp(-0.5 * (away / doubt) ** 2) / (doubt * Math.sqrt(2 * Math.PI));
  const above = (Math.exp(-Math.max(0, away) / leanBy) / leanBy) * normalBelow(away / Math.max(doubt, 0.01));
  return Math.max(1e-12, (1 - missing) * near + missing * above);
}

/**
 * Carbon monoxide near idle, percent: some of it at lambda 1, and so much more for each part that air is short of petrol. common practice, no
 * source; checked against an atom balance with the water-gas shift.
 */
const CO_AT_ONE = 0.4;
const CO_OF_PETROL = 28;
/** Where fuels are compared: an idle that is a little rich. */
const COMPARED_AT = 0.95;

/** How much more carbon monoxide each part that air is short makes, percent: petrol's, and other fuels' in proportion to their atoms. */
export function coPerPart(fuel: Blend): number {
  const of = (blend: Blend) => dryCarbonMonoxide(fuelOf(blend), COMPARED_AT);
  return (CO_OF_PETROL * of(fuel)) / of(BLENDS.petrol);
}

/** Lambda for a carbon monoxide figure, percent. Undefined below what a lean mixture leaves too. */
export function lambdaOfCo(percent: number, fuel: Blend): number | undefined {
  return percent > 0.5 ? 1 - (percent - CO_AT_ONE) / coPerPart(fuel) : undefined;
}

/** And the figure for a lambda, percent. */
export function coOfLambda(lambda: number, fuel: Blend): number {
  return CO_AT_ONE + coPerPart(fuel) * Math.max(0, 1 - lambda);
}

/** Density of what a carbon monoxide meter shows; below half a per cent it says only that the mixture is not rich. */
export function coDensity(
  percent: number,
  { missing, leanBy, fuel }: Pick<SensorLook, 'missing' | 'leanBy'> & { readonly fuel: Blend },
): (x: number) => number {
  const lambda = lambdaOfCo(percent, fuel);
  if (lambda === undefined) return (x) => 0.02 + 0.98 * normalBelow((x - Math.log(0.985)) / 0.012);
  const doubt = 0.008 + 0.06 * (1 - lambda);
  return (x) => sensorDensity({ shown: lambda, doubt, missing, leanBy }, x);
}

/** Share of a standard normal distribution below a value. */
export function normalBelow(z: number): number {
  return 0.5 * erfc(-z / Math.SQRT2);
}
