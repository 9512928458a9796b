import { Matrix } from 'ml-matrix';
import type { EventOf } from '../job/events';
import type { AdjusterKind, Setup } from '../setup';
import { type Circuit, circuitsOf, cylindersOf, drawnShares, isShared, mixtureScrews } from './circuits';

/** How a job's mixture is worked at, as it was said last. */
export type MixturePlan = Omit<EventOf<'mixturePlan'>, 'kind' | 'id' | 'seq' | 'at' | 'version' | 'actor'>;
export type FinishingRule = MixturePlan['rule'];
export type Seen = EventOf<'mixtureSeen'>['seen'];

/**
 * What is known of a bank's idle mixture: one Gaussian over, for each throat, the natural logarithm `x` of the lambda it meters now; for each
 * mixture screw the logarithm of what a turn does to that; for each cylinder what it differs from its throats' mixture by; the offset of a
 * lambda figure (one sensor, or one for each exhaust); and the logarithm of how much the idle follows the torque. The air has a belief of its
 * own: the two meet in the next step only (docs/decisions).
 */
export interface MixtureState {
  readonly mean: readonly number[];
  readonly covariance: Matrix;
}

/** Places of the parts in the state, and what does not change with it. */
export interface MixtureLayout {
  readonly setup: Setup;
  readonly circuits: readonly Circuit[];
  readonly shares: readonly (readonly number[])[];
  readonly size: number;
  readonly lambda: (throat: number) => number;
  readonly gain: (screw: number) => number;
  readonly own: (cylinder: number) => number;
  readonly offset: (cylinder: number) => number;
  readonly follows: number;
  /** Where this engine's torque is best, logarithm of lambda over the textbook's. */
  readonly best: number;
}

export function mixtureLayout(setup: Setup): MixtureLayout {
  const throats = setup.throats.length;
  const screws = mixtureScrews(setup).length;
  const cylinders = setup.cylinders.length;
  return {
    setup,
    circuits: circuitsOf(setup),
    shares: drawnShares(setup),
    size: throats + screws + 2 * cylinders + 2,
    lambda: (throat) => throat,
    gain: (screw) => throats + screw,
    own: (cylinder) => throats + screws + cylinder,
    offset: (cylinder) => throats + screws + cylinders + cylinder,
    follows: throats + screws + 2 * cylinders,
    best: throats + screws + 2 * cylinders + 1,
  };
}

/** What is believed before anything was seen. Ours, each with its reason. */
export const MIXTURE_PRIOR = {
  /** Idles are set a little rich; as found, a screw a turn off makes a tenth to a fifth. */
  lambda: Math.log(0.94),
  spread: 0.17,
  /** A turn makes a seventh of lambda, within a factor of three (two standard deviations); half of the doubt is common to the bank. */
  perTurn: Math.log(0.14),
  ownGain: 0.35,
  commonGain: 0.45,
  /** A pilot jet's sizes go by some twentieth in flow; a feed's restrictor, 0.005 in of 0.040, by more. common practice, no source (sizes); what they do ours. */
  perSize: { pilotJet: Math.log(0.05), feedRestrictor: Math.log(0.12) },
  /** Cylinders of one throat draw unlike mixtures: a long runner, an uneven firing order. A cylinder with a throat of its own does not. */
  shared: 0.035,
  alone: 0.001,
  /** A lambda sensor before it was checked in free air: its slope. */
  offset: 0.01,
  commonOffset: 0.006,
  /** The idle follows the mean torque: from less than half to twice as much, and a two-stroke's that fires now and then more. */
  follows: { 2: Math.log(1.2), 4: Math.log(0.7) },
  followsSpread: 0.5,
  /** Engines run best from some hundredths richer to some leaner than the textbook's. */
  best: 0.05,
} as const;

export function mixturePrior(layout: MixtureLayout, plan: Pick<MixturePlan, 'sensor'>): MixtureState {
  const { setup, size } = layout;
  const mean = new Array<number>(size).fill(0);
  const covariance = Matrix.zeros(size, size);
  const set = (place: number, value: number, spread: number) => {
    mean[place] = value;
    covariance.set(place, place, spread ** 2);
  };
  setup.throats.forEach((_, i) => {
    set(layout.lambda(i), MIXTURE_PRIOR.lambda, MIXTURE_PRIOR.spread);
  });
  for (const [j, { kind }] of mixtureScrews(setup).entries()) {
    set(layout.gain(j), perTurn(kind), Math.hypot(MIXTURE_PRIOR.ownGain, MIXTURE_PRIOR.commonGain));
    for (let k = 0; k < j; k += 1) both(covariance, [layout.gain(j), layout.gain(k)], MIXTURE_PRIOR.commonGain ** 2);
  }
  const isOneSensor = plan.sensor !== 'each';
  setup.cylinders.forEach(({ id }, k) => {
    set(layout.own(k), 0, isShared(setup, id) ? MIXTURE_PRIOR.shared : MIXTURE_PRIOR.alone);
    set(layout.offset(k), 0, MIXTURE_PRIOR.offset);
    const common = isOneSensor ? MIXTURE_PRIOR.offset * 0.9999 : MIXTURE_PRIOR.commonOffset;
    for (let other = 0; other < k; other += 1) both(covariance, [layout.offset(k), layout.offset(other)], common ** 2);
  });
  set(layout.follows, MIXTURE_PRIOR.follows[setup.engine.strokes], MIXTURE_PRIOR.followsSpread);
  set(layout.best, 0, MIXTURE_PRIOR.best);
  return { mean, covariance };
}

/** What a turn, or a size, is thought to do before it was tried: a logarithm. */
function perTurn(kind: AdjusterKind): number {
  if (kind === 'pilotJet' || kind === 'feedRestrictor') return MIXTURE_PRIOR.perSize[kind];
  return MIXTURE_PRIOR.perTurn;
}

function both(matrix: Matrix, [a, b]: readonly [number, number], value: number): void {
  matrix.set(a, b, value);
  matrix.set(b, a, value);
}

/** The logarithm of what a cylinder burns, without its own difference, at throats' logarithms of lambda; and each throat's weight in it. */
export function drawnMixture(
  shares: readonly number[],
  lambdas: (throat: number) => number,
): { readonly value: number; readonly weights: readonly number[] } {
  const rich = shares.map((share, i) => (share === 0 ? 0 : share * Math.exp(-lambdas(i))));
  const sum = rich.reduce((total, part) => total + part, 0);
  return { value: -Math.log(sum), weights: rich.map((part) => part / sum) };
}

/** Logarithm of the mean lambda of a circuit's cylinders, as a direction in the state: what a job's target is about. */
export function circuitDirection(layout: MixtureLayout, state: MixtureState, circuit: Circuit) {
  const cylinders = cylindersOf(layout.setup, circuit.place);
  return meanDirection(layout, state, cylinders);
}

/** The same for any cylinders. */
export function meanDirection(layout: MixtureLayout, state: MixtureState, cylinders: readonly number[]) {
  const way = new Map<number, number>();
  let value = 0;
  for (const k of cylinders) {
    const drawn = drawnMixture(layout.shares[k] ?? [], (i) => state.mean[layout.lambda(i)] ?? 0);
    value += (drawn.value + (state.mean[layout.own(k)] ?? 0)) / cylinders.length;
    drawn.weights.forEach((weight, i) => {
      if (weight === 0) return;
      const place = layout.lambda(i);
      way.set(place, (way.get(place) ?? 0) + weight / cylinders.length);
    });
    way.set(layout.own(k), (way.get(layout.own(k)) ?? 0) + 1 / cylinders.length);
  }
  return { value, way };
}
