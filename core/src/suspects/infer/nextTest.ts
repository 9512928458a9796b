import type { Setup } from '../../setup';
import { type Answer, type Hazard, hasNeed, TESTS, type Test } from '../map';
import { answersBy, answersOf, type Evidence, likelihood, saysOf, type Unknown } from './evidence';
import type { PlacedCause } from './placed';
import type { Hypothesis, Suspects } from './weigh';

/** A test that may be done next, and where each of its answers would lead. */
export interface ProposedTest {
  readonly test: Test;
  readonly place: string | undefined;
  /** Expected information, bits, of those that are still open. */
  readonly gainBits: number;
  /** Its minutes, and what its trouble and danger are worth in minutes. */
  readonly costMinutes: number;
  readonly answers: readonly ProposedAnswer[];
}

export interface ProposedAnswer extends Answer {
  readonly probability: number;
  /** Where suspicion would go, most probable first; of the first few tests only. */
  readonly leads: readonly { readonly id: string; readonly place: string | undefined; readonly probability: number }[];
}

/** What a danger, something that comes off, and the mere trouble of turning to it are worth, minutes. Ours. */
const DANGER: Readonly<Record<Hazard, number>> = { none: 0, hot: 1, fuel: 2, spark: 2, fire: 5, road: 6 };
const TAKES_OFF = 5;
const TROUBLE = 10;
/** Hypotheses less probable than this, and those after so many more probable ones, move no choice of a test. Ours. */
const NEGLIGIBLE = 5e-4;
const MOST_HYPOTHESES = 120;
/** Tests that are worked out from all hypotheses worth a thought: the one that is shown with where it leads. */
const FORESEEN = 1;
/** And those from the likeliest ones; of the rest only what they tell. */
const LED = 8;
const NOTHING = 2e-5;
/** A test that tells less than this, bits, is not worth asking for. Ours. */
const LEAST_BITS = 0.02;
/** Tests are thought of at so many of the most suspected places. Ours. */
const PLACES = 4;
const SHOWN = 3;

/**
 * Tests worth doing, the one that tells most for its minutes, trouble and danger first. What cannot be undone comes only when nothing else tells
 * anything. `putOff`: tests that cannot be done now.
 */
export function nextTests(
  setup: Setup,
  suspects: Suspects,
  { evidence, putOff = [] }: { readonly evidence: readonly Evidence[]; readonly putOff?: readonly string[] },
): readonly ProposedTest[] {
  const storyOf = stories(setup, evidence);
  const told = ({ causes, probability }: Hypothesis): Told => ({ causes, probability, story: storyOf(causes) });
  const hypotheses = suspects.hypotheses
    .slice(0, MOST_HYPOTHESES)
    .filter(({ probability }) => probability > NEGLIGIBLE)
    .map(told);
  const proposed = TESTS.filter(
    ({ id, needs }) => !putOff.includes(id) && (needs === undefined || hasNeed(setup, needs)),
  )
    .flatMap((test) => placesFor(test, suspects).map((place) => ({ test, place })))
    .filter(({ test, place }) => !isDone(evidence, test.id, place))
    .map((candidate) => propose(setup, candidate, hypotheses))
    .filter(({ gainBits }) => gainBits >= LEAST_BITS);
  const harmless = proposed.filter(({ test }) => test.undone);
  const inOrder = [...(harmless.length > 0 ? harmless : proposed)].sort(
    (a, b) => b.gainBits / b.costMinutes - a.gainBits / a.costMinutes,
  );
  // What is shown is foreseen from nearly everything that may be so.
  const nearlyAll = suspects.hypotheses.filter(({ probability }) => probability > NOTHING).map(told);
  return inOrder.map((each, i) =>
    i < FORESEEN
      ? propose(setup, { ...each, foreseen: true }, nearlyAll)
      : i < LED
        ? propose(setup, { ...each, foreseen: true }, hypotheses)
        : each,
  );
}

/** A hypothesis, and the number of what it says of the evidence: which of its causes explain any of it. */
interface Told extends Hypothesis {
  readonly story: number;
}

/** What is likelier with a cause by so much is explained by it. Ours. */
const EXPLAINS = 1.05;

