import { seededRandom } from '../../basics';

/** What makes one engine, its gauges and its person unlike another. */
export interface ForeignLaw {
  /** What a turn of a stop adds to the opening, as a share; and how unlike screws are, as a logarithm either way. */
  readonly sharePerTurn: number;
  readonly screwsUnlike: number;
  /** A screw that moves all throats acts through another lever: so many times as much. */
  readonly knobShare: number;
  /** The opening goes with the screws by this power: a plate uncovers more, or less, with each turn. */
  readonly bend: number;
  /** Flow goes with the depression by this power; a half is Bernoulli's. */
  readonly flow: number;
  /** Share of the air that comes past a shut throttle. */
  readonly leakage: number;
  /** Speed goes with the charge by this power: from hardly at all to nearly everything. */
  readonly speedPower: number;
  readonly idleDepressionKPa: number;
  /** How far the idle is off as found, as a share either way: no further than screws within their range can bring it back. */
  readonly idleOff: number;
  /** Gauges' slopes and zeros, largest either way. */
  readonly slopes: number;
  readonly offsetsKPa: number;
  readonly noiseKPa: number;
  /** How a hand turns: its random share, its bias, and how often it slips and says so. */
  readonly handShare: number;
  readonly handBias: number;
  /** The engine dies below this share of its idle. */
  readonly stallsAt: number;
  /** The engine wanders from one look to the next, relative. */
  readonly wander: number;
}

/** The engine of another make that the tests have used from the beginning. */
export const PLAIN_LAW: Omit<ForeignLaw, 'speedPower' | 'idleDepressionKPa' | 'idleOff'> = {
  sharePerTurn: 0.13,
  screwsUnlike: 0.35,
  knobShare: 1,
  bend: 1,
  flow: 0.5,
  leakage: 0,
  slopes: 0.004,
  offsetsKPa: 0,
  noiseKPa: 0.04,
  handShare: 0.04,
  handBias: 0,
  stallsAt: 0,
  wander: 0.003,
};

/** Of an idle that follows its air entirely. Ours. */
const IDLE_OFF = 0.35;

/**
 * One of a family of engines that nobody here wrote an advice for: every law is drawn, evenly over a range wider than what engines are known
 * to do. Ranges are ours. Even seeds are for developing on, odd ones for reporting.
 */
export function drawLaw(seed: number, strokes: 2 | 4): ForeignLaw {
  const random = seededRandom(seed ^ 0xfa311);
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  const byRatio = (low: number, high: number) => low * (high / low) ** random.uniform();
  const speedPower = strokes === 2 ? byRatio(1, 12) : byRatio(0.3, 4);
  return {
    speedPower,
    // An idle that hardly follows its air is not far off either.
    idleOff: (IDLE_OFF * speedPower) / (1 + speedPower),
    sharePerTurn: byRatio(0.06, 0.3),
    screwsUnlike: between(0.1, 0.6),
    knobShare: byRatio(0.4, 2.5),
    bend: byRatio(0.7, 1.5),
    flow: between(0.42, 0.58),
    leakage: between(0, 0.3),
    idleDepressionKPa: strokes === 2 ? between(7, 18) : between(32, 62),
    slopes: byRatio(0.003, 0.02),
    offsetsKPa: between(0, 0.5),
    noiseKPa: byRatio(0.02, 0.12),
    handShare: byRatio(0.02, 0.1),
    handBias: between(-0.1, 0.1),
    stallsAt: between(0.5, 0.68),
    wander: byRatio(0.001, 0.006),
  };
}
