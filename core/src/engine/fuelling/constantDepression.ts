import { AIR_FUEL_RATIO } from '../gas/burn';
import {
  type CarburetorState,
  type FuelCircuit,
  type IdleDesign,
  JETTING_DENSITY,
  jetSuction,
  liftPressure,
  type Metering,
} from './circuit';
import { venturiDepression } from './venturi';

/** Depression that carries the piston, Pa: its weight and spring over its area. Ours: some 8 in of water. */
const CARRIED = 2000;
/** The damper lets the piston rise slowly and fall fast, s. Ours. */
const RISING = 0.25;
const FALLING = 0.05;
/** Fuel stands this far below the jet bridge, m. Ours. */
const BRIDGE = 0.009;
/** Needle's profile: lambda from the idle's to this once the piston is well up. Ours. */
const CRUISE_LAMBDA = 0.98;
/** A turn of the jet nut, as a share of the idle's fuel area: a flat is a sixth. Ours. */
const NUT_PER_TURN = 0.3;

/**
 * What a suction draws through the narrow ring between needle and jet, which is neither laminar (power 1) nor turbulent (power 1/2): its
 * 9/16 power. Ours: it makes the lift of a right mixture settle, as it should (common practice, no source).
 */
function annulusSuction(suction: number, level: number): number {
  const root = jetSuction(suction, liftPressure(BRIDGE - level));
  return root * Math.sqrt(Math.sqrt(Math.sqrt(root)));
}

export interface PistonState {
  /** Share of the lift that a torn diaphragm or a sticking piston costs. */
  lost: number;
  /** A tool or a finger that lifts the piston, m of lift. */
  lifted: number;
}

/** A piston that rises until the depression carries it, with a needle in its jet; one circuit for everything. */
export interface PistonCircuit extends FuelCircuit {
  /** Free area beneath the piston, m2: it is a restriction of its own until it has risen. */
  area(): number;
}

/** `chord`: width of the opening beneath the piston, m. */
export function constantDepressionCircuit(design: IdleDesign, chord: number, piston: PistonState): PistonCircuit {
  const speed = Math.sqrt(2 * JETTING_DENSITY * CARRIED);
  const idleArea = design.air / speed;
  const reference = annulusSuction(CARRIED, 0);
  const idleFuel = design.air / (AIR_FUEL_RATIO * design.lambda * Math.max(1, reference));
  let area = idleArea;

  /** Fuel area of needle and jet at an opening beneath the piston, over suction, as made: the idle's, and cruise in proportion above. */
  function needle(opened: number, enrichedTurns: number): number {
    const above = Math.max(0, opened - idleArea) * speed;
    const profile = idleFuel * Math.min(1, 0.6 + (0.4 * opened) / idleArea);
    const nut = idleFuel * NUT_PER_TURN * enrichedTurns;
    return Math.max(0, profile + nut + above / (AIR_FUEL_RATIO * CRUISE_LAMBDA * reference));
  }

  return {
    area: () => area + piston.lifted * chord,
    fuel({ air, density }: Metering, state: CarburetorState, dt: number) {
      const wanted = Math.max(0.3 * idleArea, (1 - piston.lost) * (air / Math.sqrt(2 * density * CARRIED)));
      const lag = wanted > area ? RISING : FALLING;
      area += (wanted - area) * Math.min(1, dt / lag);
      const free = area + piston.lifted * chord;
      const suction = annulusSuction(venturiDepression(air, free, density), state.level);
      return needle(free, state.enrichedTurns) * Math.min(state.pilot, state.main) * state.needle * suction;
    },
  };
}
