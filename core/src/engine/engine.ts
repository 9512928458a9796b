import { AIR_GAS_CONSTANT, type AirState, standardAtmosphere } from '../air';
import { type Random, seededRandom } from '../random';
import { at } from '../sequence';
import type { Setup } from '../setup';
import { type Pascals, pascals, type Rpm, radiansFromDegrees, type Seconds, seconds, type Turns } from '../units';
import { type CylinderShape, sweptVolume } from './crank';
import { createCrankshaft } from './crankshaft';
import { createCycleMeans, type EngineTruth } from './cycleMeans';
import { type Fault, faultsOf } from './faults';
import { createCylinder, RUNNER_TEMPERATURE } from './firing';
import { breathe, type Pocket, pocketPressure } from './pockets';
import { createThrottles } from './throttles';

/** Integration step, s: 0.6 degrees of crank at 1000 rpm. Halving it changes the cycle means by under 0.5 % (tested). */
const STEP = 1e-4;
/** A blip: how long, s, and how far, radians. Ours: a flick of the wrist that lifts an idle to some 2500 rpm. */
const BLIP_TIME = 0.35;
const BLIP_OPENING = radiansFromDegrees(10);
export interface EngineSensors {
  readonly time: Seconds;
  readonly speed: Rpm;
  /** Absolute pressure in each throat's runner, in the setup's order. */
  readonly runnerPressures: readonly Pascals[];
  readonly ambient: Pascals;
}

/**
 * A running engine: turn an adjuster, advance time, read sensors. Mutable and deterministic: the same setup, seed and calls
 * give the same numbers.
 */
export interface Engine {
  start(): void;
  stop(): void;
  running(): boolean;
  /** Opens all throttles for a moment and lets them fall back on their stops. */
  blip(): void;
  /** Turns a screw, clockwise from its head positive. False if there is no such screw or it would pass its seat or end. */
  turn(adjuster: string, by: Turns): boolean;
  /** Clamps or loosens a coupling. False if there is no such coupling. */
  couple(coupling: string, clamped: boolean): boolean;
  advance(by: Seconds): void;
  sensors(): EngineSensors;
  truth(): EngineTruth;
  /** Where each adjuster stands, turns in from as found. */
  positions(): Readonly<Record<string, Turns>>;
  /** Ids of the couplings that are clamped. */
  clamped(): readonly string[];
}

export type EngineOutcome =
  | { readonly outcome: 'ready'; readonly engine: Engine }
  | { readonly outcome: 'unsupported'; readonly reason: string };

export interface EngineOptions {
  readonly seed: number;
  /** The air it breathes; the standard atmosphere at sea level when left out. */
  readonly air?: AirState;
  /** What is wrong with it; nothing when left out. */
  readonly faults?: readonly Fault[];
  /** For the test of the step's size only. */
  readonly step?: Seconds;
}

/** Builds an engine as found (stops astray, gains unknown, all drawn from the seed). Two-strokes are not modelled yet. */
export function createEngine(setup: Setup, options: EngineOptions): EngineOutcome {
  if (setup.engine.strokes === 2)
    return { outcome: 'unsupported', reason: 'Two-stroke engines are not simulated yet.' };
  return { outcome: 'ready', engine: buildEngine(setup, resolved(options)) };
}

interface ResolvedOptions {
  readonly random: Random;
  readonly air: AirState;
  readonly faults: readonly Fault[];
  readonly step: number;
}

function resolved({ seed, air, faults, step }: EngineOptions): ResolvedOptions {
  return { random: seededRandom(seed), air: air ?? standardAtmosphere(0), faults: faults ?? [], step: step ?? STEP };
}

function buildEngine(setup: Setup, { random, air, faults, step }: ResolvedOptions): Engine {
  const shape: CylinderShape = {
    bore: setup.engine.boreMm / 1000,
    stroke: setup.engine.strokeMm / 1000,
    rod: setup.engine.rodMm / 1000,
    compressionRatio: setup.engine.compressionRatio,
  };
  const ambient = air.pressure;
  const throttles = createThrottles({ setup, shape, random, faults });
  const leaks = setup.throats.map(({ id }) =>
    faultsOf(faults, 'airLeak').reduce((sum, leak) => (leak.throat === id ? sum + leak.areaMm2 * 1e-6 : sum), 0),
  );
  const runners = setup.throats.map((throat) => restingRunner(throat.runnerVolumeCc * 1e-6, ambient));
  const cylinders = setup.cylinders.map(({ id, firingDeg }) => {
    const throat = setup.throats.findIndex(({ feeds }) => feeds.includes(id));
    const loss = faultsOf(faults, 'lowCompression').find(({ cylinder }) => cylinder === id)?.loss ?? 0;
    const missShare = faultsOf(faults, 'weakSpark').find(({ cylinder }) => cylinder === id)?.missShare ?? 0;
    const firingRad = radiansFromDegrees(firingDeg);
    return createCylinder({ shape, feed: at(runners, throat), firingRad, loss, missShare, random });
  });
  const means = createCycleMeans(runners.length);
  const crank = createCrankshaft(setup.engine.flywheelKgM2, sweptVolume(shape) * setup.cylinders.length, step);
  let steps = 0;
  let areas = throttles.areas();
  let blipSteps = 0;

  function oneStep() {
    if (blipSteps > 0) endBlipInTime();
    runners.forEach((runner, i) => {
      breathe(runner, at(areas, i) + at(leaks, i), ambient, air.temperature, step);
    });
    if (crank.turning()) turnCrank();
    runners.forEach((runner, i) => {
      means.add(i, ambient - pocketPressure(runner), step);
    });
    means.pass(step);
    steps += 1;
  }

  function endBlipInTime() {
    blipSteps -= 1;
    if (blipSteps > 0) return;
    throttles.returnToRest();
    areas = throttles.areas();
  }

  function turnCrank() {
    const angle = crank.angle();
    let torque = 0;
    for (const cylinder of cylinders) torque += cylinder.step(angle, step, ambient, crank.lit());
    const came = crank.step(torque);
    if (came === 'cycleDone') means.closeCycle();
    if (came === 'stalled') means.forget();
  }

  return {
    start() {
      if (!crank.turning()) means.forget();
      crank.start();
    },
    stop: crank.cut,
    running: crank.lit,
    blip() {
      blipSteps = Math.round(BLIP_TIME / step);
      areas = throttles.areas(BLIP_OPENING);
    },
    turn(adjuster, by) {
      const turned = throttles.turn(adjuster, by);
      areas = throttles.areas();
      return turned;
    },
    couple(coupling, clamped) {
      const done = throttles.couple(coupling, clamped);
      areas = throttles.areas();
      return done;
    },
    advance(by) {
      // Counted in whole steps from zero, so that the way time is cut up changes nothing.
      const until = Math.round((steps * step + by) / step);
      while (steps < until) oneStep();
    },
    sensors: () => ({
      time: seconds(steps * step),
      speed: crank.speed(),
      runnerPressures: runners.map((runner) => pascals(pocketPressure(runner))),
      ambient,
    }),
    truth: () => means.truth(setup.engine.strokes / 2),
    positions: throttles.positions,
    clamped: throttles.clamped,
  };
}

function restingRunner(volume: number, ambient: Pascals): Pocket {
  return {
    air: (ambient * volume) / (AIR_GAS_CONSTANT * RUNNER_TEMPERATURE),
    burnt: 0,
    volume,
    airTemperature: RUNNER_TEMPERATURE,
    burntTemperature: RUNNER_TEMPERATURE,
  };
}
