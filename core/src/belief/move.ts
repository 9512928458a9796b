import type { Matrix } from 'ml-matrix';
import { at } from '../basics';
import { actionOn, concernOf } from '../setup';
import type { Turns } from '../units';
import { type Direction, reachedBy } from './backlash';
import { type Belief, layoutOf } from './belief';
import { runnerLogPressure } from './contrast';
import { symmetric } from './update';

/** A hand that means to turn by x turns turns by x with this standard deviation: a fixed part and a share. common practice, no source. */
const HAND_TURNS = 1 / 64;
const HAND_SHARE = 0.05;
/** After any move a throttle comes to rest a little elsewhere. Ours: a sound linkage; log airflow. */
export const RESTING = 0.0015;
/** A mixture screw, cable or rod may have changed idle and airflow by this much; what it does by itself is not modelled. Ours; log airflow. */
const ELSEWHERE = 0.03;
/**
 * What a turn does changes along the screw's way: a plate that lets more air in gains less of it by the next turn. Ours: a fixed
 * part, and a share of the airflow's own change.
 */
const GAIN_WANDER = 0.03;
const GAIN_BEND = 0.3;
/** Throttles that one screw moves do not open quite alike: each by this share of its change more or less. Ours. */
const UNLIKE = 0.1;
/** The idle follows the air along a curve, not a line: doubt of its change for each unit of mean log airflow. Ours; a two-stroke's more. */
const SPEED_BEND = { 2: 1, 4: 0.4 } as const;
/** And the less surely the further it is from where it should be: so many times for each unit of log speed. Ours: near its stall an engine leaps. */
const FAR_FROM_IDLE = 4;

/**
 * The belief after a screw was turned. A throttle's open area grows by the same amount for every turn, so a throat that stands further
 * open than the group gains less of its air: with v_i the trim against the group's mean, u_i gains ln(1 + sign exp(gain - v_i) turns),
 * the speed its share of that and the group's pressure the rest; all with the doubt of the hand and of the screw's play.
 * `nearGain`: the logarithm of the gain to work the slopes out at, where a reading has told it better than the belief before the move.
 * Source of the propagation: Saerkkae (2013), algorithm 5.4, prediction step. The law of the area is ours, for small openings.
 */
export function moveBelief(belief: Belief, adjusterId: string, by: Turns, nearGain?: number): Belief {
  const { setup } = belief;
  const layout = layoutOf(setup);
  const index = setup.adjusters.findIndex(({ id }) => id === adjusterId);
  const adjuster = setup.adjusters[index];
  if (adjuster === undefined) return belief;
  if (concernOf(adjuster) !== 'rest') return unsettled(belief, ELSEWHERE);
  const known = at(belief.mean, layout.gain(index));
  const point = nearGain ?? known;
  const gain = Math.exp(point);
  const reached = reachedBy(adjuster, at(belief.lastTurned, index), by);
  const n = setup.throats.length;
  const acted = setup.throats.flatMap((throat, i) => {
    const sign = actionOn(adjuster, throat.id);
    if (sign === 0) return [];
    const perTurn = sign * gain * Math.exp(groupTrim(belief, n) - at(belief.mean, layout.trim(i)));
    const { change: atPoint, slope } = areaChange(perTurn * reached.turns);
    return [{ i, perTurn, slope, change: atPoint + slope * perTurn * reached.turns * (known - point) }];
  });
  const meanChange = acted.reduce((sum, { change }) => sum + change / n, 0);
  const largest = Math.max(0, ...acted.map(({ change }) => Math.abs(change)));
  const group = groupMove(belief, meanChange);
  const slopes = new Map<number, Float64Array>();
  const hand = new Float64Array(layout.size);
  const mean = [...belief.mean];
  const add = (row: number, column: number, value: number) => {
    const slope = slopes.get(row) ?? new Float64Array(layout.size);
    slope[column] = (slope[column] ?? 0) + value;
    slopes.set(row, slope);
  };
  for (const { i, perTurn, slope, change } of acted) {
    mean[layout.trim(i)] = at(mean, layout.trim(i)) + change;
    // All throats together carry the group: its speed and its pressure go with the mean change of trim.
    for (const [row, share] of [
      [layout.trim(i), 1],
      ...group.rows.map(({ row, share }) => [row, share / n]),
    ] as const) {
      add(row, layout.gain(index), share * slope * perTurn * reached.turns);
      for (let k = 0; k < n; k += 1)
        add(row, layout.trim(k), share * slope * perTurn * reached.turns * (1 / n - (k === i ? 1 : 0)));
      hand[row] = at(hand, row) + share * slope * perTurn;
    }
  }
  for (const { row, change, bySpeedSlope, byItself } of group.rows) {
    mean[row] = at(mean, row) + change;
    add(row, layout.speedSlope, bySpeedSlope);
    if (byItself !== 1) add(row, row, byItself - 1);
  }
  const handVariance = HAND_TURNS ** 2 + (HAND_SHARE * by) ** 2 + reached.doubt ** 2;
  const covariance = propagated(belief.covariance, slopes);
  addAlong(covariance, hand, handVariance);
  const widen = (place: number, variance: number) =>
    covariance.set(place, place, covariance.get(place, place) + variance);
  widen(layout.gain(index), GAIN_WANDER ** 2 + (GAIN_BEND * largest) ** 2);
  if (acted.length > 1) for (const { i, change } of acted) widen(layout.trim(i), (UNLIKE * change) ** 2);
  const far = Math.abs(at(belief.mean, layout.speed) - Math.log(setup.targets.idleRpm));
  const bend = SPEED_BEND[setup.engine.strokes] * (1 + FAR_FROM_IDLE * far) * meanChange;
  for (const way of group.bends) addAlong(covariance, way, bend ** 2);
  const lastTurned = belief.lastTurned.map((last, j) => (j === index ? directionOf(by) : last));
  return unsettled({ ...belief, mean, lastTurned, covariance: symmetric(covariance) }, RESTING);
}

