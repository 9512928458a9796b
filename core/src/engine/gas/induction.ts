import type { Throat } from '../../setup';
import { type Carburetor, createWallFilm, inARow } from '../fuelling';
import { AIR_FUEL_RATIO } from './burn';
import {
  breatheAt,
  flowPerArea,
  type Pocket,
  pocketMass,
  pocketPressure,
  type Surroundings,
  surroundings,
} from './pockets';

/** Suction reaches the jets through passages full of fuel: it is smoothed with this time constant, s. Ours. */
const PASSAGE_LAG = 0.01;
/** Free area of an airflow meter held on a mouth over that of the idling throttle. Ours: it costs an idle about a hundredth of its air. */
const METER_AREA = 6;
/** Pressure drop of a clean filter over air flow, Pa per kg/s and cylinder of full flow; air under the box is warmer. Ours. */
const FILTER_DROP = 60e3;
export const BOX_WARMING = 8;

/** Air that throats breathe; the engine writes it. Mutable. */
export interface Outside {
  pressure: number;
  temperature: number;
  density: number;
  /** How much the filters hold back, over a clean set; 0 without filters. */
  filter: number;
  cold: number;
}

/** One throat of a manifold. Mutable, written in place. */
export class ThroatAir {
  readonly throat: Throat;
  readonly carburetor: Carburetor;
  readonly leakage: number;
  /** m2 */
  readonly meterArea: number;
  metered = false;
  /** Effective area now, m2. */
  area = 0;
  /** Air over the last fuel step, kg/s, and its sum since it was last taken, kg. */
  flow = 0;
  drawn = 0;
  readonly metering = { air: 0, depression: 0, density: 0, opening: 0 };
  #throttle = 0;

  constructor(throat: Throat, carburetor: Carburetor, leakage: number) {
    this.throat = throat;
    this.carburetor = carburetor;
    this.leakage = leakage;
    this.meterArea = METER_AREA * (carburetor.idleArea + leakage);
  }

  /** Sets the throttle; the geometry is worked out once, here. */
  open(opening: number): void {
    this.metering.opening = opening;
    this.#throttle = this.carburetor.throttle(opening);
  }
  throttleArea(): number {
    return this.carburetor.narrowed(this.#throttle);
  }
}

export interface ManifoldMakings {
  readonly pocket: Pocket;
  readonly throats: readonly ThroatAir[];
  readonly leak: number;
  readonly outside: Outside;
  /** Excess-air ratio of an ideal supply that stands in for the carburetors. */
  readonly idealLambda: number | undefined;
}

/** A manifold with the throats that feed it. Mutable, owned by the engine; a class so that its fields are written in place. */
export class Manifold {
  readonly pocket: Pocket;
  readonly throats: readonly ThroatAir[];
  /** Integral of its depression over time, Pa s, since it was last taken. */
  depressed = 0;
  readonly #makings: ManifoldMakings;
  readonly #film = createWallFilm();
  readonly #mouth: Surroundings;
  readonly #ambient: number;
  /** Whether a throat narrows by itself: a piston that rises and falls. */
  readonly #pistons: boolean;
  #area = 0;
  #passed = 0;
  #cameIn = 0;
  #fuelled = 0;
  #suction = 0;
  /** Gas in the pocket as the last fuel step ended, kg. */
  #held = 0;

  constructor(makings: ManifoldMakings) {
    const { pocket, throats, outside } = makings;
    this.#makings = makings;
    this.pocket = pocket;
    this.#ambient = outside.pressure;
    this.throats = throats;
    this.#mouth = surroundings(outside.pressure, outside.temperature);
    this.#pistons = throats.some(({ throat }) => throat.throttle === 'constantDepression');
    this.#held = pocketMass(pocket);
    this.narrow();
  }

  /** A step of gas through all throats and leaks, s. */
  breathe(dt: number): void {
    const pressure = pocketPressure(this.pocket);
    this.depressed += (this.#ambient - pressure) * dt;
    this.#passed += breatheAt(pressure, this.pocket, this.#area, this.#mouth, dt);
  }

  /** A fuel step, s: what the carburetors give for the air that passed since the last. */
  meter(dt: number): void {
    const { outside, throats, idealLambda } = this.#makings;
    const flow = this.#passed / dt;
    const held = pocketMass(this.pocket);
    const gasOut = this.#passed + this.#held - held;
    this.#cameIn += this.#passed;
    this.#passed = 0;
    this.#mouth.pressure = outside.pressure - (FILTER_DROP * outside.filter * Math.max(0, flow)) / throats.length;
    this.#mouth.flowPerArea = flowPerArea(this.#mouth.pressure, outside.temperature);
    const depression = outside.pressure - pocketPressure(this.pocket);
    this.#suction += (depression - this.#suction) * Math.min(1, dt / PASSAGE_LAG);
    let fuel = 0;
    for (const t of throats) {
      t.flow = this.#area > 0 ? (flow * t.area) / this.#area : 0;
      t.drawn += t.flow * dt;
      fuel += this.#fuelOf(t, dt) * dt;
    }
    this.#fuelled += fuel;
    const vapour = idealLambda === undefined ? this.#film.step({ fuelIn: fuel, gasOut }, outside.cold, dt) : fuel;
    this.pocket.fuel += vapour;
    this.#held = held + vapour;
    if (this.#pistons) this.narrow();
  }

  /** Looks at the throttles again: one of them has moved. */
  narrow(): void {
    let area = this.#makings.leak;
    for (const t of this.throats) {
      const throttle = t.throttleArea() + t.leakage;
      t.area = t.metered ? inARow(throttle, t.meterArea) : throttle;
      area += t.area;
    }
    this.#area = area;
  }

  /** Fuel for one throat's share of the air that passed, kg/s. */
  #fuelOf(t: ThroatAir, dt: number): number {
    const { outside, idealLambda } = this.#makings;
    const { metering } = t;
    metering.air = Math.max(0, t.flow);
    if (idealLambda !== undefined) return metering.air / (AIR_FUEL_RATIO * idealLambda);
    metering.depression = Math.max(0, this.#suction);
    metering.density = outside.density;
    return t.carburetor.fuel(metering, dt);
  }

  /** Gas and liquid in it, kg. */
  held(): number {
    return pocketMass(this.pocket) + this.#film.held();
  }
  /** What came in since the start, kg; negative parts, what blew out of the mouths, are taken off. */
  cameIn(): number {
    return this.#cameIn + this.#passed + this.#fuelled;
  }
  /** Fuel given since the start, kg. */
  fuelled(): number {
    return this.#fuelled;
  }
}
