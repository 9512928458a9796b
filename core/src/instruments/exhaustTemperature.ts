import { exp } from '../basics';
import { type Kelvins, kelvins, type Seconds } from '../units';
import type { ExhaustGas } from './exhaustGas';

/** Gas at the port of an idling cylinder, K, what a richer or leaner charge takes off for each squared part, and load adds. Ours. */
const AT_IDLE = 620;
const OFF_BEST = 900;
const PER_FLOW = 6e4;
/** Hottest a little lean of stoichiometric. common practice, no source. */
const HOTTEST_LAMBDA = 1.02;
const COLD_PORT = 330;
/** Lag of the pipe's wall where a probe touches it, s. Ours. */
const LAG = 12;

/** A probe on one exhaust port. Mutable. */
export interface PortThermometer {
  show(gas: ExhaustGas, flow: number, since: Seconds): Kelvins;
}

/** A cylinder that does not fire stays cold: what the probe is for. */
export function createPortThermometer(start: Kelvins): PortThermometer {
  let wall: number = start;
  return {
    show({ lambda, fired }, flow, since) {
      const off = lambda - HOTTEST_LAMBDA;
      const gas = fired ? Math.max(COLD_PORT, AT_IDLE + PER_FLOW * flow - OFF_BEST * off * off) : COLD_PORT;
      wall += (gas - wall) * (1 - exp(-since / LAG));
      return kelvins(wall);
    },
  };
}
