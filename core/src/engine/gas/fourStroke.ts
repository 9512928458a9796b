import { AIR_GAS_CONSTANT } from '../../air';
import { type CylinderShape, clearanceVolume, sweptVolume } from '../crank/crank';
import type { CrankStep, Cylinder, CylinderMakings, Exhaust } from './cylinder';
import { ignite } from './ignite';
import { blowDown, exchange, giveBack, move, type Pocket, pocketMass, pocketPressure } from './pockets';
import { CrankTable, type CylinderTables, cylinderTables } from './tables';
import { INTAKE_CLOSES, INTAKE_OPENS, intakeValveArea } from './valve';

/** One cycle, radians of crank angle. */
const FOUR_STROKE_CYCLE = 4 * Math.PI;
/** Burnt gas that stays behind counts hot in the cylinder. Ours, K. */
const RESIDUAL_TEMPERATURE = 700;
/** Share of its lost compression that a cylinder pushes back into its runner: what leaks past a tight valve. Ours. */
const PUSHED_BACK = 0.25;

export interface FourStrokeTables extends CylinderTables {
  readonly valve: CrankTable;
  readonly swept: number;
  readonly clearance: number;
}

export function fourStrokeTables(shape: CylinderShape): FourStrokeTables {
  return {
    ...cylinderTables(shape, FOUR_STROKE_CYCLE),
    valve: new CrankTable((angle) => intakeValveArea(shape, angle), FOUR_STROKE_CYCLE),
    swept: sweptVolume(shape),
    clearance: clearanceVolume(shape),
  };
}

/** A four-stroke cylinder that draws from its feed. A class, not a closure: its fields are written in place with every step. */
export class FourStroke implements Cylinder {
  readonly exhaust: Exhaust = { lambda: 1, fired: false, air: 0, burntShare: 0 };
  readonly #tables: FourStrokeTables;
  readonly #makings: CylinderMakings;
  readonly #pocket: Pocket;
  readonly #firing: number;
  #exhausted = 0;
  #sparks = 0;
  #work = 0;
  #drawing = false;

  constructor(tables: FourStrokeTables, makings: CylinderMakings) {
    this.#tables = tables;
    this.#makings = makings;
    this.#firing = makings.firing;
    this.#pocket = {
      air: 0,
      burnt: (makings.conditions.pressure * tables.clearance) / (AIR_GAS_CONSTANT * RESIDUAL_TEMPERATURE),
      fuel: 0,
      volume: tables.clearance,
      airTemperature: makings.feed.airTemperature,
      burntTemperature: RESIDUAL_TEMPERATURE,
    };
  }

  held(): number {
    return pocketMass(this.#pocket);
  }
  exhausted(): number {
    return this.#exhausted;
  }
  sparks(): number {
    return this.#sparks;
  }

  step(now: CrankStep): void {
    let angle = now.angle - this.#firing;
    if (angle < 0) angle += FOUR_STROKE_CYCLE;
    const { slope } = this.#tables;
    if (angle > INTAKE_OPENS && angle < INTAKE_CLOSES) {
      if (!this.#drawing) this.#openValve();
      const pocket = this.#pocket;
      pocket.volume = this.#tables.volume.at(angle);
      exchange(this.#makings.feed, pocket, this.#tables.valve.at(angle), now.dt);
      // Pumping: what the piston does against the depression while it draws.
      now.torque += (pocketPressure(pocket) - this.#makings.conditions.pressure) * slope.at(angle);
      return;
    }
    if (this.#drawing) this.#closeValve();
    // The indicated work of compression, burn and expansion together, given out over the expansion stroke: torque proportional to
    // the piston's speed integrates to the work exactly.
    if (angle < Math.PI) now.torque += (this.#work * slope.at(angle)) / this.#tables.swept;
  }

  /** The exhaust stroke is not stepped through: what is left in the clearance at ambient pressure stays, the rest is gone. */
  #openValve(): void {
    this.#drawing = true;
    this.#pocket.volume = this.#tables.clearance;
    this.#exhausted += blowDown(this.#pocket, this.#makings.conditions.pressure);
  }

  #closeValve(): void {
    this.#drawing = false;
    const { loss, feed, conditions, robbed } = this.#makings;
    if (robbed > 0) giveBack(this.#pocket, feed, robbed);
    if (loss > 0) move(this.#pocket, feed, PUSHED_BACK * loss);
    this.#work = ignite(this.#pocket, { ...this.#makings, swept: this.#tables.swept, dilution: 1 }, this.exhaust);
    if (conditions.lit) this.#sparks += 1;
  }
}
