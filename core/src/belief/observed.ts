import { at } from '../basics';
import type { EventOf } from '../job/events';
import { sharesPlenum } from '../setup';
import { kiloPascals } from '../units';
import type { Belief } from './belief';
import { demand } from './contrast';
import { layoutOf } from './layout';
import {
  airflowObservation,
  carriedObservation,
  depressionObservation,
  type Observation,
  speedObservation,
} from './observation';
import { PRIOR } from './prior';
import { Transition } from './transition';
import { updateBelief } from './update';

type Reading = EventOf<'reading'>;

/** Between two readings the group's air and the speed wander (warmth, load): relative, one standard deviation. Ours. */
const LEVEL_WANDER = 0.02;
const SPEED_WANDER = 0.008;
/** Two readings of an untouched engine agree no better than this, kPa: hoses, pulses, the gauge's own short-term drift. Ours. */
export const REPEATABILITY_KPA = 0.04;
/** A meter that is put on the same mouth again shows the same air to this, as a share: the hand. Ours. */
const METER_REPEATS = 0.01;
/** Cylinders that see the same pressure draw the same air to this, as a share: valves, wear. Ours. */
const BREATHING = 0.03;
/** A leak lets in this much of its throat's air behind the mouth, within this; as the logarithm of all its air to the mouth's. Ours. */
const LEAK = 0.35;
const LEAK_SPREAD = 0.25;
/** A meter on a mouth costs the idle a little; the speed read beside it is good to this share. Ours. */
const UNDER_A_METER = 0.015;

/** The belief after gauges were read. */
export function observedReading(belief: Belief, reading: Reading): Belief {
  const ready = wandered(levelled({ ...belief, barometer: kiloPascals(reading.barometerKPa) }, reading));
  const used = reading.channels.flatMap((channel): Seen[] => {
    const index = belief.setup.throats.findIndex(({ id }) => id === channel.throat);
    if (index < 0 || !isUsable(channel)) return [];
    const uncertainty = Math.hypot(channel.againstGroupKPa ?? channel.uncertaintyKPa, REPEATABILITY_KPA);
    const observation = reading.round === undefined ? depressionObservation : carriedObservation;
    const shown = { shownKPa: channel.depressionKPa, variance: uncertainty ** 2 };
    return [{ throat: channel.throat, of: observation(ready, index, shown) }];
  });
  const { speed } = reading;
  return seen(
    ready,
    used,
    speed === undefined ? [] : [speedObservation(ready, speed.rpm, (speed.uncertaintyRpm / speed.rpm) ** 2)],
  );
}

/** The belief after a meter was held on the mouths; `leaky`: the throats that are supposed to get some of their air past the mouth. */
export function observedAirflow(
  belief: Belief,
  { throats, rpm }: EventOf<'airflow'>,
  leaky: readonly string[] = [],
): Belief {
  const ready = wandered(belief);
  // Behind a plenum's mouths a leak is everybody's.
  const ownRunners = !sharesPlenum(belief.setup);
  const known = throats.flatMap((meter) => {
    const place = belief.setup.throats.findIndex(({ id }) => id === meter.throat);
    if (place < 0) return [];
    const isLeaky = ownRunners && leaky.includes(meter.throat);
    const spread = Math.hypot(
      meter.uncertainty / meter.shown,
      METER_REPEATS,
      ownRunners ? BREATHING : 0,
      isLeaky ? LEAK_SPREAD : 0,
    );
    const log = Math.log(meter.shown) + (isLeaky ? LEAK : 0);
    return [{ throat: meter.throat, place, log, variance: spread ** 2 }];
  });
  const last = known.at(-1);
  const used = known.slice(0, -1).flatMap(({ throat, place, log, variance }): Seen[] => {
    if (last === undefined) return [];
    const air = { throat: place, against: last.place, shown: log - last.log, variance, shared: last.variance };
    return [{ throat, of: airflowObservation(ready, air) }];
  });
  return seen(ready, used, rpm === undefined ? [] : [speedObservation(ready, rpm, UNDER_A_METER ** 2)]);
}

/** An engine that died fell below about half of its idle; how far nobody has seen. Ours; the share is a logarithm's spread. */
const DIED_AT = 0.5;
const DIED_WITHIN = 0.25;

/** The belief after the engine died by itself: the turn before it took more of its speed than was thought. */
export function observedStall(belief: Belief): Belief {
  const { idleRpm } = belief.setup.targets;
  return seen(belief, [], [speedObservation(belief, DIED_AT * idleRpm, DIED_WITHIN ** 2)]);
}

interface Seen {
  readonly throat: string;
  readonly of: Observation;
}

function seen(ready: Belief, used: readonly Seen[], speed: readonly Observation[]): Belief {
  const { mean, covariance, logEvidence, squaredDistance, sigmas } = updateBelief(ready, [
    ...used.map(({ of }) => of),
    ...speed,
  ]);
  return {
    ...ready,
    mean,
    covariance,
    logEvidence: ready.logEvidence + logEvidence,
    startle: squaredDistance - used.length - speed.length,
    surprise: used.map(({ throat }, i) => ({ throat, sigmas: at(sigmas, i) })),
  };
}

/** What the group's level is known to by the first reading itself, as a logarithm. Ours. */
const FIRST_LEVEL = 0.1;

/**
 * Before the first reading the group's level is anybody's guess, and the pressure's law bends too much on the way there for an update
 * by slopes: it begins at the mean of what the gauges show.
 */
function levelled(belief: Belief, { channels }: Reading): Belief {
  const shown = channels.filter(isUsable).map(({ depressionKPa }) => depressionKPa);
  const { level } = layoutOf(belief.setup);
  if (belief.covariance.get(level, level) < PRIOR.level ** 2 || shown.length === 0) return belief;
  const pressure = belief.barometer - shown.reduce((sum, kPa) => sum + kPa, 0) / shown.length;
  if (pressure <= 0) return belief;
  const covariance = belief.covariance.clone();
  // What the level had in common with the rest (a meter on the mouths ties them) goes with what was thought of it.
  for (let i = 0; i < covariance.rows; i += 1) {
    covariance.set(level, i, 0);
    covariance.set(i, level, 0);
  }
  covariance.set(level, level, FIRST_LEVEL ** 2);
  return { ...belief, covariance, mean: belief.mean.map((m, i) => (i === level ? Math.log(pressure) : m)) };
}

/** Settling and clipped channels mislead; they are kept in the log and left out of the belief. */
function isUsable({ state }: Reading['channels'][number]): boolean {
  return state === 'steady' || state === 'byEye';
}

/** The belief a while later, nothing touched: the engine's level and speed may have wandered. */
export function wandered(belief: Belief): Belief {
  const { level, speed } = layoutOf(belief.setup);
  // Where the depression is small the same wander of the air shows less of itself in the pressure.
  const { share } = demand(at(belief.mean, level) - Math.log(belief.barometer));
  return new Transition()
    .widen(level, (LEVEL_WANDER * share) ** 2)
    .widen(speed, SPEED_WANDER ** 2)
    .apply(belief);
}
