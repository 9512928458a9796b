/** What an instrument in an exhaust sees of a cylinder's last charge. */
export interface ExhaustGas {
  /** Excess-air ratio of the charge; infinite without fuel. */
  readonly lambda: number;
  readonly fired: boolean;
  /** Fresh air of the charge, kg. */
  readonly air: number;
}

/** Free oxygen of air, percent by volume. Source: US Standard Atmosphere 1976, 20.95 (dry). */
export const FREE_AIR_OXYGEN = 20.95;
/** A sensor that finds more oxygen than this much excess air would leave shows no more. Ours. */
const LEANEST = 4;

/**
 * Excess-air ratio as an oxygen sensor sees it: a charge that did not fire leaves all its oxygen and reads far lean (common practice,
 * no source). Fired charges read what they were.
 */
export function seenLambda({ lambda, fired }: ExhaustGas): number {
  return fired ? Math.min(LEANEST, lambda) : LEANEST;
}

/** Several cylinders into one pipe, weighed by their air. */
export function mixedGas(gases: readonly ExhaustGas[]): ExhaustGas {
  const air = gases.reduce((sum, gas) => sum + gas.air, 0);
  if (air === 0) return { lambda: LEANEST, fired: false, air: 0 };
  const phi = gases.reduce((sum, gas) => sum + gas.air / seenLambda(gas), 0) / air;
  return { lambda: 1 / phi, fired: true, air };
}

/** Free oxygen in lean exhaust, percent, from the excess air. Source: atom balance of lean combustion, nearly 20.95 (1 - 1/lambda). */
export function exhaustOxygen(lambda: number): number {
  return lambda > 1 ? FREE_AIR_OXYGEN * (1 - 1 / lambda) : 0;
}

/** Carbon monoxide, percent by volume: some 0.4 at lambda 1 and 28 more for each part that air is short. common practice, no source. */
export function carbonMonoxide(lambda: number): number {
  return lambda >= 1 ? Math.max(0.1, 0.4 - 3 * (lambda - 1)) : 0.4 + 28 * (1 - lambda);
}
