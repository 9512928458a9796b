import { cos, sin, square } from '../../basics';
import { type CubicMetres, cubicMetres } from '../../units';

/** A cylinder's fixed dimensions, in metres. */
export interface CylinderShape {
  readonly bore: number;
  readonly stroke: number;
  readonly rod: number;
  readonly compressionRatio: number;
}

/** Volume swept by the piston. Source: Heywood (1988), eq. 2.1 ff. */
export function sweptVolume({ bore, stroke }: CylinderShape): CubicMetres {
  return cubicMetres((Math.PI / 4) * square(bore) * stroke);
}

/** Volume left at top dead centre: swept / (ratio - 1). Source: Heywood (1988), eq. 2.1. */
export function clearanceVolume(shape: CylinderShape): CubicMetres {
  return cubicMetres(sweptVolume(shape) / (shape.compressionRatio - 1));
}

/**
 * Cylinder volume at a crank angle (radians, 0 at top dead centre). Source: Heywood (1988), eqs. 2.4 and 2.5; exact for a
 * piston pin on the bore's axis.
 */
export function cylinderVolume(shape: CylinderShape, crankAngle: number): CubicMetres {
  const a = shape.stroke / 2;
  const s = a * cos(crankAngle) + Math.sqrt(square(shape.rod) - square(a * sin(crankAngle)));
  return cubicMetres(clearanceVolume(shape) + (Math.PI / 4) * square(shape.bore) * (shape.rod + a - s));
}

/** Change of the cylinder volume with the crank angle, m3 per radian: the derivative of {@link cylinderVolume}. */
export function volumeSlope(shape: CylinderShape, crankAngle: number): number {
  const a = shape.stroke / 2;
  const sine = sin(crankAngle);
  const cosine = cos(crankAngle);
  const slant = Math.sqrt(square(shape.rod) - square(a * sine));
  return (Math.PI / 4) * square(shape.bore) * (a * sine + (square(a) * sine * cosine) / slant);
}
