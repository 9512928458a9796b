import { at } from '../basics';
import { actionOn, concernOf } from '../setup';
import type { Turns } from '../units';
import { type Direction, reachedBy } from './backlash';
import type { Belief } from './belief';
import { runnerLogPressure } from './contrast';
import { layoutOf } from './layout';
import { Transition, type Way } from './transition';

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

/** A screw by its id, and how far it was turned. */
export interface Turned {
  readonly adjuster: string;
  readonly turns: Turns;
}

/**
 * The belief after a screw was turned. A throttle's open area grows by the same amount for every turn, so a throat that stands further
 * open than the group gains less of its air: with v_i the trim against the group's mean, u_i gains ln(1 + sign exp(gain - v_i) turns),
 * the speed its share of that and the group's pressure the rest; all with the doubt of the hand and of the screw's play.
 * `nearGain`: the logarithm of the gain to work the slopes out at, where a reading has told it better than the belief before the move.
 * Source of the propagation: Saerkkae (2013), algorithm 5.4, prediction step. The law of the area is ours, for small openings.
 */
export function moveBelief(belief: Belief, { adjuster: adjusterId, turns: by }: Turned, nearGain?: number): Belief {
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
    return [{ i, perTurn, slope, atPoint, change: atPoint + slope * perTurn * reached.turns * (known - point) }];
  });
  const meanChange = acted.reduce((sum, { change }) => sum + change / n, 0);
  const largest = Math.max(0, ...acted.map(({ change }) => Math.abs(change)));
  const group = groupMove(belief, meanChange);
  const turn = new Transition();
  const hand = new Map<number, number>();
  for (const { i, perTurn, slope, change } of acted) {
    turn.shift(layout.trim(i), change);
    // All throats together carry the group: its speed and its pressure go with the mean change of trim.
    for (const { place, share } of [
      { place: layout.trim(i), share: 1 },
      ...group.rows.map((row) => ({ place: row.place, share: row.share / n })),
    ]) {
      const whole = share * slope * perTurn * reached.turns;
      turn.slope(place, layout.gain(index), whole);
      for (let k = 0; k < n; k += 1) turn.slope(place, layout.trim(k), whole * (1 / n - (k === i ? 1 : 0)));
      hand.set(place, (hand.get(place) ?? 0) + share * slope * perTurn);
    }
  }
  for (const { place, change, bySpeedSlope, byItself } of group.rows) {
    turn.shift(place, change);
    turn.slope(place, layout.speedSlope, bySpeedSlope);
    if (byItself !== 1) turn.slope(place, place, byItself - 1);
  }
  turn.doubtAlong(hand, HAND_TURNS ** 2 + (HAND_SHARE * by) ** 2 + reached.doubt ** 2);
  turn.widen(layout.gain(index), GAIN_WANDER ** 2 + (GAIN_BEND * largest) ** 2);
  // Unlike by a share of what the screw does, as far as that is known by now: a weak one leaves them alike.
  if (acted.length > 1) for (const { i, atPoint } of acted) turn.widen(layout.trim(i), (UNLIKE * atPoint) ** 2);
  const far = Math.abs(at(belief.mean, layout.speed) - Math.log(setup.targets.idleRpm));
  const bend = SPEED_BEND[setup.engine.strokes] * (1 + FAR_FROM_IDLE * far) * meanChange;
  for (const way of group.bends) turn.doubtAlong(way, bend ** 2);
  const lastTurned = belief.lastTurned.map((last, j) => (j === index ? directionOf(by) : last));
  return unsettled({ ...turn.apply(belief), lastTurned }, RESTING);
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
    { place: layout.speed, share: s, change: s * meanChange, bySpeedSlope: s * meanChange, byItself: 1 },
    {
      place: layout.level,
      share: left * share,
      change: pressure.logPressure - level,
      bySpeedSlope: left === 0 ? 0 : -s * meanChange * share,
      byItself: pressure.slopeByLevel,
    },
  ];
  const along = (speed: number, pressures: number): Way =>
    new Map([
      [layout.speed, speed],
      [layout.level, pressures],
    ]);
  return { rows, bends: isTwoStroke ? [along(1, 0), along(0, share)] : [along(1, -share)] };
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
  const throats = belief.setup.throats.length;
  const way = new Map([
    [layoutOf(belief.setup).trim(index), 1],
    ...groupMove(belief, 0).rows.map(({ place, share }): [number, number] => [place, share / throats]),
  ]);
  return new Transition().doubtAlong(way, spread ** 2).apply(belief);
}

/** The belief after throttles may have come to rest elsewhere: every trim is a little less sure. */
export function unsettled(belief: Belief, spread: number): Belief {
  const { start, size } = layoutOf(belief.setup).blocks.trims;
  const rest = new Transition();
  for (let i = 0; i < size; i += 1) rest.widen(start + i, spread ** 2);
  return rest.apply(belief);
}
