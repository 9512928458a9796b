import type { KiloPascals, PressureUnit } from '../units';
import { toKiloPascals, toPascals } from '../units';

/** An eye and a tachometer's needle, rpm (one standard deviation). Ours. */
export const SPEED_BY_EYE_RPM = 25;
/** No engine turns faster, rpm. Ours. */
const FASTEST_RPM = 20_000;
/** More than this is no vacuum: a perfect one at sea level, kPa (ISO 2533: 101.325). */
const WHOLE_VACUUM_KPA = 101;
/** With the engine stopped no gauge is this far from zero, kPa. Ours. */
const FARTHEST_ZERO_KPA = 20;
/** How a hand seats a meter on a mouth, as a share of what it shows; and the least figure that can be compared. Ours. */
const SEATING = 0.02;
const LEAST_SHOWN = 0.1;

/** A needle seen within a band lies anywhere in it alike: half the band over the square root of 3, here of a band given either side. GUM 4.3.7. */
export function sigmaOfBand(band: number): number {
  return band / Math.sqrt(3);
}

/** A dial read by eye, with the band within which its needle was seen, in its own unit; undefined for more than a whole vacuum. */
export function dialByEye(value: number, band: number, unit: PressureUnit) {
  const kPa = (figure: number): KiloPascals => toKiloPascals(toPascals(figure, unit));
  if (Math.abs(kPa(value)) > WHOLE_VACUUM_KPA) return undefined;
  return { depressionKPa: kPa(value), uncertaintyKPa: sigmaOfBand(kPa(band)) };
}

/** Whether a gauge on a stopped engine may show this, kPa. */
export function isNearZero(offsetKPa: number): boolean {
  return Math.abs(offsetKPa) <= FARTHEST_ZERO_KPA;
}

export function isEngineSpeed(rpm: number): boolean {
  return rpm > 0 && rpm < FASTEST_RPM;
}

/**
 * What a meter on a mouth shows, in its own scale, with the doubt of the hand that holds it and of the eye that reads it within a band;
 * undefined for less than can be compared.
 */
export function meterByEye(shown: number, band: number) {
  if (!(shown >= LEAST_SHOWN)) return undefined;
  return { value: shown, uncertainty: Math.hypot(SEATING * shown, sigmaOfBand(band)) };
}
