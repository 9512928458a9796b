import { exp, type Random } from '../basics';
import type { Seconds } from '../units';

export interface AirflowMeterOptions {
  /** Air that lifts the float to the top of the scale, kg/s, and the scale's top in its own units. */
  readonly fullFlow: number;
  readonly fullScale: number;
  readonly timeConstant: Seconds;
  /** What a hand that holds it askew makes of a reading, as a share; and what an eye tells apart, in scale units. */
  readonly seating: number;
  readonly division: number;
}

/** Ours: a float meter with thirty divisions. Its scale is its own: readings compare with each other only. */
export const DEFAULT_AIRFLOW_METER: AirflowMeterOptions = {
  fullFlow: 6e-3,
  fullScale: 30,
  timeConstant: 0.4 as Seconds,
  seating: 0.02,
  division: 0.25,
};

/** A meter that is held on one mouth after the other; the engine is told where (its own restriction costs air). Mutable. */
export interface AirflowMeter {
  /** It was put on a mouth anew: the hand seats it a little differently. */
  seat(): void;
  /** Scale units after the time since the last look, from the mouth's air in kg/s. */
  show(airflow: number, since: Seconds): number;
  /** The same as an eye reads it. */
  read(): number;
}

export function createAirflowMeter(random: Random, options: AirflowMeterOptions = DEFAULT_AIRFLOW_METER): AirflowMeter {
  let float = 0;
  let seated = 1;
  const shown = () => Math.min(options.fullScale, Math.max(0, float));
  return {
    seat() {
      seated = 1 + options.seating * random.normal();
      float = 0;
    },
    show(airflow, since) {
      const wanted = (options.fullScale * seated * airflow) / options.fullFlow;
      float += (wanted - float) * (1 - exp(-since / options.timeConstant));
      return shown();
    },
    read: () => Math.round(shown() / options.division) * options.division,
  };
}
