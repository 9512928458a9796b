import { AIR_GAS_CONSTANT, STANDARD_PRESSURE, STANDARD_TEMPERATURE } from '../../air';
import { pow, square } from '../../basics';
import { FUELS, stoichiometricAirFuelRatio } from '../../fuel';

/** Energy in petrol, J/kg. Source: Heywood (1988), table D.4, gasoline 44.0 MJ/kg. */
export const LOWER_HEATING_VALUE = 44e6;
/** Air that petrol needs, by mass. Source: Heywood (1988), eq. 3.7 from its composition. */
export const AIR_FUEL_RATIO = stoichiometricAirFuelRatio(FUELS.petrol);

/** Best indicated efficiency of a full stoichiometric charge before heat loss, and how heat loss grows as the charge shrinks. Ours. */
const BEST_EFFICIENCY = 0.42;
const HEAT_LOSS = 0.3;
/** Loss of efficiency as the flame slows. Ours: a fifth of the work at half a misfire's speed. */
const SLOW_BURN_LOSS = 0.05;
/** Relative flame speed below which a charge does not catch. Ours: puts the lean limit of an idle near lambda 1.25. */
const MISFIRE_SPEED = { modest: 0.2, strong: 0.15 } as const;
/** Scatter of that limit, and of the work of one firing at full flame speed, as shares. Ours: an idle of a carburetted engine is uneven. */
const LIMIT_SCATTER = 0.1;
const WORK_SCATTER = 0.012;
const LARGEST_SCATTER = 0.15;

export type Ignition = keyof typeof MISFIRE_SPEED;

/** What is shut in a cylinder, kg; fuel is what has evaporated. */
export interface Charge {
  readonly air: number;
  readonly burnt: number;
  readonly fuel: number;
  /** Swept volume, m3. */
  readonly swept: number;
}

/** Fuel against air, 1 when stoichiometric, more when rich. */
export function equivalence({ air, fuel }: Pick<Charge, 'air' | 'fuel'>): number {
  return air > 0 ? (fuel * AIR_FUEL_RATIO) / air : 0;
}

/**
 * Laminar flame speed over that of the best mixture without burnt gas: 1 - 1.8 (phi - 1.21)^2 times 1 - 2.06 x^0.77.
 * Source: Metghalchi & Keck's form in Heywood (1988), eq. 9.33 with the gasoline row of table 9.2 (B_phi/B_m = -54.9/30.5), and Rhodes & Keck
 * (1985), SAE 850047, for the diluent share x. Both from memory.
 */
export function relativeFlameSpeed(phi: number, burntShare: number): number {
  const mixture = 1 - 1.8 * square(phi - 1.21);
  const dilution = 1 - 2.06 * pow(burntShare, 0.77);
  return Math.max(0, mixture) * Math.max(0, dilution);
}

/**
 * Heat set free over that of the stoichiometric mixture of the same air. Lean: all the fuel burns. Rich: combustion efficiency falls by
 * 0.7 for each part of excess fuel. Source: read off Heywood (1988), fig. 3-9, from memory.
 */
export function heatReleased(phi: number): number {
  return phi <= 1 ? 0.98 * phi : phi * Math.max(0, 0.98 - 0.7 * (phi - 1));
}

/** Share of the heat that becomes indicated work, before timing. The gas's own properties favour lean mixtures a little. Ours. */
function indicatedEfficiency(charge: Charge, flameSpeed: number): number {
  const full = (STANDARD_PRESSURE * charge.swept) / (AIR_GAS_CONSTANT * STANDARD_TEMPERATURE);
  const filling = Math.max(1e-3, (charge.air + charge.burnt * 0.5) / full);
  const heat = BEST_EFFICIENCY / (1 + HEAT_LOSS / filling);
  const slow = Math.max(0, 1 - SLOW_BURN_LOSS * (1 / flameSpeed - 1));
  return heat * slow * Math.max(0.3, 1 - 0.2 * (equivalence(charge) - 1));
}

export interface SparkConditions {
  readonly ignition: Ignition;
  /** Share of burnt gas that really slows the flame: all of it in a four-stroke, part of it where scavenging leaves it in layers. */
  readonly dilution: number;
  /** Two standard normals and a uniform draw of this cycle. */
  readonly draws: { readonly work: number; readonly limit: number; readonly spark: number };
  /** Share of the sparks that fail. */
  readonly missShare: number;
}

/** Work of one charge, J, and whether it caught. */
export function burnCharge(charge: Charge, spark: SparkConditions): { readonly work: number; readonly fired: boolean } {
  const phi = equivalence(charge);
  const share = (spark.dilution * charge.burnt) / Math.max(1e-12, charge.air + charge.burnt);
  const speed = relativeFlameSpeed(phi, share);
  const limit = MISFIRE_SPEED[spark.ignition] * (1 + LIMIT_SCATTER * spark.draws.limit);
  if (spark.draws.spark < spark.missShare || speed < limit) return { work: 0, fired: false };
  const scatter = Math.min(LARGEST_SCATTER, WORK_SCATTER / speed) * spark.draws.work;
  const heat = (heatReleased(phi) * charge.air * LOWER_HEATING_VALUE) / AIR_FUEL_RATIO;
  return { work: heat * indicatedEfficiency(charge, speed) * (1 + scatter), fired: true };
}
