/**
 * One run as it was logged, sample by sample, in one set of units. Arrays are of one length; NaN where nothing was measured. They are not
 * written to once made.
 */
export interface Ride {
  /** Seconds since the first sample, rising. */
  readonly times: Float64Array;
  /** Lambda by each sensor of the log. */
  readonly lambdas: readonly { readonly sensor: number; readonly name: string; readonly values: Float64Array }[];
  /** Engine speed, rpm. */
  readonly rpm: Float64Array | undefined;
  /** Opening of the driver's lever past its stop, as a share of what is left of its travel. */
  readonly opening: Float64Array | undefined;
  /** Speed of the vehicle, m/s. */
  readonly roadSpeed: Float64Array | undefined;
  /** Manifold pressure as a share of the highest that was logged: near 1 with the throttle wide open. */
  readonly load: Float64Array | undefined;
  /** Exhaust temperature, K. */
  readonly exhaust: Float64Array | undefined;
  /** Oxygen by the sensor, percent. */
  readonly oxygen: Float64Array | undefined;
  /** Supply of the sensor, V. */
  readonly supply: Float64Array | undefined;
  /** Middle of the steps from sample to sample, s. */
  readonly step: number;
  /** Seconds of the first sample since midnight or since 1970, where the log's time is a clock or a stamp. */
  readonly startedAt: number | undefined;
}

/** What was passed over while a ride was read. Lines count from 1. */
export interface RideProblems {
  /** Rows of another width, or without a time. */
  readonly badRows: number;
  /** Cells of used columns that are no figures. */
  readonly badCells: number;
  /** Rows whose time goes back. */
  readonly backwards: number;
  /** The logger's clock began anew so many times; what follows is put behind what was. */
  readonly restarts: number;
  readonly examples: readonly { readonly line: number; readonly reason: string }[];
}
