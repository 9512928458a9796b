import { cos, square } from '../basics';
import { type Radians, type SquareMetres, squareMetres } from '../units';

/**
 * Open area of a round throttle plate in a round bore, without a shaft: pi D^2/4 (1 - cos(angle)/cos(closedAngle)).
 * Source: Heywood (1988), eq. 7.18 with the shaft diameter set to zero; at the openings of an idle (a few degrees) the shaft's
 * shadow lies inside the plate's own and changes nothing. Zero at and below the closed angle; angles are from square to the bore.
 * Range: closedAngle <= angle <= 90 degrees.
 */
export function plateOpenArea(boreMetres: number, angle: Radians, closedAngle: Radians): SquareMetres {
  if (angle <= closedAngle) return squareMetres(0);
  return squareMetres(((Math.PI * square(boreMetres)) / 4) * (1 - cos(angle) / cos(closedAngle)));
}
