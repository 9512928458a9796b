/** A fuel as moles of hydrogen and oxygen per mole of carbon, and its density, kg/m3. */
export interface Fuel {
  readonly hydrogenPerCarbon: number;
  readonly oxygenPerCarbon: number;
  readonly density: number;
}

/** Compositions. Source: Heywood (1988), table D.4; petrol's H/C and the densities at 15 C are common practice, no source. */
export const FUELS = {
  isooctane: { hydrogenPerCarbon: 2.25, oxygenPerCarbon: 0, density: 692 },
  methanol: { hydrogenPerCarbon: 4, oxygenPerCarbon: 1, density: 796 },
  ethanol: { hydrogenPerCarbon: 3, oxygenPerCarbon: 0.5, density: 789 },
  petrol: { hydrogenPerCarbon: 1.87, oxygenPerCarbon: 0, density: 745 },
} as const satisfies Readonly<Record<string, Fuel>>;

/**
 * Mass of air that burns a unit mass of fuel completely: 34.56 (4 + y - 2z) / (12.011 + 1.008 y + 15.999 z) for CHyOz.
 * Source: Heywood (1988), eq. 3.7, with the oxygen in the fuel counted against the air. Exact for complete burning in dry air.
 */
export function stoichiometricAirFuelRatio({ hydrogenPerCarbon: y, oxygenPerCarbon: z }: Fuel): number {
  return (34.56 * (4 + y - 2 * z)) / (12.011 + 1.008 * y + 15.999 * z);
}

/** Excess-air ratio: air that is there over air that is needed. 1 burns completely, less is rich. */
export function lambdaOf(airKg: number, fuelKg: number, airFuelRatio: number): number {
  return airKg / (fuelKg * airFuelRatio);
}
