import { type Pascals, pascals, type Rpm, rpm } from '../units';

const KEPT_CYCLES = 40;

/** The engine's own truth about the last cycles: what every gauge tries to see. */
export interface EngineTruth {
  /** Cycle-mean depression of each throat's runner over the last cycles, in the setup's order. */
  readonly depressions: readonly Pascals[];
  readonly speed: Rpm;
  /** How many whole cycles the means stand on. */
  readonly cycles: number;
}

/** Sums over whole cycles, kept for the last {@link KEPT_CYCLES}. Mutable, owned by the engine. */
export function createCycleMeans(throats: number) {
  let sums = new Float64Array(throats);
  let duration = 0;
  let kept: { means: Float64Array; duration: number }[] = [];
  return {
    add(throat: number, depression: number, dt: number) {
      sums[throat] = (sums[throat] ?? 0) + depression * dt;
    },
    pass(dt: number) {
      duration += dt;
    },
    closeCycle() {
      const means = sums.map((sum) => sum / duration);
      kept = [...kept, { means, duration }].slice(-KEPT_CYCLES);
      sums = new Float64Array(throats);
      duration = 0;
    },
    forget() {
      sums = new Float64Array(throats);
      duration = 0;
      kept = [];
    },
    truth(revolutionsPerCycle: number): EngineTruth {
      const time = kept.reduce((sum, cycle) => sum + cycle.duration, 0);
      const mean = (throat: number) => kept.reduce((sum, c) => sum + (c.means[throat] ?? 0) * c.duration, 0) / time;
      return {
        depressions: Array.from({ length: throats }, (_, i) => pascals(time > 0 ? mean(i) : 0)),
        speed: rpm(time > 0 ? (kept.length * revolutionsPerCycle * 60) / time : 0),
        cycles: kept.length,
      };
    },
  };
}
