import { at } from '../basics';
import type { Belief } from './belief';
import type { Layout } from './layout';

/** Isentropic flow of air, gamma = 1.4: exponents 2/gamma and (gamma + 1)/gamma. Heywood (1988), App. C. */
const A = 2 / 1.4;
const B = 2.4 / 1.4;
const CRITICAL = (2 / 2.4) ** 3.5;
/** Closer to the barometer than this nothing can be told from a depression. */
const MOST = 0.998;
const LOG_MOST = Math.log(MOST);
const LOG_CRITICAL = Math.log(CRITICAL);
const MOST_FLOW = CRITICAL ** A - CRITICAL ** B;
/** Newton steps from the group's own pressure, at most; and what is close enough, log pressure: a ten-thousandth of a kPa. Ours. */
const STEPS = 8;
const CLOSE = 1e-6;

/**
 * A runner holds the pressure p at which what flows past its throttle, area times psi(p / barometer), is what its cylinder draws,
 * proportional to p. So F(ln p) = ln p - ln psi follows the log of the open area one to one. Given the log of the ratio p / barometer:
 * F less the logarithm of the barometer, and d ln p / dF: 1 where the throttle chokes, little where the depression is small.
 */
export function demand(logRatio: number): { readonly value: number; readonly share: number } {
  if (logRatio <= LOG_CRITICAL) return { value: logRatio, share: 1 };
  const known = Math.min(LOG_MOST, logRatio);
  // psi^2 = (r^A - r^B) / (the same where it chokes) = r^A (1 - q) / MOST_FLOW, with q = r^(B - A).
  const q = Math.exp((B - A) * known);
  const slope = (0.5 * (A - B * q)) / (1 - q);
  return { value: known - 0.5 * (A * known + Math.log((1 - q) / MOST_FLOW)), share: 1 / (1 - slope) };
}

/** What the runners of a group have in common: the state's level and evening. */
export interface GroupState {
  readonly level: number;
  readonly evening: number;
}

export function groupState(mean: ArrayLike<number>, layout: Layout): GroupState {
  return { level: at(mean, layout.level), evening: at(mean, layout.evening) };
}

/** Pressure of one runner as its logarithm, kPa, whose log airflow is `apart` from the group's; and its slopes. */
export function runnerLogPressure(barometer: number, { level, evening: logEvening }: GroupState, apart: number) {
  const evening = Math.exp(logEvening);
  const base = Math.log(barometer);
  const group = Math.min(LOG_MOST, level - base);
  const own = demand(group);
  const wanted = own.value + evening * apart;
  let logRatio = group;
  let now = own;
  for (let i = 0; i < STEPS && Math.abs(wanted - now.value) > CLOSE; i += 1) {
    logRatio = Math.min(LOG_MOST, logRatio + now.share * (wanted - now.value));
    now = demand(logRatio);
  }
  return {
    logPressure: logRatio + base,
    slopeByApart: now.share * evening,
    slopeByEvening: now.share * evening * apart,
    slopeByLevel: now.share / own.share,
  };
}

/**
 * Air of one throat as its logarithm, up to what all have in common, and its slopes: its open area times psi of its own pressure. On a
 * runner of its own that follows the pressure, on a plenum the area alone.
 */
export function throatLogAirflow(barometer: number, group: GroupState, apart: number) {
  const runner = runnerLogPressure(barometer, group, apart);
  const evening = Math.exp(group.evening);
  // ln psi = ln p - F, and F lies `evening` times `apart` from the group's.
  return {
    logAirflow: apart + runner.logPressure - evening * apart,
    slopeByApart: 1 + runner.slopeByApart - evening,
    slopeByEvening: runner.slopeByEvening - evening * apart,
    slopeByLevel: runner.slopeByLevel,
  };
}

/** How strongly a difference of open area shows as a difference of log airflow near the group's level. */
export function airflowContrastNow({ barometer, mean }: Belief, layout: Layout): number {
  return throatLogAirflow(barometer, groupState(mean, layout), 0).slopeByApart;
}

/** How strongly a difference of airflow shows as a difference of log pressure near the group's level. */
export function contrastNow({ barometer, mean }: Belief, layout: Layout): number {
  return runnerLogPressure(barometer, groupState(mean, layout), 0).slopeByApart;
}
