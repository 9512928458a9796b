import { type AirState, standardAtmosphere } from '../air';
import { seededRandom } from '../random';
import { at } from '../sequence';
import { enrichmentOn, type Setup } from '../setup';
import {
  type Kelvins,
  type Pascals,
  pascals,
  type Radians,
  type Rpm,
  radians,
  radiansFromDegrees,
  type Seconds,
  seconds,
  type Turns,
} from '../units';
import type { Ignition } from './burn';
import type { EngineTruth } from './cycleMeans';
import type { Hand } from './driver';
import { factoryIdle } from './factory';
import { type Fault, faultsOf } from './faults';
import { BOX_WARMING } from './induction';
import { createLinkage, type Linkage } from './linkage';
import type { Load } from './load';
import { Machine } from './machine';
import type { MachineParts } from './machineParts';
import { pocketPressure } from './pockets';
import { createScrew, type Screw, type TurnOutcome } from './screws';
import { WARM } from './thermal';

/** Integration step, s: 1.2 degrees of crank at 1000 rpm. Halving it changes the cycle means by under 0.5 % (tested). */
const STEP = 2e-4;
/** Throat to throat difference of what leaks past the closed plate, as a share. Ours. */
const LEAKAGE_SPREAD = 0.1;
/** Boiling over after a hot stop dies away with this time constant, s; a degree too early is worth this share of an idle's work. Ours. */
const BOIL_TIME = 20;
const WORK_PER_DEGREE = 0.006;
/** Depression at which a vacuum advance has all its travel, Pa. common practice, no source. */
const ADVANCE_ALL = 40_000;
/** A choke's cam opens the throttles by this when it is all on. Ours. */
const FAST_IDLE = radiansFromDegrees(4);
/** Above this a stop counts as hot: fuel in the bowls warms up afterwards, K. Ours. */
const HOT = 350;

/** What one cylinder's exhaust carries since its last firing. */
export interface ExhaustSensors {
  /** Excess-air ratio of the last charge; infinite without fuel. */
  readonly lambda: number;
  readonly fired: boolean;
  /** Fresh air of the last charge, kg, and the burnt share of all its gas. */
  readonly air: number;
  readonly burntShare: number;
  /** Times it was lit since the start. */
  readonly sparks: number;
}

export interface EngineSensors {
  readonly time: Seconds;
  readonly speed: Rpm;
  /** Absolute pressure behind each throat's throttle, in the setup's order. */
  readonly runnerPressures: readonly Pascals[];
  /** Air through each throat, kg/s, over the last half millisecond or so. */
  readonly throatFlows: readonly number[];
  readonly exhausts: readonly ExhaustSensors[];
  readonly ambient: Pascals;
  readonly coolant: Kelvins;
  /** Opening of the driver's lever. */
  readonly lever: Radians;
  /** Speed over the ground, m/s; 0 on the stand. */
  readonly roadSpeed: number;
}

/** Masses in and out since the engine was made, kg: what came in is what went out and what is held. */
export interface MassAccount {
  readonly cameIn: number;
  readonly exhausted: number;
  readonly held: number;
  readonly fuelled: number;
}

/**
 * A running engine: turn an adjuster, advance time, read sensors. Mutable and deterministic: the same setup, options and calls
 * give the same numbers, to the bit, in Node and in a browser.
 */
export interface Engine {
  start(): void;
  stop(): void;
  running(): boolean;
  /** Opens all throttles for a moment and lets them fall back on their stops. */
  blip(): void;
  /** What the hand on the throttle does from now on. */
  hand(hand: Hand): void;
  load(load: Load): void;
  /** Turns a screw, clockwise from its head positive; forced, it goes on to its seat or end and is damaged there. */
  turn(adjuster: string, by: Turns, how?: 'withCare' | 'forced'): TurnOutcome;
  /** Clamps or loosens a coupling. False if there is no such coupling. */
  couple(coupling: string, clamped: boolean): boolean;
  /** Air filters and their box, on (as built) or off. */
  filters(on: boolean): void;
  /** Share of the choke that the hand has on; its cam opens the throttles a little. */
  choke(share: number): void;
  /** Holds an airflow meter on a throat's mouth, or takes it off. False if there is no such throat. */
  meterOn(throat: string | undefined): boolean;
  /** Lifts the piston of a constant-depression carburetor by so many metres. False if there is none. */
  liftPiston(throat: string, by: number): boolean;
  /** As after ten minutes of fast idle. */
  warmUp(): void;
  advance(by: Seconds): void;
  sensors(): EngineSensors;
  truth(): EngineTruth;
  account(): MassAccount;
  /** Where each adjuster stands, turns in from as found. */
  positions(): Readonly<Record<string, Turns>>;
  /** Ids of the screws that were forced past an end. */
  damaged(): readonly string[];
  /** Ids of the couplings that are clamped. */
  clamped(): readonly string[];
}

