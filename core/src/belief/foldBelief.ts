import { assertNever, at } from '../basics';
import { allSupposed, isSame, likeliestWay, type Supposition } from '../faults';
import type { EventOf, JobEvent } from '../job/events';
import { isStanding } from '../job/slices/balance';
import { effectiveEvents } from '../job/undo';
import type { Setup } from '../setup';
import type { Belief } from './belief';
import { withInstrument } from './instrument';
import { withLastVisit } from './lastVisit';
import { layoutOf } from './layout';
import { withoutLessonsOf } from './lessons';
import { unsettled } from './move';
import { type Observation, sourceObservation, zeroObservation } from './observation';
import { observedAirflow, observedReading, observedStall, REPEATABILITY_KPA } from './observed';
import { priorBelief } from './prior';
import { type Supposed, supposedBlip, supposedMove, supposedReading } from './supposed';
import { updateBelief } from './update';

type Check = Extract<JobEvent, { kind: 'check' }>;

/** Clamping a coupling may shift the throttles it joins, log airflow. Ours: about a quarter of a kPa. */
const CLAMPING = 0.005;

/** So many events are folded in one step. */
const STEP = 25;

/**
 * The same in steps of some events, so that a server can do other work in between. `counted`: the events that count; `from`: a belief that
 * the first `known` of them gave.
 */
export function* foldBeliefInSteps(
  setup: Setup,
  counted: readonly JobEvent[],
  from: { readonly belief: Belief; readonly known: number } = { belief: priorBelief(setup), known: 0 },
): Generator<void, Belief> {
  let { belief } = from;
  for (let i = from.known; i < counted.length; i += 1) {
    if (i % STEP === STEP - 1) yield;
    belief = foldEvent(belief, at(counted, i));
  }
  return belief;
}

/** Everything a log says about its engine. Deterministic: the same events give the same belief. Undone events do not count. */
export function foldBelief(setup: Setup, events: readonly JobEvent[]): Belief {
  return effectiveEvents(events).reduce((belief, event) => foldEvent(belief, event), priorBelief(setup));
}

/**
 * The belief after one more event, on the supposition that the engine has the faults that were found and left, and besides them is
 * sound or has what is supposed.
 */
export function foldEvent(belief: Belief, event: JobEvent, supposition: Supposition = {}): Belief {
  const supposed = allSupposed([...belief.stands.map(likeliestWay), supposition]);
  switch (event.kind) {
    case 'opened':
      return event.lastVisit === undefined ? belief : withLastVisit(belief, event.lastVisit);
    case 'instrument':
      return { ...withInstrument(belief, event), pending: undefined };
    case 'stage':
      return { ...belief, stage: event.stage };
    case 'reading': {
      if (belief.stage === 'offIdle') return belief;
      // Behind throttles of an engine that stands there is nothing to compare.
      if (event.speed !== undefined && isStanding(event.speed.rpm)) return foldStall(belief, supposed);
      const reading = supposedReading(event, supposed);
      return foldSeen(belief, (before) => observedReading(before, reading), supposed);
    }
    case 'airflow':
      if (belief.stage === 'offIdle') return belief;
      return foldSeen(belief, (before) => observedAirflow(before, event, supposed.leaks), supposed);
    case 'stalled':
      return foldStall(belief, supposed);
    case 'move':
      return {
        ...supposedMove(belief, event, supposed),
        pending: { before: { ...belief, pending: undefined }, move: event },
      };
    case 'check':
      return { ...foldCheck(belief, event, supposed), pending: undefined };
    case 'coupled':
      return { ...unsettled(belief, CLAMPING), pending: undefined };
    case 'verdict':
      return { ...foldVerdict(belief, event), pending: undefined };
    default:
      // What says nothing of the engine leaves the belief as it is: a new kind of event is no evidence until it is named here.
      return belief;
  }
}

/** A reading that moves what is thought of a screw by this much, as a logarithm, is worked out at what it shows. Ours. */
const WORTH_ANOTHER_LOOK = 0.25;
/** A turn whose effect was far from what was thought is propagated again, with slopes at the effect that the reading shows. */
const TURNS_AGAIN = 2;
/** But no further from what was thought than this, log gain: a factor of four and a half. */
const FURTHEST = 1.5;

/** An engine that stopped: with nothing turned before that says nothing of a screw. */
function foldStall(belief: Belief, supposed: Supposed): Belief {
  return belief.pending === undefined ? belief : foldSeen(belief, observedStall, supposed);
}

type Observing = (belief: Belief) => Belief;

/** The belief after something was read of the running engine. */
function foldSeen(belief: Belief, observe: Observing, supposed: Supposed): Belief {
  const first = observe(belief);
  const { pending } = belief;
  if (pending === undefined) return { ...first, pending: undefined };
  const { before, move } = pending;
  const index = belief.setup.adjusters.findIndex(({ id }) => id === move.adjuster);
  const place = layoutOf(belief.setup).gain(index);
  const learned = index < 0 ? 0 : Math.abs(at(first.mean, place) - at(before.mean, place));
  // What came as foreseen needs no second look.
  if (first.startle <= 0 && learned < WORTH_ANOTHER_LOOK) return { ...first, pending: undefined };
  let after = first;
  for (let i = 0; i < TURNS_AGAIN && index >= 0; i += 1) {
    const shown = at(after.mean, place);
    const known = at(before.mean, place);
    const near = Math.min(known + FURTHEST, Math.max(known - FURTHEST, shown));
    after = observe(supposedMove(before, move, { ...supposed, nearGain: near }));
  }
  return { ...after, surprise: first.surprise, pending: undefined };
}

function foldVerdict(belief: Belief, { verdict, suspicion }: EventOf<'verdict'>): Belief {
  const others = belief.stands.filter((standing) => !isSame(standing, suspicion));
  switch (verdict) {
    case 'dismissed':
      return belief;
    case 'mended':
      return { ...withoutLessonsOf(belief, suspicion), stands: others };
    case 'stays':
      return { ...withoutLessonsOf(belief, suspicion), stands: [...others, suspicion] };
  }
}

function foldCheck(belief: Belief, { check }: Check, supposed: Supposed): Belief {
  const throatAt = (throat: string) => belief.setup.throats.findIndex(({ id }) => id === throat);
  const varianceOf = (uncertaintyKPa: number) => uncertaintyKPa ** 2 + REPEATABILITY_KPA ** 2 / 4;
  switch (check.what) {
    case 'cautionsRead':
    case 'noMeter':
    case 'offIdleSkipped':
      return belief;
    case 'blipped':
      return supposedBlip(belief, supposed);
    case 'gaugesZeroed':
      return observed(
        belief,
        check.channels.flatMap(({ throat, offsetKPa, uncertaintyKPa }) => {
          const index = throatAt(throat);
          return index < 0
            ? []
            : [zeroObservation(belief, index, { shownKPa: offsetKPa, variance: varianceOf(uncertaintyKPa) })];
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
