import { at } from '../basics';
import { circuitDirection, type MixtureState } from './belief';
import { type Circuit, cylindersOf } from './circuits';
import { edgeOf, LEAN_BEST_SHARE } from './hill';
import { lambdaOfCo, normalBelow, RIGHT_COLOUR, RIGHT_LIFT } from './likelihoods';
import type { Mixture } from './mixture';
import { type Direction, varianceAlong } from './update';
import { MIXTURE_INSTRUMENTS, type MixtureInstrument } from './words';

/** How far from the target still counts as right, logarithm of lambda: what the evidence of each rule can show. Ours. */
export const TOLERANCE = { lambda: 0.02, co: 0.025, leanBest: 0.04, leanDrop: 0.04, colour: 0.06, lift: 0.06 } as const;

/** How far an engine's edge lies from where the textbook's curve has it, logarithm: no two hills have one shape. Ours. */
const SHAPE_DOUBT = 0.025;

/** Idle target by ignition: 0.95 with a modest one, up to 1.00 with a strong one. common practice, no source. */
export const IDLE_TARGET = { modest: 0.95, strong: 1.0 } as const;

/** Where one circuit stands against its target. */
export interface CircuitStand {
  readonly circuit: Circuit;
  /** Lambda of its cylinders, and its standard uncertainty. */
  readonly lambda: number;
  readonly doubt: number;
  readonly target: number;
  readonly tolerance: number;
  /** Logarithm of lambda over the target: lean positive; and its standard uncertainty, the target's own included. */
  readonly error: number;
  readonly sigma: number;
  /** Probability that it is within its tolerance. */
  readonly chance: number;
  /** Seen with any instrument since something last moved it. */
  readonly fresh: boolean;
}

/** Where a circuit stands in a state: the mixture's own, or one that a turn would make. */
export function standOf(mixture: Mixture, state: MixtureState, circuit: Circuit): CircuitStand {
  const { layout, plan } = mixture;
  const { value, way } = circuitDirection(layout, state, circuit);
  const aim = aimOf(mixture, state, circuit);
  // A figure that is no evidence leaves what a speed can show.
  const tolerance = isMissing(mixture, circuit)
    ? Math.max(TOLERANCE.leanBest, TOLERANCE[plan.rule.by])
    : TOLERANCE[plan.rule.by];
  const error = value - aim.value;
  const direction: Direction =
    aim.byFollows === 0
      ? way
      : new Map([...way, [layout.follows, -aim.byFollows] as const, [layout.best, -1] as const]);
  const sigma = Math.hypot(Math.sqrt(varianceAlong(state.covariance, direction)), aim.doubt);
  return {
    circuit,
    lambda: Math.exp(value),
    doubt: Math.exp(value) * Math.sqrt(varianceAlong(state.covariance, way)),
    target: Math.exp(aim.value),
    tolerance,
    error,
    sigma,
    chance: normalBelow((tolerance - error) / sigma) - normalBelow((-tolerance - error) / sigma),
    fresh: isFresh(mixture, circuit),
  };
}

/** Where the rule aims, logarithm of lambda, and how that moves with how the idle follows: fixed, or where the hill says. */
export function aimOf({ layout, plan }: Mixture, { mean }: MixtureState, circuit: Circuit) {
  const fixed = (lambda: number) => ({ value: Math.log(lambda), byFollows: 0, doubt: 0 });
  const { rule } = plan;
  const follows = at(mean, layout.follows);
  const edge = (share: number) => {
    const { value, byFollows } = edgeOf(layout, circuit, { follows, share });
    return { value: value + at(mean, layout.best), byFollows, doubt: SHAPE_DOUBT };
  };
  switch (rule.by) {
    case 'lambda':
      return fixed(rule.target);
    case 'co':
      return fixed(lambdaOfCo(rule.percent, plan.fuel) ?? 1);
    case 'leanBest':
      return edge(LEAN_BEST_SHARE);
    case 'leanDrop':
      return edge(LEAN_BEST_SHARE + rule.rpm / layout.setup.targets.idleRpm);
    case 'colour':
      return fixed(RIGHT_COLOUR);
    case 'lift':
      return fixed(RIGHT_LIFT);
  }
}

/** Whether it was looked at with this instrument since something last moved it. */
export function isFreshWith({ looked, touched }: Mixture, { place }: Circuit, instrument: MixtureInstrument): boolean {
  const when = looked[place]?.[instrument];
  return when !== undefined && when > at(touched, place);
}

function isFresh(mixture: Mixture, circuit: Circuit): boolean {
  if (MIXTURE_INSTRUMENTS.some((instrument) => isFreshWith(mixture, circuit, instrument))) return true;
  // A hill is not climbed anew for what a small turn of a stop has moved: the doubt of that is in the belief.
  const { instruments } = mixture.plan;
  const hasOnlySpeed = instruments.every((instrument) => instrument === 'tachometer' || instrument === 'ears');
  return hasOnlySpeed && instruments.some((instrument) => mixture.looked[circuit.place]?.[instrument] !== undefined);
}

/** Cylinders of a circuit that nobody has looked at with this instrument since something last moved it: one of them is not the others. */
export function unseenCylinders(
  mixture: Mixture,
  { place }: Circuit,
  instrument: MixtureInstrument,
): readonly string[] {
  const { layout, seen, touched } = mixture;
  const since = seen.filter(({ clock }) => clock > at(touched, place));
  const looked = since.flatMap(({ seen: each }) => {
    if (each.how !== instrument) return [];
    switch (each.how) {
      case 'sensor':
        return each.figures.map(({ exhaust }) => exhaust);
      case 'co':
        return [each.exhaust];
      case 'colour':
        return [each.cylinder];
      default:
        return [];
    }
  });
  return cylindersOf(layout.setup, place)
    .map((k) => layout.setup.cylinders[k]?.id ?? '')
    .filter((id) => !looked.includes(id));
}

/** Whether a sensor has shown that cycles miss there: its figure is then no evidence but that the mixture is not leaner. */
export function isMissing({ missing, layout, looked, touched }: Mixture, circuit: Circuit): boolean {
  const when = looked[circuit.place]?.sensor;
  const wasSeen = when !== undefined && when > at(touched, circuit.place);
  return wasSeen && cylindersOf(layout.setup, circuit.place).some((k) => at(missing, k) > 0.5);
}
