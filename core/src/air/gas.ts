import { type Kelvins, kelvins, type Pascals, pascals } from '../units';

/** Specific gas constant of dry air, J/(kg K). Source: ISO 2533:1975, 2.1. */
export const AIR_GAS_CONSTANT = 287.05287;

/** Ratio of specific heats of air at ambient temperature. Source: ISO 2533:1975, 2.1 (1.4 by definition there). */
export const AIR_HEAT_RATIO = 1.4;

/** Sea-level pressure and temperature. Source: ISO 2533:1975, table 1. */
export const STANDARD_PRESSURE: Pascals = pascals(101_325);
export const STANDARD_TEMPERATURE: Kelvins = kelvins(288.15);
