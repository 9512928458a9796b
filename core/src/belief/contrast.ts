import { at } from '../sequence';
import type { Belief, Layout } from './belief';

/** Isentropic flow of air, gamma = 1.4: exponents 2/gamma and (gamma + 1)/gamma. Heywood (1988), App. C. */
const A = 2 / 1.4;
const B = 2.4 / 1.4;
const CRITICAL = (2 / 2.4) ** 3.5;
/** Closer to the barometer than this nothing can be told from a depression. */
const MOST = 0.998;
/** Newton steps from the group's own pressure. Ours. */
const STEPS = 6;

/**
 * A runner holds the pressure p at which what flows past its throttle, area times psi(p / barometer), is what its cylinder draws,
 * proportional to p. So F(ln p) = ln p - ln psi follows the log of the open area one to one. Given the log of the ratio p / barometer:
 * F less the logarithm of the barometer, and d ln p / dF: 1 where the throttle chokes, little where the depression is small.
 */
export function demand(logRatio: number): { readonly value: number; readonly share: number } {
  const ratio = Math.min(MOST, Math.exp(logRatio));
  if (ratio <= CRITICAL) return { value: logRatio, share: 1 };
  const psi = Math.sqrt((ratio ** A - ratio ** B) / (CRITICAL ** A - CRITICAL ** B));
  const q = ratio ** (B - A);
  const slope = (0.5 * (A - B * q)) / (1 - q);
  return { value: Math.log(ratio) - Math.log(psi), share: 1 / (1 - slope) };
}

/** Pressure of one runner as its logarithm, kPa, whose log airflow is `apart` from the group's; and its slopes. */
export function runnerLogPressure(barometer: number, mean: readonly number[], layout: Layout, apart: number) {
  const evening = Math.exp(at(mean, layout.evening));
  const base = Math.log(barometer);
  const group = Math.min(Math.log(MOST), at(mean, layout.level) - base);
  const wanted = demand(group).value + evening * apart;
  let logRatio = group;
  for (let i = 0; i < STEPS; i += 1) {
    const { value, share } = demand(logRatio);
    logRatio = Math.min(Math.log(MOST), logRatio + share * (wanted - value));
  }
  const { share } = demand(logRatio);
  return {
    logPressure: logRatio + base,
    slopeByApart: share * evening,
    slopeByEvening: share * evening * apart,
    slopeByLevel: share / demand(group).share,
  };
}

/** How strongly a difference of airflow shows as a difference of log pressure near the group's level. */
export function contrastNow({ barometer, mean }: Belief, layout: Layout): number {
  return runnerLogPressure(barometer, mean, layout, 0).slopeByApart;
}
