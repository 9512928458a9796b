import { at } from '../../basics';
import type { Setup } from '../../setup';
import { frequencyOf } from '../map';
import { answersBy, type Evidence, likelihood, observationOf, saysOf, showing, testOf } from './evidence';
import { type ExchangedEvidence, exchangeLikelihood, exchangeShares } from './exchanged';
import type { PlacedCause } from './placed';

/**
 * One piece of evidence as numbers, so that tens of thousands of pairs are weighed in a few milliseconds: its probability with one cause, and with
 * two of them, by their places in the list.
 */
export interface Factor {
  single(i: number): number;
  pair(i: number, j: number): number;
}

export function factorOf(setup: Setup, evidence: Evidence, placed: readonly PlacedCause[]): Factor {
  switch (evidence.kind) {
    case 'observed':
      return observedFactor(setup, evidence, placed);
    case 'tested':
      return testedFactor(setup, evidence, placed);
    case 'exchanged':
      return exchangedFactor(setup, evidence, placed);
  }
}

const NOTHING: Factor = { single: () => 1, pair: () => 1 };

function observedFactor(
  setup: Setup,
  { observation: id, place, seen }: Extract<Evidence, { kind: 'observed' }>,
  placed: readonly PlacedCause[],
): Factor {
  const observation = observationOf(id);
  if (observation === undefined) return NOTHING;
  const anyway = 1 - frequencyOf(observation.anyway);
  const unseen = Float64Array.from(placed, (cause) => 1 - showing(setup, { observation, place }, cause));
  const told = (missing: number) => (seen ? 1 - missing : missing);
  return {
    single: (i) => told(anyway * at(unseen, i)),
    pair: (i, j) => told(anyway * at(unseen, i) * at(unseen, j)),
  };
}

function testedFactor(
  setup: Setup,
  evidence: Extract<Evidence, { kind: 'tested' }>,
  placed: readonly PlacedCause[],
): Factor {
  const test = testOf(evidence.test);
  if (test === undefined) return NOTHING;
  const says = placed.map((cause) => saysOf(setup, { test, place: evidence.place }, cause));
  const alone = Float64Array.from(placed, (cause) => likelihood(setup, evidence, [cause]));
  return {
    single: (i) => at(alone, i),
    pair(i, j) {
      const [one, other] = [says[i], says[j]];
      if (one === undefined) return at(alone, j);
      if (other === undefined) return at(alone, i);
      return answersBy(test, [one, other]).get(evidence.answer) ?? at(alone, i);
    },
  };
}

function exchangedFactor(setup: Setup, evidence: ExchangedEvidence, placed: readonly PlacedCause[]): Factor {
  const shares = placed.map((cause) => exchangeShares(setup, evidence, cause));
  const told = (...of: readonly ReturnType<typeof exchangeShares>[]) =>
    exchangeLikelihood(
      of.filter((each) => each !== undefined),
      evidence.outcome,
    );
  return { single: (i) => told(shares[i]), pair: (i, j) => told(shares[i], shares[j]) };
}
