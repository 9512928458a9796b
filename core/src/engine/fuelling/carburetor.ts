import { square } from '../../basics';
import type { Throat } from '../../setup';
import { throttleArea } from '../../setup';
import { AIR_FUEL_RATIO } from '../gas/burn';
import { type CarburetorState, type IdleDesign, type Metering, soundCarburetor } from './circuit';
import { constantDepressionCircuit, type PistonState } from './constantDepression';
import { idlePortCircuit } from './idlePort';
import { slideCircuit } from './slide';
import { venturiCircuit } from './venturi';

/** Fuel of a full pump stroke over an idle's fuel per second, for each radian of opening. Ours: some 0.3 cc a stroke. */
const PUMP_SECONDS_PER_RADIAN = 3;
/** A choke or starter that is all on adds this share of the fuel that its air needs, and leaves this share of the mouth. Ours. */
const CHOKE_ENRICHMENT = 1.2;
const CHOKE_OPEN_SHARE = 0.03;
/** The chord beneath a constant-depression piston over the bore. Ours. */
const PISTON_CHORD = 0.6;

/** One throat's carburetor: what it meters, and how it narrows the throat. Mutable, owned by the engine. */
export interface Carburetor {
  readonly state: CarburetorState;
  readonly piston: PistonState;
  /** Effective area of the throttle at its factory idle, m2. */
  readonly idleArea: number;
  /** Share of the choke that is on. */
  choke: number;
  /** Fuel in kg/s; the pump's share comes with the opening's change since the last call. */
  fuel(metering: Metering, dt: number): number;
  /** Effective area of the throttle alone at an opening, m2, without leakage. */
  throttle(opening: number): number;
  /** What piston and choke in a row with it leave of a throttle's area. */
  narrowed(throttle: number): number;
}

/** The carburetor of a throat, jetted for its factory idle. */
export function createCarburetor(throat: Throat, design: IdleDesign): Carburetor {
  const bore = throat.boreMm / 1000;
  const state = soundCarburetor();
  const piston: PistonState = { lost: 0, lifted: 0 };
  const mouth = (Math.PI / 4) * square(bore);
  const idleFuel = design.air / (AIR_FUEL_RATIO * design.lambda);
  const meters = circuitOf(throat, { design, bore, piston });
  const last = { opening: design.opening };
  const carburetor: Carburetor = {
    state,
    piston,
    idleArea: throttleArea(throat, design.opening),
    choke: 0,
    fuel(metering, dt) {
      const metered =
        meters.fuel(metering, dt, state) + (CHOKE_ENRICHMENT * carburetor.choke * metering.air) / AIR_FUEL_RATIO;
      const shot = meters.pump ? Math.max(0, metering.opening - last.opening) * PUMP_SECONDS_PER_RADIAN * idleFuel : 0;
      last.opening = metering.opening;
      return metered + state.flooding * idleFuel + shot / dt;
    },
    throttle: (opening) => throttleArea(throat, opening),
    narrowed(throttle) {
      const choked = carburetor.choke > 0 ? inARow(throttle, mouth * chokeOpening(carburetor.choke)) : throttle;
      return meters.area === undefined ? choked : inARow(choked, meters.area());
    },
  };
  return carburetor;
}

interface Meters {
  fuel(metering: Metering, dt: number, state: CarburetorState): number;
  readonly pump: boolean;
  readonly area?: () => number;
}

interface CircuitMakings {
  readonly design: IdleDesign;
  readonly bore: number;
  readonly piston: PistonState;
}

function circuitOf(throat: Throat, { design, bore, piston }: CircuitMakings): Meters {
  switch (throat.throttle) {
    case 'slide': {
      const circuit = slideCircuit(design, bore);
      return { fuel: (metering, dt, state) => circuit.fuel(metering, state, dt), pump: false };
    }
    case 'constantDepression': {
      const circuit = constantDepressionCircuit(design, PISTON_CHORD * bore, piston);
      return { fuel: (metering, dt, state) => circuit.fuel(metering, state, dt), pump: false, area: circuit.area };
    }
    default: {
      const idle = idlePortCircuit(design, bore);
      const main = venturiCircuit(bore);
      const fuel = (metering: Metering, dt: number, state: CarburetorState) => {
        const [low, high] = [idle.fuel(metering, state, dt), main.fuel(metering, state, dt)];
        // While the main begins, what it draws comes out of the idle's own feed.
        return high > 0 && high < low ? low * (1 - state.feedReversed) + high : low + high;
      };
      return { fuel, pump: true };
    }
  }
}

function chokeOpening(choke: number): number {
  return 1 - choke * (1 - CHOKE_OPEN_SHARE);
}

/** Effective area of two restrictions in a row: their squared resistances add. */
export function inARow(a: number, b: number): number {
  return (a * b) / Math.sqrt(a * a + b * b);
}
