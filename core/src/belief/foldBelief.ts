import type { EventOf, JobEvent, Suspicion } from '../job/events';
import { effectiveEvents } from '../job/undo';
import { assertNever, at } from '../sequence';
import type { Setup } from '../setup';
import { kiloPascals, turns } from '../units';
import { type Belief, layoutOf } from './belief';
import { mendedBelief } from './mended';
import { astray, moveBelief, RESTING, unsettled } from './move';
import {
  carriedObservation,
  depressionObservation,
  type Observation,
  sourceObservation,
  speedObservation,
  zeroObservation,
} from './observation';
import { priorBelief } from './prior';
import { updateBelief } from './update';

type Reading = Extract<JobEvent, { kind: 'reading' }>;
type Check = Extract<JobEvent, { kind: 'check' }>;

/** Between two readings the group's level and the speed wander (warmth, load): relative, one standard deviation. Ours. */
const LEVEL_WANDER = 0.02;
const SPEED_WANDER = 0.008;
/** Two readings of an untouched engine agree no better than this, kPa: hoses, pulses, the gauge's own short-term drift. Ours. */
const REPEATABILITY_KPA = 0.04;
/** Clamping a coupling may shift the throttles it joins, log airflow. Ours: about a quarter of a kPa. */
const CLAMPING = 0.005;

/** A cylinder that a leak makes too lean misfires more or less with every turn: its pressure moves by this. Ours; log airflow. */
const MISFIRING = 0.06;
/** A stop that does not repeat comes to rest elsewhere by about this, log airflow. Ours: five kPa. */
const RESTLESS = 0.1;

/** Everything a log says about its engine. Deterministic: the same events give the same belief. Undone events do not count. */
export function foldBelief(setup: Setup, events: readonly JobEvent[]): Belief {
  return effectiveEvents(events).reduce((belief, event) => foldEvent(belief, event), priorBelief(setup));
}

/**
 * The belief after one more event, on the supposition that the engine is sound or has the fault supposed.
 */
export function foldEvent(belief: Belief, event: JobEvent, supposed?: Suspicion): Belief {
  switch (event.kind) {
    case 'stage':
      return { ...belief, stage: event.stage };
    case 'reading':
      if (belief.stage === 'offIdle') return belief;
      return foldReading(
        belief,
        supposed?.kind === 'exchangedHoses' ? exchanged(event, supposed.throats) : event,
        supposed,
      );
    case 'move':
      return {
        ...movedBelief(belief, event, supposed),
        pending: { before: { ...belief, pending: undefined }, move: event },
      };
    case 'check':
      return { ...foldCheck(belief, event, supposed), pending: undefined };
    case 'coupled':
      return { ...unsettled(belief, CLAMPING), pending: undefined };
    case 'verdict':
      return { ...(event.verdict === 'mended' ? mendedBelief(belief, event.suspicion) : belief), pending: undefined };
    case 'opened':
    case 'reach':
    case 'note':
    case 'finished':
    case 'undone':
      return belief;
    default:
      return assertNever(event);
  }
}

function movedBelief(
  belief: Belief,
  { adjuster, turns: by }: EventOf<'move'>,
  supposed: Suspicion | undefined,
  nearGain?: number,
): Belief {
  if (supposed?.kind === 'deadScrew' && supposed.adjuster === adjuster) return unsettled(belief, RESTING);
  const moved = moveBelief(belief, adjuster, turns(by), nearGain);
  switch (supposed?.kind) {
    case 'restlessStop':
      return astray(moved, supposed.throat, RESTLESS);
    case 'airLeak':
      return astray(moved, supposed.throat, MISFIRING);
    case 'deadScrew':
    case 'exchangedHoses':
    case undefined:
      return moved;
  }
}

/** The reading as it is if two hoses sit on each other's throats. */
function exchanged(reading: Reading, throats: readonly string[]): Reading {
  const [a, b] = throats;
  const other = (throat: string) => (throat === a ? b : throat === b ? a : throat) ?? throat;
  return { ...reading, channels: reading.channels.map((channel) => ({ ...channel, throat: other(channel.throat) })) };
}

/** A turn whose effect was far from what was thought is propagated again, with slopes at the effect that the reading shows. */
const TURNS_AGAIN = 2;
/** But no further from what was thought than this, log gain: a factor of four and a half. */
const FURTHEST = 1.5;

