import { sin, square } from '../../basics';
import { radiansFromDegrees, type SquareMetres, squareMetres } from '../../units';
import { type CylinderShape, sweptVolume } from '../crank/crank';

/** The intake valve opens before top dead centre and closes after bottom dead centre. Ours: a mild road cam. */
const OPENS_BEFORE_TDC = radiansFromDegrees(12);
const CLOSES_AFTER_BDC = radiansFromDegrees(48);

/** Overlap top dead centre lies one revolution after the firing one, where crank angle is counted from. */
export const INTAKE_OPENS = 2 * Math.PI - OPENS_BEFORE_TDC;
export const INTAKE_CLOSES = 3 * Math.PI + CLOSES_AFTER_BDC;

/** Greatest effective area of an intake valve against bore area. Ours: one valve of 0.45 bore at a lift of a quarter of its head, discharge 0.6. */
const PEAK_AREA_PER_BORE_AREA = 0.12;

/** Effective intake valve area at a crank angle of the four-stroke cycle (0 at firing top dead centre): a sine-squared lift. */
export function intakeValveArea(shape: CylinderShape, cycleAngle: number): SquareMetres {
  if (cycleAngle <= INTAKE_OPENS || cycleAngle >= INTAKE_CLOSES) return squareMetres(0);
  const phase = (cycleAngle - INTAKE_OPENS) / (INTAKE_CLOSES - INTAKE_OPENS);
  const boreArea = sweptVolume(shape) / shape.stroke;
  return squareMetres(PEAK_AREA_PER_BORE_AREA * boreArea * square(sin(Math.PI * phase)));
}
