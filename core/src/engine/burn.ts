/** Energy in petrol, J/kg. Source: Heywood (1988), table D.4, gasoline 44.0 MJ/kg. */
const LOWER_HEATING_VALUE = 44e6;
/** Air per fuel by mass: stoichiometric petrol. Source: Heywood (1988), table D.4, 14.6. */
const AIR_FUEL_RATIO = 14.6;
/** Share of the fuel's energy that becomes indicated work without burnt gas in the charge. Ours: idle is far below an Otto cycle's. */
const BASE_EFFICIENCY = 0.2;
/** Loss of efficiency per part of burnt gas. Ours: at 0.3, a hard idle's, some 30 % is gone. */
const DILUTION_LOSS = 1.0;

/**
 * Indicated work of one firing, J, from the trapped fresh air (kg) and the burnt share of the charge (0 to 1).
 * The mixture is taken as stoichiometric: the fuel side comes with the deeper engine.
 */
export function indicatedWork(trappedAirKg: number, burntShare: number): number {
  const efficiency = BASE_EFFICIENCY * Math.max(0, 1 - DILUTION_LOSS * burntShare);
  return (efficiency * trappedAirKg * LOWER_HEATING_VALUE) / AIR_FUEL_RATIO;
}
