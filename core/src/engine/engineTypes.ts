import type { AirState } from '../air';
import type { Fault } from '../faults';
import type { Kelvins, Pascals, Radians, Rpm, Seconds, Turns } from '../units';
import type { EngineTruth } from './crank/cycleMeans';
import type { Load } from './crank/load';
import type { Ignition } from './gas/burn';
import type { Hand } from './linkage/driver';
import type { Found, TurnOutcome } from './linkage/screws';

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
  /** Of that air, 0 to 1; dry when left out. */
  readonly relativeHumidity?: number;
  /** Degrees by which the spark comes later than it should at idle. */
  readonly sparkRetardDeg?: number;
  /** What is wrong with it; nothing when left out. */
  readonly faults?: readonly Fault[];
  /** Temperature of block and oil; warm when left out. */
  readonly coolant?: Kelvins;
  readonly ignition?: Ignition;
  /** How far its screws stand astray; `factory`, every screw and throat as made, is for measuring the model itself. */
  readonly found?: Found;
  /** An ideal supply of this excess-air ratio instead of the carburetors, for measuring the model itself. */
  readonly idealLambda?: number;
  /** A brake that holds the speed, for measuring torque. */
  readonly heldAt?: Rpm;
  /** For the test of the step's size only. */
  readonly step?: Seconds;
}