function foldReading(belief: Belief, reading: Reading, supposed: Suspicion | undefined): Belief {
  const first = observedReading(belief, reading);
  const { pending } = belief;
  // What came as foreseen needs no second look.
  if (pending === undefined || first.startle <= 0) return { ...first, pending: undefined };
  const { before, move } = pending;
  const index = belief.setup.adjusters.findIndex(({ id }) => id === move.adjuster);
  const place = layoutOf(belief.setup).gain(index);
  let after = first;
  for (let i = 0; i < TURNS_AGAIN && index >= 0; i += 1) {
    const shown = at(after.mean, place);
    const known = at(before.mean, place);
    const near = Math.min(known + FURTHEST, Math.max(known - FURTHEST, shown));
    after = observedReading(movedBelief(before, move, supposed, near), reading);
  }
  return { ...after, surprise: first.surprise, pending: undefined };
}

function observedReading(belief: Belief, reading: Reading): Belief {
  const ready = wandered(levelled({ ...belief, barometer: kiloPascals(reading.barometerKPa) }, reading));
  const used = reading.channels.flatMap((channel) => {
    const index = belief.setup.throats.findIndex(({ id }) => id === channel.throat);
    if (index < 0 || !isUsable(channel)) return [];
    const uncertainty = Math.hypot(channel.againstGroupKPa ?? channel.uncertaintyKPa, REPEATABILITY_KPA);
    const observation = reading.round === undefined ? depressionObservation : carriedObservation;
    return [{ throat: channel.throat, of: observation(ready, index, channel.depressionKPa, uncertainty ** 2) }];
  });
  const speed: Observation[] =
    reading.speed === undefined
      ? []
      : [speedObservation(ready, reading.speed.rpm, (reading.speed.uncertaintyRpm / reading.speed.rpm) ** 2)];
  const { mean, covariance, logEvidence, squaredDistance, sigmas } = updateBelief(ready, [
    ...used.map(({ of }) => of),
    ...speed,
  ]);
  const startle = squaredDistance - used.length - speed.length;
  const evidence = belief.logEvidence + logEvidence;
  return {
    ...ready,
    mean,
    covariance,
    logEvidence: evidence,
    startle,
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
  if (belief.surprise.length > 0 || shown.length === 0) return belief;
  const pressure = belief.barometer - shown.reduce((sum, kPa) => sum + kPa, 0) / shown.length;
  if (pressure <= 0) return belief;
  const { level } = layoutOf(belief.setup);
  const covariance = belief.covariance.clone();
  covariance.set(level, level, FIRST_LEVEL ** 2);
  return { ...belief, covariance, mean: belief.mean.map((m, i) => (i === level ? Math.log(pressure) : m)) };
}

/** Settling and clipped channels mislead; they are kept in the log and left out of the belief. */
function isUsable({ state }: Reading['channels'][number]): boolean {
  return state === 'steady' || state === 'byEye';
}

function foldCheck(belief: Belief, { check }: Check, supposed: Suspicion | undefined): Belief {
  const throatAt = (throat: string) => belief.setup.throats.findIndex(({ id }) => id === throat);
  const varianceOf = (uncertaintyKPa: number) => uncertaintyKPa ** 2 + REPEATABILITY_KPA ** 2 / 4;
  switch (check.what) {
    case 'cautionsRead':
      return belief;
    case 'blipped': {
      const rested = unsettled(belief, RESTING);
      return supposed?.kind === 'restlessStop' ? astray(rested, supposed.throat, RESTLESS) : rested;
    }
    case 'gaugesZeroed':
      return observed(
        belief,
        check.channels.flatMap(({ throat, offsetKPa, uncertaintyKPa }) => {
          const index = throatAt(throat);
          return index < 0 ? [] : [zeroObservation(belief, index, offsetKPa, varianceOf(uncertaintyKPa))];
        }),
      );
    case 'gaugesMatched': {
      // Only differences tell: the source itself is as unknown as the gauges' common slope.
      const sourceKPa = check.channels.reduce((sum, { shownKPa }) => sum + shownKPa, 0) / check.channels.length;
      return observed(
        belief,
        check.channels.flatMap(({ throat, shownKPa, uncertaintyKPa }) => {
          const index = throatAt(throat);
          const variance = varianceOf(uncertaintyKPa);
          return index < 0 ? [] : [sourceObservation(belief, index, { shownKPa, sourceKPa, variance })];
        }),
      );
    }
    default:
      return assertNever(check);
  }
}

function observed(belief: Belief, observations: readonly Observation[]): Belief {
  const { mean, covariance } = updateBelief(belief, observations);
  return { ...belief, mean, covariance };
}

/** The belief a while later, nothing touched: the engine's level and speed may have wandered. */
export function wandered(belief: Belief): Belief {
  const layout = layoutOf(belief.setup);
  const covariance = belief.covariance.clone();
  const widen = (index: number, spread: number) =>
    covariance.set(index, index, covariance.get(index, index) + spread ** 2);
  widen(layout.level, LEVEL_WANDER);
  widen(layout.speed, SPEED_WANDER);
  return { ...belief, covariance };
}
