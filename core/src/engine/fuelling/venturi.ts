import { square } from '../../basics';
import { AIR_FUEL_RATIO } from '../gas/burn';
import {
  type CarburetorState,
  type FuelCircuit,
  JETTING_DENSITY,
  jetSuction,
  liftPressure,
  type Metering,
} from './circuit';

/** Fuel stands this far below the main nozzle, m; a booster multiplies the venturi's depression. Ours. */
const SPILL = 0.005;
const BOOST = 4;
const VENTURI_PER_BORE = 0.8;
/** The main circuit alone, once it draws: what cruise settles at. Ours. */
const MAIN_LAMBDA = 1.1;
/** A power valve opens as the manifold's depression falls from here to there, Pa, and adds this share. common practice, no source (form); values ours. */
const POWER_FROM = 16_000;
const POWER_ALL = 8000;
const POWER_SHARE = 0.16;

/** Depression in a venturi of an area, Pa, from the air that passes. Source: Bernoulli, Heywood (1988), eq. 7.5. */
export function venturiDepression(air: number, area: number, density: number): number {
  return square(air / area) / (2 * density);
}

/** The main jet of a fixed venturi: silent at idle, then fuel in proportion to air. */
export function venturiCircuit(bore: number): FuelCircuit {
  const area = (Math.PI / 4) * square(VENTURI_PER_BORE * bore);
  const size = (area * Math.sqrt((2 * JETTING_DENSITY) / BOOST)) / (AIR_FUEL_RATIO * MAIN_LAMBDA);
  return {
    fuel({ air, depression, density }: Metering, state: CarburetorState) {
      const power = Math.min(1, Math.max(0, (POWER_FROM - depression) / (POWER_FROM - POWER_ALL)));
      const pulled = BOOST * venturiDepression(air, area, density);
      return size * (1 + POWER_SHARE * power) * state.main * jetSuction(pulled, liftPressure(SPILL - state.level));
    },
  };
}
