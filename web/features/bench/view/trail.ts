import { comparedBy, type KnownGauges } from '@amber-needle/core/belief';
import type { Job, JobEvent } from '@amber-needle/core/job';
import { effectiveEvents } from '@amber-needle/core/job';
import { fraction } from '@/words/turns';

/** One small fan: the deviations of a reading, and what was done before it. */
export interface TrailFan {
  readonly id: string;
  readonly label: string;
  readonly deviations: readonly number[];
}

/** How it was left the last time, where it was here before. */
function lastTime({ lastVisit }: Job): TrailFan[] {
  if (lastVisit === undefined) return [];
  return [{ id: 'before', label: 'left last time', deviations: lastVisit.asLeft.map(({ deviation }) => deviation) }];
}

/** Readings told apart by what was done between them; of several in a row without a move, the last speaks. */
export function trailOf(job: Job, gauges: KnownGauges, events: readonly JobEvent[]): readonly TrailFan[] {
  const fans: TrailFan[] = lastTime(job);
  let label = 'as found';
  let touched = true;
  for (const event of effectiveEvents(events)) {
    if (event.kind === 'move') {
      const done = `${event.adjuster} ${fraction(event.turns)} ${event.turns < 0 ? 'out' : 'in'}`;
      label = touched && label !== 'as found' ? `${label}, ${done}` : done;
      touched = true;
    }
    if (event.kind === 'coupled') {
      label = event.state === 'clamped' ? 'coupled' : 'loosened';
      touched = true;
    }
    const compared = comparedBy(gauges, event);
    if (compared === undefined) continue;
    const deviations = compared.map(({ deviation }) => deviation);
    if (!touched) fans.pop();
    fans.push({ id: event.id, label, deviations });
    touched = false;
  }
  return fans.filter(({ deviations }) => deviations.length === job.setup.throats.length);
}
