import { inverse, Matrix } from 'ml-matrix';
import { at } from '../basics';
import { drawnMixture, type MixtureLayout, type MixtureState } from './belief';
import type { Circuit } from './circuits';
import { normalBelow } from './likelihoods';
import { leaned } from './move';
import { torqueLack } from './torque';
import { type Direction, figureIn, rootOf, withMoments } from './update';
import type { HeardAnswer } from './words';

/** The speed with one screw at a place: turns leaner than where the sweep began. */
interface HillPoint {
  readonly leaner: number;
  readonly rpm: number;
  /** Standard uncertainty, rpm. */
  readonly uncertainty: number;
}

/** How ears heard the speed answer a turn from one place to another. */
interface HeardTurn {
  readonly from: number;
  readonly to: number;
  readonly heard: HeardAnswer;
}

/** Speeds while one screw alone was turned: the side of a hill, with its top somewhere. */
export interface Sweep {
  /** Place of the screw among the mixture screws. */
  readonly screw: number;
  readonly points: readonly HillPoint[];
  readonly heard: readonly HeardTurn[];
  /** Turns leaner than where it began, now. */
  readonly now: number;
}

/** An idle wanders by this from one reading to the next, and hunts by that about where it is, as shares. Ours. */
export const WANDER = 0.002;
export const HUNTS = 0.003;
/** A change of speed that two ears hear, and how unsure that is, as shares. Ours. */
const HEARD = 0.008;
const HEARD_DOUBT = 0.005;
/** Nodes of the grid over lambda now, what a turn does, and how the idle follows; and how far it reaches, standard deviations. */
const NODES = [15, 7, 7] as const;
const REACH = [3.2, 2.4, 2.4] as const;
const LAYINGS = 2;

/**
 * The state after a sweep: where on the hill the screw stands, what a turn of it does and how strongly the idle follows the torque, all weighed
 * together on a grid, for a hill is no straight line. The level of the speed itself is unknown and wanders; it is integrated out.
 * Source: torque against lambda as `torqueLack`; marginal likelihood of a linear nuisance, Rasmussen & Williams (2006), eq. 2.42.
 */
