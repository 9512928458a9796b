import { at } from '../../basics';
import type { Setup } from '../../setup';
import type { Cause } from '../map';
import { type Evidence, likelihood, type Unknown } from './evidence';
import { factorOf } from './factors';
import { type Learned, type PlacedCause, placedCauses } from './placed';

/** How likely it is that what is wrong stands on no map, before anything is known. Ours. */
const UNKNOWN_PRIOR = 0.03;

/** One way in which everything may have come about: one cause, two, or one that the map does not hold. */
export interface Hypothesis {
  readonly causes: readonly (PlacedCause | Unknown)[];
  readonly probability: number;
}

export interface RankedSuspect {
  readonly cause: Cause;
  readonly place: string | undefined;
  /** That it is there, alone or with another. */
  readonly probability: number;
  /** What speaks for and against it, the strongest first. */
  readonly speaksFor: readonly Evidence[];
  readonly speaksAgainst: readonly Evidence[];
}

export interface Suspects {
  /** Every cause at every place, most probable first. */
  readonly ranked: readonly RankedSuspect[];
  /** That it is something else. */
  readonly unknown: number;
  readonly hypotheses: readonly Hypothesis[];
}

/**
 * Weighs every cause, every two together and one that is on no map by Bayes' rule: exact, for pieces of evidence that are independent once it is
 * known what is wrong (the noisy or of QMR: Shwe and others, Methods Inf. Med. 30 (1991) 241, from memory). The order of the evidence does not matter.
 */
export function weighSuspects(setup: Setup, evidence: readonly Evidence[], learned: Learned = []): Suspects {
  const placed = placedCauses(setup, learned);
  const hypotheses = weighed(setup, placed, evidence);
  const sums = new Map<PlacedCause, number>();
  let unknown = 0;
  for (const { causes, probability } of hypotheses) {
    for (const cause of causes) {
      if (cause === 'unknown') unknown += probability;
      else sums.set(cause, (sums.get(cause) ?? 0) + probability);
    }
  }
  const ranked = placed
    .map((each) => ({ ...each, probability: sums.get(each) ?? 0 }))
    .sort((a, b) => b.probability - a.probability)
    .map(({ cause, place, prior, probability }) => ({
      cause,
      place,
      probability,
      ...sidesOf(setup, { cause, place, prior }, evidence),
    }));
  return { ranked, unknown, hypotheses };
}

function weighed(setup: Setup, placed: readonly PlacedCause[], evidence: readonly Evidence[]): readonly Hypothesis[] {
  const factors = evidence.map((item) => factorOf(setup, item, placed));
  const weights: { readonly causes: Hypothesis['causes']; readonly weight: number }[] = [];
  for (const [i, one] of placed.entries()) {
    weights.push({ causes: [one], weight: factors.reduce((product, factor) => product * factor.single(i), one.prior) });
    for (let j = i + 1; j < placed.length; j += 1) {
      const other = at(placed, j);
      // Two places of one cause are not thought of: one that shows twice is seen with the first.
      if (other.cause === one.cause) continue;
      let weight = one.prior * other.prior;
      for (const factor of factors) weight *= factor.pair(i, j);
      weights.push({ causes: [one, other], weight });
    }
  }
  const unknown = evidence.reduce((product, item) => product * likelihood(setup, item, ['unknown']), UNKNOWN_PRIOR);
  weights.push({ causes: ['unknown'], weight: unknown });
  const whole = weights.reduce((sum, { weight }) => sum + weight, 0);
  return weights
    .map(({ causes, weight }) => ({ causes, probability: weight / whole }))
    .sort((a, b) => b.probability - a.probability);
}

/** Evidence this many times likelier, or less likely, with a cause than without speaks for it or against it. Ours. */
const SPEAKS_FOR = 1.5;
const SPEAKS_AGAINST = 0.7;

function sidesOf(setup: Setup, cause: PlacedCause, evidence: readonly Evidence[]) {
  const told = evidence
    .map((item) => ({ item, ratio: likelihood(setup, item, [cause]) / likelihood(setup, item, []) }))
    .sort((a, b) => Math.abs(Math.log(b.ratio)) - Math.abs(Math.log(a.ratio)));
  return {
    speaksFor: told.filter(({ ratio }) => ratio > SPEAKS_FOR).map(({ item }) => item),
    speaksAgainst: told.filter(({ ratio }) => ratio < SPEAKS_AGAINST).map(({ item }) => item),
  };
}
