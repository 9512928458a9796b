import { exp, type Random } from '../basics';
import type { Seconds } from '../units';
import { carbonMonoxide, type ExhaustGas, seenLambda } from './exhaustGas';

/** Seconds for gas to be pumped to the cell, and the cell's own lag. Ours: a shop's analyser. */
const PUMPED = 4;
const LAG = 5;
const DIVISION = 0.05;
const SLOPE_SPREAD = 0.03;

/** A CO meter: right, and slow. Mutable. */
export interface CoMeter {
  /** Percent by volume after the time since the last look. */
  show(gas: ExhaustGas, since: Seconds): number;
}

export function createCoMeter(random: Random): CoMeter {
  const gain = 1 + SLOPE_SPREAD * (2 * random.uniform() - 1);
  let hose: { readonly at: number; readonly percent: number }[] = [];
  let now = 0;
  let arrived = 0;
  let cell = 0;
  return {
    show(gas, since) {
      now += since;
      // A charge that did not fire carries next to no CO: it thins what its sisters send.
      hose.push({ at: now, percent: gas.fired ? carbonMonoxide(seenLambda(gas)) : 0 });
      const due = hose.filter(({ at }) => at + PUMPED <= now);
      arrived = due.length > 0 ? due.reduce((sum, { percent }) => sum + percent, 0) / due.length : arrived;
      hose = hose.slice(due.length);
      cell += (arrived - cell) * (1 - exp(-since / LAG));
      return Math.round((gain * cell) / DIVISION) * DIVISION;
    },
  };
}
