import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { at } from '../basics';
import { type Belief, layoutOf, symmetric } from '../belief';
import { type FoundAs, faultKindOf, type Suspicion } from '../faults';
import { actionOn, concernOf, type Setup } from '../setup';

/**
 * How screws stand in a bank that is found: this many turns off (one standard deviation), with these odds. Ours: a season moves a
 * screw by half a turn, a stranger's hand by more.
 */
const TURNS_OFF = [
  { turns: 0.5, weight: 0.6 },
  { turns: 1, weight: 0.38 },
  { turns: 2, weight: 0.02 },
];
/** What throats differ by themselves, log airflow: the leakage of closed plates. Ours. */
const PLATES = 0.03;
/**
 * The logarithm of how much more probable the bank as found is with a suspicion than with screws astray alone: one throat that breathes
 * much more than screws explain, its sisters in order, speaks for a leak; two throats of one shaft apart for exchanged hoses, or for one
 * that came to rest elsewhere. `now`: the belief that has learned since what screws do.
 */
export function foundEvidence(belief: Belief, now: Belief = belief): (suspicion: Suspicion) => number {
  const layout = layoutOf(belief.setup);
  const found = belief.setup.throats.map((_, i) => at(belief.mean, layout.trim(i)));
  const asThought = foundProbability(belief, belief.mean);
  const asLearned = foundProbability(belief, learnedSince(belief, now));
  const place = (throat: string) => belief.setup.throats.findIndex(({ id }) => id === throat);
  /** One throat as it would stand without what it has more than its sisters, averaged over how much that may be. */
  const without = (throat: string, excesses: readonly number[]) => {
    const apart = place(throat);
    const mended = (excess: number) => found.map((trim, k) => (k === apart ? trim - excess : trim));
    const mean = excesses.reduce((sum, excess) => sum + asLearned(mended(excess)) / excesses.length, 0);
    return Math.log(mean / asLearned(found));
  };
  const speaksFor = (look: FoundAs): number => {
    switch (look.as) {
      case 'apart':
        return without(look.throat, look.by);
      case 'exchanged': {
        const [a, b] = look.throats.map(place);
        const other = found.map((_, k) => at(found, k === a ? (b ?? k) : k === b ? (a ?? k) : k));
        // What was learned of screws is misleading if the needles were another's.
        return Math.log(asThought(other) / asThought(found));
      }
    }
  };
  return (suspicion) => {
    const look = faultKindOf(suspicion).shows?.foundAs(belief.setup, suspicion);
    return look === undefined ? 0 : speaksFor(look);
  };
}

/** A screw that does less than this share of what was thought may be a dead one: how far it stands off is not reckoned by it. Ours. */
const LEAST_LEARNED = Math.log(0.5);

/** The state as found, with what screws do as it is known now. */
function learnedSince({ setup, mean }: Belief, now: Belief): readonly number[] {
  const layout = layoutOf(setup);
  const learned = [...mean];
  setup.adjusters.forEach((_, j) => {
    const gain = layout.gain(j);
    learned[gain] = Math.max(at(now.mean, gain), at(mean, gain) + LEAST_LEARNED);
  });
  return learned;
}

/** How probable trims are in a bank that is found, up to a factor, with what screws do as in a state. */
function foundProbability({ setup }: Belief, state: readonly number[]): (trims: readonly number[]) => number {
  const models = TURNS_OFF.map(({ turns, weight }) => ({ weight, density: contrastDensity(setup, state, turns) }));
  return (trims) => models.reduce((sum, { weight, density }) => sum + weight * density(trims), Number.MIN_VALUE);
}

/** Density of the differences to the last throat, when each screw is so many turns off. */
function contrastDensity(
  setup: Setup,
  state: readonly number[],
  turnsOff: number,
): (trims: readonly number[]) => number {
  const { throats, adjusters } = setup;
  const layout = layoutOf(setup);
  const n = throats.length;
  if (n < 2) return () => 1;
  const covariance = Matrix.eye(n).mul(PLATES ** 2);
  adjusters.forEach((adjuster, j) => {
    if (concernOf(adjuster) !== 'rest') return;
    const reach = turnsOff * Math.exp(at(state, layout.gain(j)));
    const column = Matrix.columnVector(throats.map(({ id }) => reach * actionOn(adjuster, id)));
    covariance.add(column.mmul(column.transpose()));
  });
  const contrast = new Matrix(
    Array.from({ length: n - 1 }, (_, i) => Array.from({ length: n }, (_, k) => (k === i ? 1 : k === n - 1 ? -1 : 0))),
  );
  const factor = new CholeskyDecomposition(symmetric(contrast.mmul(covariance).mmul(contrast.transpose())));
  const scale = factor.lowerTriangularMatrix.diagonal().reduce((product, d) => product * d, 1);
  // Worked out once: the density is asked for at a hundred places.
  const precision = contrast.transpose().mmul(factor.solve(contrast)).to2DArray();
  return (trims) => {
    let distance = 0;
    for (let i = 0; i < n; i += 1)
      for (let k = 0; k < n; k += 1) distance += at(trims, i) * at(at(precision, i), k) * at(trims, k);
    return Math.exp(-0.5 * distance) / scale;
  };
}
