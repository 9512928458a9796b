import { exp, type Random } from '../basics';
import type { Seconds } from '../units';
import { type ExhaustGas, FREE_AIR_OXYGEN, seenLambda } from './exhaustGas';

export interface WidebandOptions {
  /** Gas between valve and sensor, kg: the transport delay is this over the flow. */
  readonly pipe: number;
  /** The sensor's own lag at idle flow; it falls as the flow grows. */
  readonly timeConstant: Seconds;
  readonly idleFlow: number;
  /** From cold to the first believable figure. */
  readonly warmUp: Seconds;
  /** Slope error, drawn once, and noise of each figure, as shares. */
  readonly gainSpread: number;
  readonly noise: number;
}

/** Ours: a heated sensor half a metre down the pipe. */
export const DEFAULT_WIDEBAND: WidebandOptions = {
  pipe: 4e-4,
  timeConstant: 0.15 as Seconds,
  idleFlow: 1e-3,
  warmUp: 20 as Seconds,
  gainSpread: 0.005,
  noise: 0.004,
};

/** Below this supply the heater cannot hold its temperature: common practice, no source, 12 V. */
export const LEAST_SUPPLY_V = 12;
/** For each volt short it reads this much lean. Ours. */
const ERROR_PER_VOLT = 0.03;
/** Slowest gas that still reaches the sensor, kg/s. */
const STILL = 2e-5;

export type LambdaShown =
  | { readonly state: 'warmingUp' }
  | { readonly state: 'ready'; readonly lambda: number; readonly supply: 'good' | 'low' };

/** A wideband oxygen sensor. Mutable. */
export interface Wideband {
  /** Supply at its plug, V. */
  supply(volts: number): void;
  /** After the time since the last look, from the gas that leaves the port and its flow, kg/s. */
  show(gas: ExhaustGas, flow: number, since: Seconds): LambdaShown;
  /** Oxygen it shows in free air, percent: 20.9 +/- 0.4 on a good one (common practice, no source). */
  freeAir(): number;
}

export function createWideband(random: Random, options: WidebandOptions = DEFAULT_WIDEBAND): Wideband {
  const gain = 1 + options.gainSpread * (2 * random.uniform() - 1);
  let volts = 13.5;
  let now = 0;
  let lagged = 1;
  let underWay: { readonly at: number; readonly lambda: number }[] = [];
  let arrived = 1;

  /** Gas that has reached the sensor by now, however much of it left the port in between. */
  function arrive(delay: number) {
    const due = underWay.filter(({ at }) => at + delay <= now);
    arrived = due.at(-1)?.lambda ?? arrived;
    underWay = underWay.slice(due.length);
  }
  return {
    supply(to) {
      volts = to;
    },
    freeAir: () => FREE_AIR_OXYGEN * gain * (1 + options.noise * random.normal()),
    show(gas, flow, since) {
      now += since;
      const moving = Math.max(STILL, flow);
      underWay.push({ at: now, lambda: seenLambda(gas) });
      arrive(options.pipe / moving);
      const lag = options.timeConstant * Math.min(3, Math.sqrt(options.idleFlow / moving));
      lagged += (arrived - lagged) * (1 - exp(-since / lag));
      if (now < options.warmUp) return { state: 'warmingUp' };
      const short = Math.max(0, LEAST_SUPPLY_V - volts);
      const lambda = lagged * gain * (1 + ERROR_PER_VOLT * short) * (1 + options.noise * random.normal());
      return { state: 'ready', lambda, supply: short > 0 ? 'low' : 'good' };
    },
  };
}
