import type { Setup } from '../../setup';
import { type Frequency, frequencyOf, OBSERVATIONS, type Observation, TESTS, type Test } from '../map';
import { type ExchangedEvidence, exchangeLikelihood, exchangeShares } from './exchanged';
import { isRelated, type PlacedCause } from './placed';

/** Something that was noticed, or looked for and not found; or a test and what it answered. */
export type Evidence =
  | {
      readonly kind: 'observed';
      readonly observation: string;
      readonly place?: string | undefined;
      readonly seen: boolean;
    }
  | { readonly kind: 'tested'; readonly test: string; readonly place?: string | undefined; readonly answer: string }
  | ExchangedEvidence;

const observations: ReadonlyMap<string, Observation> = new Map(OBSERVATIONS.map((each) => [each.id, each]));
const tests: ReadonlyMap<string, Test> = new Map(TESTS.map((each) => [each.id, each]));

export function observationOf(id: string): Observation | undefined {
  return observations.get(id);
}

export function testOf(id: string): Test | undefined {
  return tests.get(id);
}

/** A test answers as usual this often where nothing that is there touches it. Ours. */
const USUAL = 0.985;
/** No answer is thought impossible. Ours. */
const LEAST = 0.02;
/** What is on no map shows anything this often, and any answer. Ours. */
const UNKNOWN_SHOWS = 0.2;
const UNKNOWN_USUAL = 0.9;

/** A cause that the map does not hold. */
export type Unknown = 'unknown';

/** Probability of one piece of evidence when exactly these causes are there. */
export function likelihood(setup: Setup, evidence: Evidence, causes: readonly (PlacedCause | Unknown)[]): number {
  switch (evidence.kind) {
    case 'observed':
      return ofObserved(setup, evidence, causes);
    case 'tested':
      return ofTested(setup, evidence, causes);
    case 'exchanged':
      return ofExchanged(setup, evidence, causes);
  }
}

/** Each cause shows it by itself, or it is there anyway: none of them need fail to (noisy or). */
function ofObserved(
  setup: Setup,
  { observation: id, place, seen }: Extract<Evidence, { kind: 'observed' }>,
  causes: readonly (PlacedCause | Unknown)[],
): number {
  const observation = observationOf(id);
  if (observation === undefined) return 1;
  const unseen = causes.reduce(
    (product, cause) => product * (1 - showing(setup, { observation, place }, cause)),
    1 - frequencyOf(observation.anyway),
  );
  return seen ? 1 - unseen : unseen;
}

export function showing(
  setup: Setup,
  { observation, place }: { readonly observation: Observation; readonly place: string | undefined },
  cause: PlacedCause | Unknown,
): number {
  if (cause === 'unknown') return UNKNOWN_SHOWS;
  const word = cause.cause.signs[observation.id];
  const spot = { at: cause.cause.at, place: cause.place };
  return word !== undefined && isRelated(setup, spot, { at: observation.at, place }) ? frequencyOf(word) : 0;
}

function ofTested(
  setup: Setup,
  { test: id, place, answer }: Extract<Evidence, { kind: 'tested' }>,
  causes: readonly (PlacedCause | Unknown)[],
): number {
  const test = testOf(id);
  return test === undefined ? 1 : (answersOf(setup, { test, place }, causes).get(answer) ?? LEAST);
}

/** How often a test gives each answer when exactly these causes are there. */
export function answersOf(
  setup: Setup,
  asked: { readonly test: Test; readonly place: string | undefined },
  causes: readonly (PlacedCause | Unknown)[],
): ReadonlyMap<string, number> {
  const speaking = causes
    .map((cause) => (cause === 'unknown' ? undefined : saysOf(setup, asked, cause)))
    .filter((says) => says !== undefined);
  return answersBy(asked.test, speaking, causes.includes('unknown'));
}

type Says = Readonly<Record<string, Frequency>>;

/** What a cause has to say to a test at a place; undefined where the test has nothing to do with it. */
export function saysOf(
  setup: Setup,
  { test, place }: { readonly test: Test; readonly place: string | undefined },
  { cause, place: own }: PlacedCause,
): Says | undefined {
  const says = cause.tests[test.id];
  return says !== undefined && isRelated(setup, { at: cause.at, place: own }, { at: test.at, place })
    ? says
    : undefined;
}

/** The answers' shares where these have something to say; `isUnknown`: what is there stands on no map. */
export function answersBy(test: Test, speaking: readonly Says[], isUnknown = false): ReadonlyMap<string, number> {
  const [usual, ...others] = test.answers;
  const least = isUnknown ? 1 - UNKNOWN_USUAL : 1 - USUAL;
  const weights = others.map(({ id }) => {
    const silent = speaking.reduce((product, says) => product * (1 - wordOf(says[id])), 1);
    return Math.max(speaking.length === 0 ? least / others.length : LEAST, 1 - silent);
  });
  const told = weights.reduce((sum, weight) => sum + weight, 0);
  const rest = Math.max(LEAST, 1 - told);
  const all = told + rest;
  return new Map([
    [usual.id, rest / all],
    ...others.map(({ id }, i): [string, number] => [id, (weights[i] ?? 0) / all]),
  ]);
}

function wordOf(word: Frequency | undefined): number {
  return word === undefined ? 0 : frequencyOf(word);
}

function ofExchanged(setup: Setup, evidence: ExchangedEvidence, causes: readonly (PlacedCause | Unknown)[]): number {
  const speaking = causes
    .map((cause) => (cause === 'unknown' ? undefined : exchangeShares(setup, evidence, cause)))
    .filter((shares) => shares !== undefined);
  return exchangeLikelihood(speaking, evidence.outcome);
}
