/** What an engine does on the road, as far as its mixture differs by it. `off`: it does not run. */
export const REGIMES = [
  'idle',
  'justOffIdle',
  'cruiseLow',
  'cruiseHigh',
  'rollOn',
  'fullLoad',
  'overrun',
  'shift',
  'transient',
  'off',
] as const;

export type Regime = (typeof REGIMES)[number];

/** Regimes whose lambda is judged. Overrun, shifts and what passes between two of them never enter a mean. */
export const JUDGED = ['idle', 'justOffIdle', 'cruiseLow', 'cruiseHigh', 'rollOn', 'fullLoad'] as const;

export type JudgedRegime = (typeof JUDGED)[number];

export function isJudged(regime: Regime): regime is JudgedRegime {
  return JUDGED.some((each) => each === regime);
}

/** Lambda between these is right. */
export interface Band {
  readonly low: number;
  readonly high: number;
}

/**
 * Where lambda should lie, regime by regime: cruise around 14 to 14.7 on the petrol scale, full load 12.5 to 12.9 (common practice, no source);
 * roll-on between the two, and the first opening as the idle: ours.
 */
export const USUAL_BANDS: Readonly<Record<JudgedRegime, Band>> = {
  idle: { low: 0.93, high: 1 },
  justOffIdle: { low: 0.92, high: 0.99 },
  cruiseLow: { low: 0.95, high: 1.01 },
  cruiseHigh: { low: 0.95, high: 1.01 },
  rollOn: { low: 0.86, high: 0.95 },
  fullLoad: { low: 0.85, high: 0.88 },
};

/** At full load leaner than this is a risk to the engine: 13.5 on the petrol scale (common practice, no source). */
export const LEAN_AT_FULL_LOAD = 0.92;
/** At the first opening leaner than this: the pilot jet is too small, and leaning the idle leans it more: 15 : 1 (common practice, no source). */
export const LEAN_OFF_IDLE = 1.02;

/** Pieces of one ride and sensor that a log keeps at most: neighbours of one regime are put together beyond. Ours. */
export const MOST_UNITS = 600;

/** Standard deviations to either side that hold nine in ten of a normal distribution: its 95 % point. */
export const NINE_IN_TEN = 1.644854;