/**
 * What a mean change of trim does to the group. The speed gains its share s of it; what flows past the throttles is what the cylinders
 * draw, so that F of the pressure (see `demand`) gains the rest, 1 - s. Where the speed goes another way than thought, F goes the other;
 * but not on a two-stroke, whose speed follows how often it fires: there F gains no less than nothing, and goes its own way.
 */
function groupMove({ setup, mean, barometer }: Belief, meanChange: number) {
  const layout = layoutOf(setup);
  const s = Math.exp(at(mean, layout.speedSlope));
  const isTwoStroke = setup.engine.strokes === 2;
  const left = isTwoStroke ? Math.max(0, 1 - s) : 1 - s;
  const level = at(mean, layout.level);
  const pressure = runnerLogPressure(barometer, { level, evening: 0 }, left * meanChange);
  const share = pressure.slopeByApart;
  const rows = [
    { row: layout.speed, share: s, change: s * meanChange, bySpeedSlope: s * meanChange, byItself: 1 },
    {
      row: layout.level,
      share: left * share,
      change: pressure.logPressure - level,
      bySpeedSlope: left === 0 ? 0 : -s * meanChange * share,
      byItself: pressure.slopeByLevel,
    },
  ];
  const along = (speed: number, pressures: number) => {
    const way = new Float64Array(layout.size);
    way[layout.speed] = speed;
    way[layout.level] = pressures;
    return way;
  };
  return { rows, bends: isTwoStroke ? [along(1, 0), along(0, share)] : [along(1, -share)] };
}

/** (I + E) P (I + E)', where only the rows of E that a move fills are given: the others leave P as it is. */
function propagated(covariance: Matrix, slopes: ReadonlyMap<number, Float64Array>): Matrix {
  const n = covariance.rows;
  const left = covariance.clone();
  for (const [row, slope] of slopes) {
    for (let k = 0; k < n; k += 1) {
      const share = at(slope, k);
      if (share === 0) continue;
      for (let j = 0; j < n; j += 1) left.set(row, j, left.get(row, j) + share * covariance.get(k, j));
    }
  }
  const both = left.clone();
  for (const [row, slope] of slopes) {
    for (let k = 0; k < n; k += 1) {
      const share = at(slope, k);
      if (share === 0) continue;
      for (let i = 0; i < n; i += 1) both.set(i, row, both.get(i, row) + share * left.get(i, k));
    }
  }
  return both;
}

/** No move is believed to shut more than this share of a throat's air. */
const LEAST_LEFT = 0.3;

/** ln(1 + share), for a share of a throat's air added or taken away, and its slope. */
export function areaChange(share: number): { readonly change: number; readonly slope: number } {
  const left = Math.max(LEAST_LEFT, 1 + share);
  return { change: Math.log(left), slope: 1 / left };
}

function groupTrim({ setup, mean }: Belief, throats: number): number {
  const layout = layoutOf(setup);
  return setup.throats.reduce((sum, _, i) => sum + at(mean, layout.trim(i)), 0) / throats;
}

function directionOf(by: Turns): Direction {
  return by > 0 ? 1 : -1;
}

/** The belief after one throttle may have come to rest elsewhere: its air, and the idle with it. */
export function astray(belief: Belief, throat: string, spread: number): Belief {
  const index = belief.setup.throats.findIndex(({ id }) => id === throat);
  if (index < 0) return belief;
  const layout = layoutOf(belief.setup);
  const way = new Float64Array(layout.size);
  way[layout.trim(index)] = 1;
  for (const { row, share } of groupMove(belief, 0).rows) way[row] = share / belief.setup.throats.length;
  const covariance = belief.covariance.clone();
  addAlong(covariance, way, spread ** 2);
  return { ...belief, covariance };
}

/** Adds the doubt of one direction to a covariance made for it. */
function addAlong(covariance: Matrix, way: Float64Array, variance: number): void {
  const places = [...way.keys()].filter((place) => way[place] !== 0);
  for (const i of places)
    for (const j of places) covariance.set(i, j, covariance.get(i, j) + at(way, i) * at(way, j) * variance);
}

/** The belief after throttles may have come to rest elsewhere: every trim is a little less sure. */
export function unsettled(belief: Belief, spread: number): Belief {
  const layout = layoutOf(belief.setup);
  const covariance = belief.covariance.clone();
  belief.setup.throats.forEach((_, i) => {
    const k = layout.trim(i);
    covariance.set(k, k, covariance.get(k, k) + spread ** 2);
  });
  return { ...belief, covariance };
}
