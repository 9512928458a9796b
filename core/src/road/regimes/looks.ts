import { exp, ln } from '../../basics';
import { REGIMES, type Regime } from '../words';
import { type RideGrid, RUNNING_RPM } from './grid';

/**
 * How each regime looks in what a log holds: soft bounds, each so wide that a value at it may be either side. The shapes are common practice (trade words
 * in figures), the widths ours; a quantity that was not logged says nothing.
 */
interface Bounds {
  /** Opening past the stop, as a share of the travel. */
  readonly opening?: Range;
  /** Engine speed over the idle's. */
  readonly rpm?: Range;
  /** Change of the logarithm of engine speed, 1/s, over a second. */
  readonly climb?: Range;
  /** The same at once, whichever way. */
  readonly jerk?: Range;
  /** Change of the opening, 1/s, whichever way. */
  readonly turning?: Range;
  /** Manifold pressure over the highest. */
  readonly load?: Range;
  /** m/s. */
  readonly roadSpeed?: Range;
  /** Lambda, late as it comes. */
  readonly lambda?: Range;
}

/** From, to, and how soft both bounds are. */
type Range = readonly [number, number, number];

const ANY = Number.POSITIVE_INFINITY;
const NONE = Number.NEGATIVE_INFINITY;

/** Shut: no further open than what a sensor wanders. */
const SHUT: Range = [NONE, 0.015, 0.004];
/** Of the throttle's own travel: the first opening, and wide open. */
const FIRST_OPENING = 0.12;
const WIDE = 0.8;

/** An engine that gains this share of its speed a second is being rolled on; one that holds it within that cruises, up hill and down. */
const CLIMBS = 0.045;
const STEADY: Range = [-0.12, CLIMBS, 0.012];

/** With the throttle in the log. */
const BY_THROTTLE: Readonly<Record<Exclude<Regime, 'off'>, Bounds>> = {
  idle: { opening: SHUT, rpm: [0.6, 1.35, 0.05], jerk: [0, 2.5, 0.5], roadSpeed: [NONE, 3, 1] },
  justOffIdle: {
    opening: [0.015, FIRST_OPENING, 0.008],
    rpm: [0.8, 2.1, 0.1],
    jerk: [0, 5, 1],
    turning: [0, 4, 1],
    roadSpeed: [NONE, 8, 1],
  },
  cruiseLow: { opening: [0.02, 0.7, 0.01], rpm: [1.9, ANY, 0.1], climb: STEADY, turning: [0, 1.5, 0.4] },
  cruiseHigh: { opening: [0.02, 0.7, 0.01], rpm: [1.9, ANY, 0.1], climb: STEADY, turning: [0, 1.5, 0.4] },
  rollOn: { opening: [0.08, WIDE, 0.02], rpm: [1.3, ANY, 0.1], climb: [CLIMBS, ANY, 0.012], turning: [0, 5, 1] },
  fullLoad: { opening: [WIDE, ANY, 0.02], rpm: [1.3, ANY, 0.1], jerk: [0, 10, 2] },
  overrun: { opening: SHUT, rpm: [1.35, ANY, 0.1], climb: [NONE, 0.1, 0.1], jerk: [0, 7, 1] },
  shift: { opening: [NONE, 0.12, 0.03], rpm: [1.3, ANY, 0.1], jerk: [4.5, ANY, 0.8] },
  transient: { turning: [3, ANY, 0.6] },
};

/** With the manifold's pressure for the throttle. */
const BY_LOAD: typeof BY_THROTTLE = {
  idle: { rpm: [0.6, 1.35, 0.05], load: [NONE, 0.6, 0.03], jerk: [0, 2.5, 0.5], roadSpeed: [NONE, 3, 1] },
  justOffIdle: { rpm: [1.15, 2.1, 0.1], load: [0.25, 0.62, 0.04], jerk: [0, 5, 1], roadSpeed: [NONE, 8, 1] },
  cruiseLow: { rpm: [1.9, ANY, 0.1], load: [0.28, 0.85, 0.02], climb: STEADY },
  cruiseHigh: { rpm: [1.9, ANY, 0.1], load: [0.28, 0.85, 0.02], climb: STEADY },
  rollOn: { rpm: [1.3, ANY, 0.1], load: [0.35, 0.87, 0.02], climb: [CLIMBS, ANY, 0.012] },
  fullLoad: { rpm: [1.3, ANY, 0.1], load: [0.84, ANY, 0.015], climb: [-0.3, ANY, 0.1] },
  overrun: { rpm: [1.35, ANY, 0.1], load: [NONE, 0.28, 0.02], climb: [NONE, 0.1, 0.1], jerk: [0, 7, 1] },
  shift: { rpm: [1.3, ANY, 0.1], jerk: [4, ANY, 0.8] },
  transient: { jerk: [8, ANY, 2] },
};

/** With engine speed and lambda alone: a shut throttle leans beyond what burns, a wide one enriches. */
const BY_SPEED: typeof BY_THROTTLE = {
  idle: { rpm: [0.6, 1.3, 0.05], jerk: [0, 2.5, 0.5], lambda: [0.6, 1.25, 0.05], roadSpeed: [NONE, 3, 1] },
  justOffIdle: { rpm: [1.2, 2.1, 0.1], jerk: [0, 4, 1], lambda: [0.6, 1.2, 0.05], roadSpeed: [NONE, 8, 1] },
  cruiseLow: { rpm: [1.9, ANY, 0.1], climb: STEADY, lambda: [0.7, 1.2, 0.03] },
  cruiseHigh: { rpm: [1.9, ANY, 0.1], climb: STEADY, lambda: [0.7, 1.2, 0.03] },
  rollOn: { rpm: [1.3, ANY, 0.1], climb: [CLIMBS, 1.2, 0.012], lambda: [0.75, 1.15, 0.03] },
  fullLoad: { rpm: [1.8, ANY, 0.1], climb: [CLIMBS, 2, 0.012], lambda: [0.6, 0.9, 0.012] },
  overrun: { rpm: [1.3, ANY, 0.1], climb: [-3, -0.04, 0.02], lambda: [1.15, ANY, 0.03] },
  shift: { rpm: [1.3, ANY, 0.1], jerk: [4, ANY, 0.8] },
  transient: { jerk: [6, ANY, 1.5] },
};