export interface EngineOptions {
  readonly seed: number;
  /** The air it breathes; the standard atmosphere at sea level when left out. */
  readonly air?: AirState;
  /** What is wrong with it; nothing when left out. */
  readonly faults?: readonly Fault[];
  /** Temperature of block and oil; warm when left out. */
  readonly coolant?: Kelvins;
  readonly ignition?: Ignition;
  /** `factory`: every screw and throat as made, for measuring the model itself. */
  readonly found?: 'asLeft' | 'factory';
  /** An ideal supply of this excess-air ratio instead of the carburetors, for measuring the model itself. */
  readonly idealLambda?: number;
  /** A brake that holds the speed, for measuring torque. */
  readonly heldAt?: Rpm;
  /** For the test of the step's size only. */
  readonly step?: Seconds;
}

/** Builds an engine as found (stops astray, gains unknown, all drawn from the seed) from any setup without problems. */
export function createEngine(setup: Setup, options: EngineOptions): Engine {
  const random = seededRandom(options.seed);
  const faults = options.faults ?? [];
  const factory = factoryIdle(setup);
  const spread = options.found === 'factory' ? 0 : LEAKAGE_SPREAD;
  const leakages = setup.throats.map((t) => t.closedLeakageMm2 * 1e-6 * (1 + spread * (2 * random.uniform() - 1)));
  const found = options.found ?? 'asLeft';
  const screws = setup.adjusters.map((adjuster) => createScrew({ adjuster, random, faults, found }));
  const linkage = createLinkage({ setup, nominal: factory.openings, screws, random, faults });
  const dt = options.step ?? STEP;
  const fastIdle = { opening: 0 };
  const machine = new Machine(
    {
      setup,
      random,
      air: options.air ?? standardAtmosphere(0),
      faults,
      designs: factory.designs,
      leakages,
      ignition: options.ignition ?? 'modest',
      coolant: options.coolant ?? WARM,
      idealLambda: options.idealLambda,
      heldAt: options.heldAt,
      openings: (lever) => linkage.openings(radians(lever + fastIdle.opening)),
      letGo: linkage.returnToRest,
    },
    dt,
  );
  applyHabits(machine, faults);
  setMixtures(machine, screws);
  return door({ setup, machine, screws, linkage, faults, dt, fastIdle });
}

interface Parts {
  readonly setup: Setup;
  readonly machine: Machine;
  readonly screws: readonly Screw[];
  readonly linkage: Linkage;
  readonly faults: readonly Fault[];
  readonly dt: number;
  /** What the choke's cam opens the throttles by, radians. */
  readonly fastIdle: { opening: number };
}

