import type { Fuel } from './stoichiometry';

/** Dry exhaust by volume: shares, not per cent; hydrocarbons counted as atoms of carbon. */
export interface DryExhaust {
  readonly carbonDioxide: number;
  readonly carbonMonoxide: number;
  readonly oxygen: number;
  readonly hydrocarbons: number;
}

/** Equilibrium of the water-gas shift where exhaust freezes: K = [CO][H2O] / ([CO2][H2]). Source: Brettschneider (1979), as in ISO 3930: 3.5. */
export const WATER_GAS = 3.5;

/**
 * Lambda of dry exhaust. Source: Brettschneider, Bosch Technische Berichte 6 (1979), p. 177, as in ISO 3930 and OIML R 99, from memory; without
 * nitric oxide, which an idle hardly makes.
 * @throws RangeError for an exhaust without carbon.
 */
export function exhaustLambda(
  { carbonDioxide: co2, carbonMonoxide: co, oxygen, hydrocarbons }: DryExhaust,
  { hydrogenPerCarbon: h, oxygenPerCarbon: o }: Pick<Fuel, 'hydrogenPerCarbon' | 'oxygenPerCarbon'>,
): number {
  const carbon = co2 + co + hydrocarbons;
  if (!(carbon > 0)) throw new RangeError('an exhaust without carbon burnt nothing');
  const water = co2 > 0 ? (h / 4) * (WATER_GAS / (WATER_GAS + co / co2)) : 0;
  return (co2 + co / 2 + oxygen + (water - o / 2) * (co2 + co)) / ((1 + h / 4 - o / 2) * carbon);
}