export function climbed(layout: MixtureLayout, state: MixtureState, sweep: Sweep): MixtureState {
  const circuit = layout.circuits.find(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  if (circuit === undefined || (sweep.points.length < 2 && sweep.heard.length === 0)) return state;
  const figures = hillFigures(layout, circuit, sweep.screw);
  const prior = { mean: figures.map((figure) => figureIn(state, figure)), root: rootOf(state.covariance, figures) };
  const likelihood = hillLikelihood(layout, state, sweep);
  let moments = gridMoments(prior, { middle: [0, 0, 0], reach: REACH }, likelihood);
  for (let laying = 1; laying < LAYINGS && moments !== undefined; laying += 1) {
    const { middle, spread } = moments;
    moments = gridMoments(
      prior,
      { middle, reach: spread.map((s, i) => Math.min(at(REACH, i), 3.2 * s + 0.1)) },
      likelihood,
    );
  }
  return moments === undefined ? state : withMoments(state, figures, moments);
}

/** What a hill depends on: lambda against where the torque is best, what a turn does, how the idle follows. */
export function hillFigures(layout: MixtureLayout, circuit: Circuit, screw: number): readonly Direction[] {
  const lambda = new Map([
    [layout.lambda(circuit.place), 1],
    [layout.best, -1],
  ]);
  return [lambda, new Map([[layout.gain(screw), 1]]), new Map([[layout.follows, 1]])];
}

/** Logarithm of how probable a sweep's speeds are at lambda (logarithm), gain and following (logarithms). */
function hillLikelihood(layout: MixtureLayout, state: MixtureState, { screw, points, heard, now }: Sweep) {
  const touched = layout.circuits.filter(({ screws }) => screws.some((reached) => reached.screw === screw));
  const first = touched[0];
  const noise = noiseOf(points);
  const logs = points.map(({ rpm }) => Math.log(rpm));
  const lackAt = (lambda: number, gain: number, leaner: number) => {
    const by = leaned(gain, leaner - now).change;
    const moved = (throat: number) => {
      const value = at(state.mean, layout.lambda(throat)) - at(state.mean, layout.best);
      if (!touched.some(({ place }) => place === throat)) return value;
      return (throat === first?.place ? lambda : value) + by;
    };
    return meanLack(layout, state, moved);
  };
  return (lambda: number, gain: number) => {
    const lacks = points.map(({ leaner }) => lackAt(lambda, gain, leaner));
    const turns = heard.map(({ from, to, heard: answer }) => ({
      gained: lackAt(lambda, gain, from) - lackAt(lambda, gain, to),
      answer,
    }));
    return (follows: number) => {
      const share = Math.exp(follows);
      let sum = 0;
      if (noise !== undefined) sum += noise(logs.map((log, i) => log + share * at(lacks, i)));
      for (const { gained, answer } of turns) sum += Math.log(heardChance(share * gained, answer));
      return sum;
    };
  };
}

/** Mean lack of torque of all cylinders, at throats' logarithms of lambda against where the torque is best. */
export function meanLack(layout: MixtureLayout, state: MixtureState, lambdas: (throat: number) => number): number {
  const { shares } = layout;
  return shares.reduce((sum, of, k) => {
    const x = drawnMixture(of, lambdas).value + at(state.mean, layout.own(k));
    return sum + torqueLack(Math.exp(x)) / shares.length;
  }, 0);
}

function heardChance(gained: number, answer: HeardAnswer): number {
  const rose = normalBelow((gained - HEARD) / HEARD_DOUBT);
  const fell = normalBelow((-gained - HEARD) / HEARD_DOUBT);
  const chance = { rose, fell, same: 1 - rose - fell }[answer];
  return 0.02 + 0.96 * Math.max(0, chance);
}

/** Logarithm of the density of residuals whose level is unknown and wanders; undefined for fewer than two. */
function noiseOf(points: readonly HillPoint[]): ((residuals: readonly number[]) => number) | undefined {
  const n = points.length;
  if (n < 2) return undefined;
  const covariance = Matrix.zeros(n, n);
  for (let i = 0; i < n; i += 1) {
    const { rpm, uncertainty } = at(points, i);
    for (let j = 0; j < n; j += 1) covariance.set(i, j, WANDER ** 2 * Math.min(i, j));
    covariance.set(i, i, covariance.get(i, i) + (uncertainty / rpm) ** 2 + HUNTS ** 2);
  }
  const weights = inverse(covariance);
  const rows = Array.from({ length: n }, (_, i) => weights.getRow(i));
  const level = rows.map((row) => row.reduce((sum, w) => sum + w, 0));
  const total = level.reduce((sum, w) => sum + w, 0);
  return (residuals) => {
    let [square, along] = [0, 0];
    for (let i = 0; i < n; i += 1) {
      const row = at(rows, i);
      let weighed = 0;
      for (let j = 0; j < n; j += 1) weighed += at(row, j) * at(residuals, j);
      square += at(residuals, i) * weighed;
      along += at(level, i) * at(residuals, i);
    }
    return -0.5 * (square - (along * along) / total);
  };
}

interface Prior {
  readonly mean: readonly number[];
  readonly root: Matrix;
}

type Likelihood = (lambda: number, gain: number) => (follows: number) => number;

/** First and second moments of prior times likelihood on a grid in the prior's own standard deviations. */
function gridMoments(
  { mean, root }: Prior,
  { middle, reach }: { readonly middle: readonly number[]; readonly reach: readonly number[] },
  likelihood: Likelihood,
) {
  const node = (axis: number, i: number) => at(middle, axis) + ((2 * i) / (at(NODES, axis) - 1) - 1) * at(reach, axis);
  const value = (z: readonly number[], row: number) =>
    z.reduce((sum, part, k) => sum + root.get(row, k) * part, at(mean, row));
  const weighed: { readonly z: readonly number[]; readonly log: number }[] = [];
  for (let a = 0; a < NODES[0]; a += 1)
    for (let b = 0; b < NODES[1]; b += 1) {
      const [za, zb] = [node(0, a), node(1, b)];
      // The root is a lower triangle: lambda and gain do not hang on the third.
      const of = likelihood(value([za], 0), value([za, zb], 1));
      for (let c = 0; c < NODES[2]; c += 1) {
        const z = [za, zb, node(2, c)];
        const log = of(value(z, 2)) - 0.5 * z.reduce((sum, part) => sum + part * part, 0);
        weighed.push({ z, log });
      }
    }
  const largest = Math.max(...weighed.map(({ log }) => log));
  if (!Number.isFinite(largest)) return undefined;
  let total = 0;
  const first = [0, 0, 0];
  const second = Matrix.zeros(3, 3);
  for (const { z, log } of weighed) {
    const weight = Math.exp(log - largest);
    total += weight;
    for (let i = 0; i < 3; i += 1) {
      first[i] = at(first, i) + weight * at(z, i);
      for (let j = 0; j < 3; j += 1) second.set(i, j, second.get(i, j) + weight * at(z, i) * at(z, j));
    }
  }
  const centre = first.map((sum) => sum / total);
  const inZ = second.div(total).sub(Matrix.columnVector(centre).mmul(Matrix.rowVector(centre)));
  for (let i = 0; i < 3; i += 1) inZ.set(i, i, Math.max(1e-4, inZ.get(i, i)));
  return {
    middle: centre,
    spread: centre.map((_, i) => Math.sqrt(inZ.get(i, i))),
    mean: centre.map((_, i) => value(centre, i)),
    covariance: root.mmul(inZ).mmul(root.transpose()),
  };
}

/** Share of the speed by which a lean-best idle may lie below its peak: what the rule calls as fast as any. common practice, no source. */
export const LEAN_BEST_SHARE = 0.01;

/** Logarithm of the lambda at which cylinders that are so large a part of the engine, leaned alone, have cost the idle a share of its speed. */
export function edgeAt(part: number, follows: number, share = LEAN_BEST_SHARE): number {
  const lack = Math.min(0.6, share / (Math.exp(follows) * part));
  let [low, high] = [Math.log(0.9), Math.log(1.55)];
  for (let i = 0; i < 40; i += 1) {
    const middle = (low + high) / 2;
    if (torqueLack(Math.exp(middle)) < lack) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * Logarithm of the lambda at which a circuit, leaned alone, has cost the idle a share of its speed against the peak; and how that moves with
 * the logarithm of how much the idle follows. With many cylinders one of them costs little: the edge then lies leaner.
 */
export function edgeOf(
  layout: MixtureLayout,
  circuit: Circuit,
  { follows, share }: { readonly follows: number; readonly share: number },
): { readonly value: number; readonly byFollows: number } {
  const cylinders = layout.shares.filter((of) => at(of, circuit.place) > 0.3 || isPlenum(of)).length;
  const part = cylinders / layout.shares.length;
  const solve = (log: number) => edgeAt(part, log, share);
  const step = 0.1;
  return { value: solve(follows), byFollows: (solve(follows + step) - solve(follows - step)) / (2 * step) };
}

function isPlenum(shares: readonly number[]): boolean {
  return shares.length > 1 && shares.every((share) => share === shares[0]);
}
