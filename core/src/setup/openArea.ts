import { plateOpenArea } from '../air';
import { acos, square } from '../basics';
import { radians, radiansFromDegrees } from '../units';
import type { Throat } from './schema';

/** Discharge coefficient of a throttle near its seat. Source: Heywood (1988), sec. 7.6, about 0.85 at small openings, from memory. */
const THROTTLE_DISCHARGE = 0.85;
/** A right angle of the driver's lever lifts a slide all the way. */
const FULL_TRAVEL = Math.PI / 2;

/**
 * Area beneath a round slide lifted out of a round bore: the segment of the circle below it. Exact geometry for a flat-bottomed slide;
 * the cutaway is left out.
 */
export function slideOpenArea(bore: number, opening: number): number {
  const lift = (bore * Math.min(FULL_TRAVEL, Math.max(0, opening))) / FULL_TRAVEL;
  const radius = bore / 2;
  return (
    square(radius) * acos((radius - lift) / radius) - (radius - lift) * Math.sqrt(Math.max(0, lift * (bore - lift)))
  );
}

/** Effective area of a throat's throttle opened by so much past closed, radians; without what leaks past it closed. */
export function throttleArea(throat: Throat, opening: number): number {
  const bore = throat.boreMm / 1000;
  if (throat.throttle === 'slide') return THROTTLE_DISCHARGE * slideOpenArea(bore, opening);
  const closed = radiansFromDegrees(throat.closedAngleDeg);
  const angle = Math.min(Math.PI / 2, closed + Math.max(0, opening));
  return THROTTLE_DISCHARGE * plateOpenArea(bore, radians(angle), closed);
}

/** The opening at which a throat passes an effective area, by bisection to a millionth of a radian. */
export function openingFor(throat: Throat, area: number): number {
  let low = 0;
  let high = Math.PI / 2;
  for (let i = 0; i < 24; i += 1) {
    const middle = (low + high) / 2;
    if (throttleArea(throat, middle) < area) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
