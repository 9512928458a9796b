import { setImmediate as otherWork } from 'node:timers/promises';
import { type Belief, foldBeliefInSteps } from '@amber-needle/core/belief';
import { effectiveEvents, type JobEvent } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';

interface Folded {
  readonly ids: readonly string[];
  readonly setup: string;
  readonly belief: Belief;
}

/** Jobs looked at lately. A copy of what the log says anyway: a process without it is slower, and tells the same. */
const MOST_KEPT = 40;
const kept = new Map<string, Folded>();

/** What a log says of its engine. Folded in steps, so that gauges go on meanwhile; taken up where an earlier look ended. */
export async function beliefOf(jobId: string, setup: Setup, events: readonly JobEvent[]): Promise<Belief> {
  const counted = effectiveEvents(events);
  const ids = counted.map(({ id }) => id);
  const key = JSON.stringify(setup);
  const before = kept.get(jobId);
  const isBeginning = before?.setup === key && before.ids.every((id, i) => id === ids[i]);
  const steps =
    before !== undefined && isBeginning
      ? foldBeliefInSteps(setup, counted, { belief: before.belief, known: before.ids.length })
      : foldBeliefInSteps(setup, counted);
  let step = steps.next();
  while (step.done !== true) {
    await otherWork();
    step = steps.next();
  }
  kept.delete(jobId);
  kept.set(jobId, { ids, setup: key, belief: step.value });
  const [oldest] = kept.keys();
  if (kept.size > MOST_KEPT && oldest !== undefined) kept.delete(oldest);
  return step.value;
}
