import { type Rpm, radiansPerSecondFromRpm, rpm, rpmFromRadiansPerSecond } from '../../units';
import type { CrankStep } from '../gas/cylinder';
import { frictionMeanEffectivePressure } from './friction';
import { Drivetrain, type Load } from './load';

/** The starter holds this speed until the engine runs by itself, for so long at the most, s. Ours. */
const STARTER_SPEED = radiansPerSecondFromRpm(rpm(700));
const STARTER_TIME = 3;
/** Below this the flywheel does not carry the next compression. Ours. */
const STALL_SPEED = radiansPerSecondFromRpm(rpm(350));
/** A two-stroke has no valve gear and no oil to pump: this much of the four-strokes' correlation, for each of its cycles. Ours. */
const TWO_STROKE_FRICTION = 0.45;

export interface CrankshaftMakings {
  /** kg m2 */
  readonly inertia: number;
  /** Of all cylinders, m3. */
  readonly displacement: number;
  readonly strokes: 2 | 4;
  /** A brake that lets the speed go nowhere, for measuring torque. */
  readonly heldAt: Rpm | undefined;
}

/** Crank, flywheel, starter and ignition. Mutable, owned by the engine; a class so that its fields are written in place. */
export class Crankshaft {
  readonly #makings: CrankshaftMakings;
  readonly #drive = new Drivetrain();
  readonly #cycle: number;
  /** Friction torque for a friction pressure, m3. */
  readonly #perPressure: number;
  #omega = 0;
  #angle = 0;
  #cranking = 0;
  #net = 0;
  /** Nm */
  #friction = 0;
  #lit = false;

  constructor(makings: CrankshaftMakings) {
    this.#makings = makings;
    this.#cycle = makings.strokes * Math.PI;
    this.#perPressure = (makings.displacement / this.#cycle) * (makings.strokes === 2 ? TWO_STROKE_FRICTION : 1);
  }

  start(): void {
    if (this.#omega > 0) return;
    this.#lit = true;
    this.#omega = STARTER_SPEED;
    this.#cranking = STARTER_TIME;
  }
  cut(): void {
    this.#lit = false;
  }
  /** Whether the ignition is on. */
  lit(): boolean {
    return this.#lit;
  }
  turning(): boolean {
    return this.#omega > 0;
  }
  angle(): number {
    return this.#angle;
  }
  speed(): Rpm {
    return rpmFromRadiansPerSecond(this.#omega);
  }
  /** Speed of the vehicle over the ground, m/s. */
  roadSpeed(): number {
    return this.#drive.roadSpeed();
  }
  /** Torque that was left for the load in the last step, Nm. */
  netTorque(): number {
    return this.#net;
  }
  /** Works out friction at the present speed; `factor` is 1 on a warm engine. */
  drag(factor: number): void {
    this.#friction = frictionMeanEffectivePressure(this.speed()) * this.#perPressure * factor;
  }
  load(load: Load): void {
    this.#drive.load(load);
  }

  /** A step under the gas's torque: what came of it. */
  step({ torque, dt }: CrankStep): 'turns' | 'cycleDone' | 'stalled' {
    this.#turn(torque, dt);
    if (this.#omega < STALL_SPEED) {
      this.#omega = 0;
      this.#lit = false;
      return 'stalled';
    }
    this.#angle += this.#omega * dt;
    if (this.#angle < this.#cycle) return 'turns';
    this.#angle -= this.#cycle;
    return 'cycleDone';
  }

  #turn(gasTorque: number, dt: number): void {
    const { heldAt, inertia } = this.#makings;
    this.#net = gasTorque - this.#friction;
    if (heldAt !== undefined) {
      this.#omega = radiansPerSecondFromRpm(heldAt);
      return;
    }
    const against = this.#drive.step(this.#omega, dt);
    this.#omega += ((this.#net - against) / (inertia + this.#drive.inertia())) * dt;
    this.#cranking = this.#lit ? this.#cranking - dt : 0;
    if (this.#cranking > 0) this.#omega = Math.max(this.#omega, STARTER_SPEED);
  }
}