export type KnownBy = 'throttle' | 'load' | 'speed' | 'nothing';

/** What a log's regimes are told by. */
export function knownBy(grid: RideGrid): KnownBy {
  if (grid.rpm === undefined) return 'nothing';
  if (grid.opening !== undefined) return 'throttle';
  return grid.load === undefined ? 'speed' : 'load';
}

/** How well each step of a grid looks like each regime. */
export interface Looker {
  /** The logarithm of it for one step, in the order of `REGIMES`. Written into `out`: this runs for every tenth of a second of a ride. */
  look(i: number, out: Float64Array): void;
}

/** Compares the steps of a grid with what each regime looks like in what was logged. */
export function createLooker(grid: RideGrid): Looker {
  const by = knownBy(grid);
  const table = by === 'load' ? BY_LOAD : by === 'speed' ? BY_SPEED : BY_THROTTLE;
  const tests = REGIMES.map((regime) => (regime === 'off' ? [] : testsOf(table[regime])));
  const [low, high] = [REGIMES.indexOf('cruiseLow'), REGIMES.indexOf('cruiseHigh')];
  const seen = new Float64Array(NAMES.length);
  return {
    look(i, out) {
      const rpm = grid.rpm?.[i] ?? Number.NaN;
      const stands = !(rpm >= RUNNING_RPM);
      NAMES.forEach((name, n) => {
        seen[n] = seenAt(grid, name, i);
      });
      tests.forEach((bounds, r) => {
        let sum = stands ? IMPOSSIBLE : 0;
        for (const { channel, bound } of bounds) {
          const value = seen[channel] ?? Number.NaN;
          if (!Number.isNaN(value)) sum += within(value, bound);
        }
        out[r] = Math.max(IMPOSSIBLE, sum);
      });
      const howLow = lowness(grid, i, rpm);
      out[low] = (out[low] ?? 0) + lnSoft(howLow);
      out[high] = (out[high] ?? 0) + lnSoft(-howLow);
      out[OFF] = stands ? 0 : IMPOSSIBLE;
      out[TRANSIENT] = (out[TRANSIENT] ?? 0) - LAST_RESORT;
    },
  };
}

/** How far a step is below where a cruise is high: in town, or below the gap between the speeds at which this ride cruises. */
function lowness(grid: RideGrid, i: number, rpm: number): number {
  const roadSpeed = grid.roadSpeed?.[i] ?? Number.NaN;
  const apart = Number.isNaN(roadSpeed) ? (grid.lowBelowRpm - rpm) / (0.02 * grid.lowBelowRpm) : TOWN - roadSpeed;
  return Number.isNaN(apart) ? 0 : apart;
}

function testsOf(bounds: Bounds): readonly { readonly channel: number; readonly bound: Range }[] {
  return NAMES.flatMap((name, channel) => {
    const bound = bounds[name];
    return bound === undefined ? [] : [{ channel, bound }];
  });
}

function seenAt(grid: RideGrid, name: (typeof NAMES)[number], i: number): number {
  const value = grid[name]?.[i] ?? Number.NaN;
  if (name === 'rpm') return value / grid.idleRpm;
  return name === 'jerk' || name === 'turning' ? Math.abs(value) : value;
}

const [OFF, TRANSIENT] = [REGIMES.indexOf('off'), REGIMES.indexOf('transient')];
const NAMES = ['opening', 'rpm', 'climb', 'jerk', 'turning', 'load', 'roadSpeed', 'lambda'] as const;
const IMPOSSIBLE = -40;
/** What fits nothing else is passing from one to another; where another fits as well, it is that. Ours. */
const LAST_RESORT = 1.5;
/** Between town and the open road, m/s: 80 km/h. common practice, no source. */
const TOWN = 80 / 3.6;

function within(value: number, [from, to, width]: Range): number {
  const low = from === NONE ? 0 : lnSoft((value - from) / width);
  return Math.max(LEAST_LOOK, to === ANY ? low : low + lnSoft((to - value) / width));
}

/** Logarithm of the logistic step at x: nothing well inside, and as far out as it is outside. From a table, within 1e-4: this runs some million times a ride. */
function lnSoft(x: number): number {
  if (x >= INSIDE) return 0;
  if (x <= LEAST_LOOK) return LEAST_LOOK;
  const place = (x - LEAST_LOOK) * PER_UNIT;
  const below = Math.floor(place);
  const low = LN_SOFT[below] ?? 0;
  return low + ((LN_SOFT[below + 1] ?? 0) - low) * (place - below);
}

const INSIDE = 12;
const PER_UNIT = 32;
/** No single quantity rules a regime out: sensors slip. */
const LEAST_LOOK = -9;
const LN_SOFT = Float64Array.from(
  { length: (INSIDE - LEAST_LOOK) * PER_UNIT + 2 },
  (_, k) => -ln(1 + exp(-(LEAST_LOOK + k / PER_UNIT))),
);
