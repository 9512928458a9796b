import { at } from '../basics';
import { type Radians, type Rpm, radians } from '../units';
import { LOWER_HEATING_VALUE } from './gas/burn';
import type { CrankStep } from './gas/cylinder';
import { exchange } from './gas/pockets';
import { type MachineMakings, type MachineParts, machineParts } from './machineParts';

/** Gas is stepped in halves above this speed, in quarters above twice as much: some 3 degrees of crank at the most. */
const HALVE_ABOVE = 2500;
/** A two-stroke exchanges gas all the time and needs halves from the start. */
const COARSEST = { 4: 1, 2: 2 } as const;
/** Steps between two looks at fuel, speed and lever, and at the temperatures. */
const FUEL_EVERY = 5;
const SLOW_EVERY = 500;

/**
 * The moving parts and gases of an engine, stepped in time. Mutable; {@link createEngine} is its only door. A class: what it changes with
 * every step is written in place, and the code is the same for every engine of a process.
 */
export class Machine {
  readonly parts: MachineParts;
  readonly #makings: MachineMakings;
  /** s */
  readonly #dt: number;
  readonly #coarsest: number;
  readonly #turn: CrankStep;
  readonly #slow: ((dt: number) => void)[] = [];
  #lever: Radians = radians(0);
  #steps = 0;
  #split: number;
  #fuelledBefore = 0;

  /** `dt`: the step, s. */
  constructor(makings: MachineMakings, dt: number) {
    this.parts = machineParts(makings);
    this.#makings = makings;
    this.#dt = dt;
    this.#coarsest = COARSEST[makings.setup.engine.strokes];
    this.#split = this.#coarsest;
    this.#turn = { angle: 0, dt, torque: 0 };
    this.moved();
    this.#lookAtSpeed();
  }

  lever(): Radians {
    return this.#lever;
  }
  /** Called every tenth of a second of engine time. */
  onSlow(heed: (dt: number) => void): void {
    this.#slow.push(heed);
  }

  /** Reads the linkage again: a screw was turned or a coupling clamped. */
  moved(): void {
    const openings = this.#makings.openings(this.#lever);
    this.parts.throats.forEach((throat, i) => {
      throat.open(at(openings, i));
    });
    for (const manifold of this.parts.manifolds) manifold.narrow();
  }

  step(): void {
    for (let part = this.#split; part > 0; part -= 1) this.#gasStep();
    this.#steps += 1;
    this.parts.means.pass(this.#dt);
    if (this.#steps % FUEL_EVERY !== 0) return;
    for (const manifold of this.parts.manifolds) manifold.meter(FUEL_EVERY * this.#dt);
    this.#lookAtSpeed();
    if (this.#steps % SLOW_EVERY === 0) this.#warm();
  }

  #gasStep(): void {
    const { dt } = this.#turn;
    for (const manifold of this.parts.manifolds) manifold.breathe(dt);
    for (const { a, b, area } of this.parts.pipes) exchange(a, b, area, dt);
    if (this.parts.crank.turning()) this.#turnCrank();
  }

  #turnCrank(): void {
    const { crank, means, conditions } = this.parts;
    const turn = this.#turn;
    turn.angle = crank.angle();
    turn.torque = 0;
    for (const cylinder of this.parts.cylinders) cylinder.step(turn);
    conditions.lit = crank.lit();
    const came = crank.step(turn);
    means.push(crank.netTorque() * turn.dt);
    if (came === 'cycleDone') means.closeCycle();
    if (came === 'stalled') means.forget();
  }

  /** Everything that changes slowly enough to be looked at every millisecond. */
  #lookAtSpeed(): void {
    const { crank, thermal } = this.parts;
    const speed = crank.speed();
    this.#split = this.#coarsest * (speed > HALVE_ABOVE ? 2 : 1) * (speed > 2 * HALVE_ABOVE ? 2 : 1);
    this.#turn.dt = this.#dt / this.#split;
    crank.drag(thermal.frictionFactor());
    this.#moveLever(speed);
  }

  #moveLever(speed: Rpm): void {
    const next = this.parts.driver.step(speed, FUEL_EVERY * this.#dt);
    if (this.parts.driver.letGo()) this.#makings.letGo();
    if (next === this.#lever) return;
    this.#lever = next;
    this.moved();
  }

  #warm(): void {
    const { manifolds, conditions, thermal, outside } = this.parts;
    const passed = SLOW_EVERY * this.#dt;
    const fuelled = manifolds.reduce((sum, manifold) => sum + manifold.fuelled(), 0);
    const burnt = conditions.lit ? fuelled - this.#fuelledBefore : 0;
    this.#fuelledBefore = fuelled;
    thermal.step((burnt * LOWER_HEATING_VALUE) / passed, passed);
    conditions.evaporated = thermal.evaporated();
    outside.cold = thermal.cold();
    for (const heed of this.#slow) heed(passed);
  }
}