/** Hypotheses that explain what was told by the same causes tell the same story: whether something else is wrong besides is not what is asked. */
function stories(setup: Setup, evidence: readonly Evidence[]): (causes: Hypothesis['causes']) => number {
  const known = new Map<PlacedCause, boolean>();
  const explains = (cause: PlacedCause) => {
    const before = known.get(cause);
    if (before !== undefined) return before;
    const does = evidence.some((item) => likelihood(setup, item, [cause]) > EXPLAINS * likelihood(setup, item, []));
    known.set(cause, does);
    return does;
  };
  const numbers = new Map<string, number>();
  return (causes) => {
    const story = causes
      .map((each) => (each === 'unknown' ? each : explains(each) ? `${each.cause.id} ${each.place ?? ''}` : ''))
      .filter((name) => name !== '')
      .join();
    const number = numbers.get(story) ?? numbers.size;
    numbers.set(story, number);
    return number;
  };
}

function isDone(evidence: readonly Evidence[], test: string, place: string | undefined): boolean {
  return evidence.some((item) => item.kind === 'tested' && item.test === test && item.place === place);
}

/** The most suspected places of the kind that a test looks at. */
function placesFor({ at }: Test, { ranked }: Suspects): readonly (string | undefined)[] {
  if (at === 'bank') return [undefined];
  const places = ranked.filter(({ cause }) => cause.at === at).map(({ place }) => place);
  return [...new Set(places)].slice(0, PLACES);
}

function propose(
  setup: Setup,
  { test, place, foreseen = false }: Pick<ProposedTest, 'test' | 'place'> & { readonly foreseen?: boolean },
  hypotheses: readonly Told[],
): ProposedTest {
  const known = new Map<Unknown | PlacedCause, ReadonlyMap<string, number>>();
  /** Most tests have nothing to do with most causes, and what one says alone is asked for again and again. */
  const answers = (causes: Hypothesis['causes']): ReadonlyMap<string, number> => {
    const speaking = causes.filter((each) => each === 'unknown' || saysOf(setup, { test, place }, each) !== undefined);
    const [one, other] = speaking;
    if (one === undefined) return usual;
    if (other !== undefined) return answersOf(setup, { test, place }, causes);
    const alone = known.get(one) ?? answersOf(setup, { test, place }, [one]);
    known.set(one, alone);
    return alone;
  };
  const usual = answersBy(test, []);
  const told = hypotheses.map((each) => ({ ...each, says: answers(each.causes) }));
  const whole = told.reduce((sum, { probability }) => sum + probability, 0);
  const sums = new Float64Array(1 + told.reduce((most, { story }) => Math.max(most, story), 0));
  const entropyAfter = (shareOf: (each: (typeof told)[number]) => number) => {
    sums.fill(0);
    for (const each of told) sums[each.story] = (sums[each.story] ?? 0) + (each.probability / whole) * shareOf(each);
    return entropyOf(sums);
  };
  const before = entropyAfter(() => 1).bits;
  const branches = test.answers.map((answer) => {
    const { bits, weight } = entropyAfter(({ says }) => says.get(answer.id) ?? 0);
    return { answer, probability: weight, after: bits };
  });
  const left = branches.reduce((sum, { probability, after }) => sum + probability * after, 0);
  return {
    test,
    place,
    gainBits: Math.max(0, before - left),
    costMinutes: test.minutes + DANGER[test.hazard] + (test.takesOff === 'nothing' ? 0 : TAKES_OFF) + TROUBLE,
    answers: branches.map(({ answer, probability }) => ({
      ...answer,
      probability,
      leads: foreseen
        ? leading(
            told.map(({ causes, probability: p, says }) => ({
              causes,
              weight: (p / whole) * (says.get(answer.id) ?? 0),
            })),
            probability,
          )
        : [],
    })),
  };
}

function leading(
  joint: readonly { readonly causes: Hypothesis['causes']; readonly weight: number }[],
  whole: number,
): ProposedAnswer['leads'] {
  const sums = new Map<string, { readonly id: string; readonly place: string | undefined; probability: number }>();
  for (const { causes, weight } of joint) {
    for (const each of causes) {
      if (each === 'unknown') continue;
      const key = `${each.cause.id} ${each.place ?? ''}`;
      const known = sums.get(key) ?? { id: each.cause.id, place: each.place, probability: 0 };
      known.probability += weight / whole;
      sums.set(key, known);
    }
  }
  return [...sums.values()].sort((a, b) => b.probability - a.probability).slice(0, SHOWN);
}

/** Entropy, bits, of weights by story once they are made to sum to one, and their sum. */
function entropyOf(sums: Float64Array): { readonly bits: number; readonly weight: number } {
  let weight = 0;
  let logs = 0;
  for (const p of sums) {
    if (p <= 0) continue;
    weight += p;
    logs += p * Math.log2(p);
  }
  return { weight, bits: weight > 0 ? Math.log2(weight) - logs / weight : 0 };
}
