import type { Random } from '../../basics';
import type { Pocket } from './pockets';

/** What left a cylinder in its last cycle. */
export interface Exhaust {
  /** Excess-air ratio of what was trapped; infinite without fuel. */
  lambda: number;
  fired: boolean;
  /** Trapped fresh air, kg. */
  air: number;
  /** Burnt gas over all gas of the trapped charge. */
  burntShare: number;
}

/** Conditions that all cylinders share; written by the engine, read every cycle. Mutable. */
export interface Conditions {
  readonly pressure: number;
  /** Dry air in the air by mass: its vapour burns nothing and dilutes. */
  readonly dryShare: number;
  lit: boolean;
  /** Share of the fuel that has evaporated when the spark comes: less in a cold engine. */
  evaporated: number;
  /** Factor on the work for the spark's timing. */
  timing: number;
}

/** Where the crank is in a step, and the torque that gathers on it: one object, so that no number is passed by itself and allocated. Mutable. */
export interface CrankStep {
  /** Angle in the cycle, counted from the crank's zero. */
  angle: number;
  /** s */
  dt: number;
  /** Nm */
  torque: number;
}

/** One cylinder with its charge. Mutable, owned by the engine. */
export interface Cylinder {
  /** A step of gas exchange; adds its torque on the crank. */
  step(now: CrankStep): void;
  readonly exhaust: Exhaust;
  /** Gas in it and in its crankcase, kg. */
  held(): number;
  /** Mass that has gone out of the exhaust since the start, kg (less what came back in). */
  exhausted(): number;
  /** Times it has been lit since the start. */
  sparks(): number;
}

export interface CylinderMakings {
  readonly feed: Pocket;
  /** Crank angle of its firing after the crank's zero, radians. */
  readonly firing: number;
  /** Share of its compression that it loses, and of its cycles in which the spark fails. */
  readonly loss: number;
  readonly missShare: number;
  /** Share of the fuel it draws that its runner gives to a sister instead. */
  readonly robbed: number;
  readonly strongSpark: boolean;
  readonly conditions: Conditions;
  readonly random: Random;
}