function door({ setup, machine, screws, linkage, faults, dt, fastIdle }: Parts): Engine {
  const { parts } = machine;
  const { crank, throats, cylinders } = parts;
  const ambient = machine.parts.outside.pressure;
  const warmth = machine.parts.outside.temperature;
  const clogged = faultsOf(faults, 'restrictedFilter').reduce((open, f) => open * (1 - f.share), 1);
  const stuck = Math.max(0, ...faultsOf(faults, 'chokeStuck').map(({ share }) => share));
  const stirring = stirsWhenHot(machine, faults);
  let steps = 0;

  function filters(on: boolean) {
    machine.parts.outside.filter = on ? 1 / clogged : 0;
    machine.parts.outside.temperature = warmth + (on ? BOX_WARMING : 0);
  }
  function choke(share: number) {
    const on = Math.max(stuck, share);
    fastIdle.opening = FAST_IDLE * on;
    for (const { carburetor } of throats) carburetor.choke = on;
    machine.moved();
  }
  filters(true);
  choke(0);
  return {
    start() {
      if (!crank.turning()) machine.parts.means.forget();
      crank.start();
      stirring.started();
    },
    stop() {
      crank.cut();
      stirring.stopped();
    },
    running: () => crank.lit(),
    blip: () => machine.parts.driver.take({ kind: 'blip' }),
    hand: machine.parts.driver.take,
    load: (load) => crank.load(load),
    turn(id, by, how) {
      const screw = screws.find(({ adjuster }) => adjuster.id === id);
      if (screw === undefined) return { outcome: 'noSuchScrew' };
      const outcome = screw.turn(by, how === 'forced');
      setMixtures(machine, screws);
      machine.moved();
      return outcome;
    },
    couple(coupling, clamped) {
      const done = linkage.couple(coupling, clamped);
      machine.moved();
      return done;
    },
    filters,
    choke,
    meterOn(id) {
      for (const t of throats) t.metered = t.throat.id === id;
      machine.moved();
      return id === undefined || throats.some(({ metered }) => metered);
    },
    liftPiston(id, by) {
      const throat = throats.find((t) => t.throat.id === id && t.throat.throttle === 'constantDepression');
      if (throat !== undefined) throat.carburetor.piston.lifted = by;
      return throat !== undefined;
    },
    warmUp: machine.parts.thermal.warmUp,
    advance(by) {
      // Counted in whole steps from zero, so that the way time is cut up changes nothing.
      const until = Math.round((steps * dt + by) / dt);
      while (steps < until) {
        machine.step();
        steps += 1;
      }
    },
    sensors: () => ({
      time: seconds(steps * dt),
      speed: crank.speed(),
      runnerPressures: machine.parts.behind.map((pocket) => pascals(pocketPressure(pocket))),
      throatFlows: throats.map(({ flow }) => flow),
      exhausts: cylinders.map((cylinder) => ({ ...cylinder.exhaust, sparks: cylinder.sparks() })),
      ambient: pascals(ambient),
      coolant: machine.parts.thermal.temperature(),
      lever: machine.lever(),
      roadSpeed: crank.roadSpeed(),
    }),
    truth: () => machine.parts.means.truth(setup.engine.strokes / 2),
    account: () => accountOf(parts),
    positions: () => Object.fromEntries(screws.map(({ adjuster, turned }) => [adjuster.id, turned()])),
    damaged: () => screws.filter((screw) => screw.damaged()).map(({ adjuster }) => adjuster.id),
    clamped: linkage.clamped,
  };
}

/** Carries every mixture screw's turns to its carburetor. */
function setMixtures(machine: Machine, screws: readonly Screw[]): void {
  for (const { throat, carburetor } of machine.parts.throats) {
    carburetor.state.enrichedTurns = screws.reduce(
      (sum, screw) => sum + enrichmentOn(screw.adjuster, throat.id) * screw.effective(),
      0,
    );
  }
}

/** A vacuum advance on the wrong port follows the depression of the first throat's manifold. */
function applyHabits(machine: Machine, faults: readonly Fault[]): void {
  const early = faultsOf(faults, 'manifoldAdvance').reduce((sum, { deg }) => sum + deg, 0);
  if (early === 0) return;
  machine.onSlow(() => {
    const depression = machine.parts.outside.pressure - pocketPressure(at(machine.parts.behind, 0));
    machine.parts.conditions.timing = 1 + WORK_PER_DEGREE * early * Math.min(1, Math.max(0, depression / ADVANCE_ALL));
  });
}

/** Fuel that boils over after a hot stop floods the next start, and dies away. */
function stirsWhenHot(machine: Machine, faults: readonly Fault[]) {
  const share = faultsOf(faults, 'fuelBoil').reduce((sum, fault) => sum + fault.share, 0);
  const sound = machine.parts.throats.map(({ carburetor }) => carburetor.state.flooding);
  let hotStop = false;
  let boiling = 0;
  if (share > 0) {
    machine.onSlow((dt) => {
      boiling *= 1 - dt / BOIL_TIME;
      machine.parts.throats.forEach(({ carburetor }, i) => {
        carburetor.state.flooding = at(sound, i) + boiling;
      });
    });
  }
  return {
    stopped() {
      hotStop = machine.parts.thermal.temperature() > HOT;
    },
    started() {
      if (hotStop) boiling = share;
      hotStop = false;
    },
  };
}

function accountOf({ manifolds, cylinders }: MachineParts): MassAccount {
  const sum = (figures: readonly number[]) => figures.reduce((total, figure) => total + figure, 0);
  return {
    cameIn: sum(manifolds.map((manifold) => manifold.cameIn())),
    exhausted: sum(cylinders.map((cylinder) => cylinder.exhausted())),
    held: sum(manifolds.map((manifold) => manifold.held())) + sum(cylinders.map((cylinder) => cylinder.held())),
    fuelled: sum(manifolds.map((manifold) => manifold.fuelled())),
  };
}
