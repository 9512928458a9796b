import { at } from '../../basics';
import { type Pascals, pascals, type Rpm, rpm } from '../../units';
import type { Exhaust } from '../gas/cylinder';

/** Means stand on this many of the latest cycles. */
const KEPT_CYCLES = 40;

/** The engine's own truth about the last cycles: what every gauge tries to see. */
export interface EngineTruth {
  /** Cycle-mean depression behind each throat over the last cycles, in the setup's order. */
  readonly depressions: readonly Pascals[];
  /** Mean air through each throat, kg/s. */
  readonly airflows: readonly number[];
  /** Mean fresh air shut in each cylinder a cycle, kg, and its mean excess-air ratio (0 without fuel), in the setup's order. */
  readonly charges: readonly number[];
  readonly lambdas: readonly number[];
  /** Share of each cylinder's cycles that did not fire. */
  readonly misfires: readonly number[];
  readonly speed: Rpm;
  /** Torque left for a load, Nm. */
  readonly torqueNm: number;
  /** How many whole cycles the means stand on. */
  readonly cycles: number;
}

/** One cycle's figures: sums over its time for throats, what was shut in for cylinders. */
interface Cycle {
  readonly depression: readonly number[];
  readonly drawn: readonly number[];
  readonly charge: readonly number[];
  readonly phi: readonly number[];
  readonly missed: readonly number[];
  readonly torque: number;
  readonly duration: number;
}

/** Where the figures come from. */
export interface MeansMakings {
  readonly manifolds: readonly { depressed: number }[];
  readonly throats: readonly { drawn: number }[];
  /** The manifold behind each throat. */
  readonly behind: readonly number[];
  readonly cylinders: readonly { readonly exhaust: Exhaust }[];
}

/** Means over whole cycles, kept for the last {@link KEPT_CYCLES}. Mutable, owned by the engine. */
export class CycleMeans {
  readonly #from: MeansMakings;
  #kept: readonly Cycle[] = [];
  #torque = 0;
  #duration = 0;

  constructor(from: MeansMakings) {
    this.#from = from;
  }

  /** Time goes on by `dt` s. */
  pass(dt: number): void {
    this.#duration += dt;
  }
  /** Torque for a step, Nm s. */
  push(impulse: number): void {
    this.#torque += impulse;
  }

  closeCycle(): void {
    this.#kept = [...this.#kept, this.#take()].slice(-KEPT_CYCLES);
  }
  forget(): void {
    this.#take();
    this.#kept = [];
  }

  truth(revolutionsPerCycle: number): EngineTruth {
    const kept = this.#kept;
    const time = kept.reduce((sum, cycle) => sum + cycle.duration, 0);
    const over = (sum: number, by: number) => (by > 0 ? sum / by : 0);
    const each = (what: (cycle: Cycle) => readonly number[], count: number, by: number) =>
      Array.from({ length: count }, (_, i) =>
        over(
          kept.reduce((sum, cycle) => sum + (what(cycle)[i] ?? 0), 0),
          by,
        ),
      );
    const { behind, cylinders } = this.#from;
    return {
      depressions: each((c) => c.depression, behind.length, time).map(pascals),
      airflows: each((c) => c.drawn, behind.length, time),
      charges: each((c) => c.charge, cylinders.length, kept.length),
      lambdas: each((c) => c.phi, cylinders.length, kept.length).map((phi) => (phi > 0 ? 1 / phi : 0)),
      misfires: each((c) => c.missed, cylinders.length, kept.length),
      speed: rpm(over(kept.length * revolutionsPerCycle * 60, time)),
      torqueNm: over(
        kept.reduce((sum, cycle) => sum + cycle.torque, 0),
        time,
      ),
      cycles: kept.length,
    };
  }

  /** The cycle that is going on; its sums begin anew. */
  #take(): Cycle {
    const { manifolds, throats, behind, cylinders } = this.#from;
    const depressed = manifolds.map((manifold) => manifold.depressed);
    const cycle: Cycle = {
      depression: behind.map((m) => at(depressed, m)),
      drawn: throats.map(({ drawn }) => drawn),
      charge: cylinders.map(({ exhaust }) => exhaust.air),
      phi: cylinders.map(({ exhaust }) => 1 / exhaust.lambda),
      missed: cylinders.map(({ exhaust }) => (exhaust.fired ? 0 : 1)),
      torque: this.#torque,
      duration: this.#duration,
    };
    for (const manifold of manifolds) manifold.depressed = 0;
    for (const throat of throats) throat.drawn = 0;
    this.#torque = 0;
    this.#duration = 0;
    return cycle;
  }
}
