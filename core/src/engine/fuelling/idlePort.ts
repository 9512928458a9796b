import { square } from '../../basics';
import { AIR_FUEL_RATIO } from '../gas/burn';
import {
  type CarburetorState,
  type FuelCircuit,
  type IdleDesign,
  jetSuction,
  liftPressure,
  type Metering,
} from './circuit';

/** Transfer slot: its length, and how much of it shows below the plate's edge at the idle it was made for. common practice, no source: 0.040 in. */
const SLOT_LENGTH = 2.6e-3;
const SLOT_AT_IDLE = 1.0e-3;
/** Areas over that of the idle port at base turns: a millimetre of slot, and the fixed air bleed. Ours. */
const SLOT_PER_METRE = 1200;
const BLEED = 0.3;
/** Base turns of a mixture screw from its seat: common practice, no source (1.5 to 2.5). */
export const BASE_TURNS = 2;
/** Fuel has to be lifted this far to the top of the idle passage, m. Ours. */
const LIFT = 0.015;

/**
 * Share of the depression behind the plate that reaches the pilot jet. The idle passage ends in the port that the screw sets and in
 * the part of the transfer slot below the plate's edge; it takes air from the bleed and from the part above. Two orifices in a
 * row share a pressure difference in inverse proportion to their squared areas (Bernoulli).
 */
export function idleSuctionShare(portOverBase: number, slotShown: number): number {
  const shown = Math.min(SLOT_LENGTH, Math.max(0, slotShown));
  const out = portOverBase + SLOT_PER_METRE * shown;
  const bleed = BLEED + SLOT_PER_METRE * (SLOT_LENGTH - shown);
  return square(out) / (square(out) + square(bleed));
}

/** Length of slot that shows below the plate's edge, m: the edge travels half the bore for each radian. */
export function slotShown(opening: number, idleOpening: number, bore: number): number {
  return SLOT_AT_IDLE + ((opening - idleOpening) * bore) / 2;
}

/** The idle circuit of a plate carburetor: pilot jet, mixture screw at the idle port, transfer slot. */
export function idlePortCircuit(design: IdleDesign, bore: number): FuelCircuit {
  const suction = (depression: number, port: number, shown: number) =>
    idleSuctionShare(port, shown) * Math.min(depression, 48_000);
  const reference = jetSuction(suction(design.depression, 1, SLOT_AT_IDLE), liftPressure(LIFT));
  const size = design.air / (AIR_FUEL_RATIO * design.lambda * Math.max(1, reference));
  return {
    fuel({ depression, opening }: Metering, state: CarburetorState) {
      const port = Math.max(0, 1 + state.enrichedTurns / BASE_TURNS);
      const pulled = suction(depression, port, slotShown(opening, design.opening, bore) + state.slotMore);
      return size * state.pilot * state.jet * jetSuction(pulled, liftPressure(LIFT - state.level));
    },
  };
}
