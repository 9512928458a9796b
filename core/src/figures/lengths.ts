import { radiansFromDegrees } from '../units';
import { fromUnit, inUnit } from '../units/measure';

/** Exposed length of a transfer slot, mm, as a plate of a bore opens from one angle to another: D/2 (sin b - sin a). Geometry. */
export function slotExposed(boreMm: number, closedDeg: number, openedDeg: number): number {
  return (boreMm / 2) * (Math.sin(radiansFromDegrees(openedDeg)) - Math.sin(radiansFromDegrees(closedDeg)));
}

/** Turns of a stop screw that expose so much of a slot, mm; the screw pushes a lever at right angles. Geometry, for small angles. */
export function stopTurnsFor(
  exposedMm: number,
  {
    boreMm,
    closedDeg,
    pitchMm,
    leverMm,
  }: { readonly boreMm: number; readonly closedDeg: number; readonly pitchMm: number; readonly leverMm: number },
): number {
  const closed = radiansFromDegrees(closedDeg);
  const opened = Math.asin(Math.min(1, (2 * exposedMm) / boreMm + Math.sin(closed)));
  return (leverMm * (opened - closed)) / pitchMm;
}

/** A length, mm, in the units of a float height. */
export function asLengths(mm: number) {
  const metres = fromUnit(mm, 'mm');
  return { inches: inUnit(metres, 'inch'), thou: inUnit(metres, 'thou') };
}
