import { AIR_GAS_CONSTANT } from '../../air';
import { radiansFromDegrees } from '../../units';
import { type CylinderShape, cylinderVolume, sweptVolume } from '../crank/crank';
import type { CrankStep, Cylinder, CylinderMakings, Exhaust } from './cylinder';
import { ignite } from './ignite';
import {
  blowDown,
  breathe,
  exchange,
  exchangeOneWay,
  type Pocket,
  pocketMass,
  pocketPressure,
  restingPocket,
  type Surroundings,
  surroundings,
} from './pockets';
import { CrankTable, type CylinderTables, cylinderTables } from './tables';

/** One cycle, radians of crank angle. */
const TWO_STROKE_CYCLE = 2 * Math.PI;
/** Ports open this far after top dead centre and close as far before it. Ours: a mild loop-scavenged engine. */
const EXHAUST_OPENS = radiansFromDegrees(98);
const TRANSFER_OPENS = radiansFromDegrees(120);
/** Port widths over the bore (sum of a kind), and discharge. Ours. */
const EXHAUST_WIDTH = 0.6;
const TRANSFER_WIDTH = 0.9;
const PORT_DISCHARGE = 0.65;
/** Effective area of the open reeds over bore area. Ours. */
const REED_AREA = 0.06;
/** Scavenging leaves burnt gas in layers: this share of it slows the flame. Ours: lets an idle fire every second or third time. */
const DILUTION = 0.5;
/** Burnt gas in the cylinder counts at this, and fresh charge this much warmer than in the runner. Ours, K. */
const RESIDUAL_TEMPERATURE = 700;
const SCAVENGE_WARMING = 60;

export interface TwoStrokeTables extends CylinderTables {
  readonly exhaustPort: CrankTable;
  readonly transferPort: CrankTable;
  readonly swept: number;
  readonly reed: number;
  /** Crankcase volume with the piston at top dead centre, m3. */
  readonly crankcase: number;
}

export function twoStrokeTables(shape: CylinderShape, crankcaseRatio: number): TwoStrokeTables {
  const swept = sweptVolume(shape);
  const boreArea = swept / shape.stroke;
  const port = (opens: number, width: number) =>
    new CrankTable((angle) => portArea(shape, angle, opens) * width * shape.bore * PORT_DISCHARGE, TWO_STROKE_CYCLE);
  return {
    ...cylinderTables(shape, TWO_STROKE_CYCLE),
    exhaustPort: port(EXHAUST_OPENS, EXHAUST_WIDTH),
    transferPort: port(TRANSFER_OPENS, TRANSFER_WIDTH),
    swept,
    reed: REED_AREA * boreArea,
    crankcase: (swept * crankcaseRatio) / (crankcaseRatio - 1),
  };
}

/** Height of a port that the piston's edge has uncovered, m. */
function portArea(shape: CylinderShape, angle: number, opens: number): number {
  const boreArea = sweptVolume(shape) / shape.stroke;
  return Math.max(0, (cylinderVolume(shape, angle) - cylinderVolume(shape, opens)) / boreArea);
}

/** A two-stroke cylinder with a crankcase of its own that draws past reeds. A class for the same reason as the four-stroke. */
export class TwoStroke implements Cylinder {
  readonly exhaust: Exhaust = { lambda: 1, fired: false, air: 0, burntShare: 0 };
  readonly #tables: TwoStrokeTables;
  readonly #makings: CylinderMakings;
  readonly #cylinder: Pocket;
  readonly #crankcase: Pocket;
  readonly #outside: Surroundings;
  readonly #least: number;
  /** What the piston sweeps before the exhaust port opens, m3. */
  readonly #expansion: number;
  #exhausted = 0;
  #sparks = 0;
  #work = 0;
  #open = false;

  constructor(tables: TwoStrokeTables, makings: CylinderMakings) {
    const { pressure } = makings.conditions;
    const { airTemperature } = makings.feed;
    const bottom = tables.volume.at(Math.PI);
    this.#tables = tables;
    this.#makings = makings;
    this.#outside = surroundings(pressure, RESIDUAL_TEMPERATURE);
    this.#least = tables.volume.at(0);
    this.#expansion = tables.volume.at(EXHAUST_OPENS) - this.#least;
    this.#crankcase = restingPocket(tables.crankcase, pressure, airTemperature);
    this.#cylinder = {
      air: 0,
      burnt: (pressure * bottom) / (AIR_GAS_CONSTANT * RESIDUAL_TEMPERATURE),
      fuel: 0,
      volume: bottom,
      airTemperature: airTemperature + SCAVENGE_WARMING,
      burntTemperature: RESIDUAL_TEMPERATURE,
    };
  }

  held(): number {
    return pocketMass(this.#cylinder) + pocketMass(this.#crankcase);
  }
  exhausted(): number {
    return this.#exhausted;
  }
  sparks(): number {
    return this.#sparks;
  }

  step(now: CrankStep): void {
    const { feed, firing, conditions } = this.#makings;
    const { dt } = now;
    let angle = now.angle - firing;
    if (angle < 0) angle += TWO_STROKE_CYCLE;
    const volume = this.#tables.volume.at(angle);
    this.#cylinder.volume = volume;
    this.#crankcase.volume = this.#tables.crankcase - (volume - this.#least);
    exchangeOneWay(feed, this.#crankcase, this.#tables.reed, dt);
    const ports = this.#tables.exhaustPort.at(angle);
    if (ports > 0) this.#scavenge(angle, ports, dt);
    else if (this.#open) this.#closePort();
    const rate = this.#tables.slope.at(angle);
    // The crankcase's pressure works against the piston from below; the burn's work comes out before the port opens.
    now.torque += (conditions.pressure - pocketPressure(this.#crankcase)) * rate;
    if (angle < EXHAUST_OPENS) now.torque += (this.#work * rate) / this.#expansion;
  }

  #scavenge(angle: number, ports: number, dt: number): void {
    if (!this.#open) {
      // Blowdown is taken as done at once: the port opens on ambient pressure.
      this.#open = true;
      this.#exhausted += blowDown(this.#cylinder, this.#outside.pressure);
    }
    // Gas out of the exhaust port; what comes back from the pipe counts as burnt.
    const airBefore = this.#cylinder.air;
    const mass = breathe(this.#cylinder, ports, this.#outside, dt);
    this.#exhausted -= mass;
    if (mass > 0) {
      this.#cylinder.air = airBefore;
      this.#cylinder.burnt += mass;
    }
    const transfer = this.#tables.transferPort.at(angle);
    if (transfer > 0) exchange(this.#crankcase, this.#cylinder, transfer, dt);
  }

  #closePort(): void {
    this.#open = false;
    const made = { ...this.#makings, swept: this.#tables.swept, dilution: DILUTION };
    this.#work = ignite(this.#cylinder, made, this.exhaust);
    if (made.conditions.lit) this.#sparks += 1;
  }
}
