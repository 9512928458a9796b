import { decideAfter, type Refusal } from './decide';
import { type JobEvent, kindOf } from './events';
import { openJob, standingAfter } from './fold';
import type { Standing } from './slices';
import { standingOf } from './snapshot';
import { effectiveEvents } from './undo';

/** So many events are folded again at most for undoings in one log: a log that undoes more is no record of work. Ours. */
const MOST_REFOLDS = 1_000_000;

/** Takes a log in event by event and says where its job stands. Mutable; one for each log. */
export interface LogReader {
  /** Undefined when the event was taken; else why it may not stand here, and nothing is changed. */
  take(event: JobEvent): Refusal | 'undoesTooMuch' | undefined;
  standing(): Standing | undefined;
}

/** Linear in the events, and in the distance that undoings reach back. */
export function createLogReader(mostRefolds = MOST_REFOLDS): LogReader {
  const events: JobEvent[] = [];
  /** The events that count, and where the job stood after each. */
  let counted: readonly JobEvent[] = [];
  let stood: Standing[] = [];
  let refolds = 0;

  /** Takes the log up again from the first event that no longer counts as it did. */
  function refold(event: JobEvent): void {
    const before = counted;
    counted = effectiveEvents([...events, event]);
    const isCorrection = (each: JobEvent | undefined) => each?.kind === 'setupCorrected';
    let same = 0;
    while (same < before.length && before[same]?.id === counted[same]?.id) same += 1;
    // A correction changes the job from its opening on.
    if (before.slice(same).some(isCorrection) || counted.slice(same).some(isCorrection)) same = 0;
    stood = stood.slice(0, same);
    for (const each of counted.slice(same)) {
      const last = stood.at(-1);
      const standing = last === undefined ? standingOf(openJob(each, counted)) : standingAfter(last, each);
      if (standing !== undefined) stood.push(standing);
    }
    refolds += counted.length - same;
  }

  return {
    take(event) {
      const decision = decideAfter({ standing: stood.at(-1), length: events.length, events: () => events }, event);
      if (decision.outcome === 'refused') return decision.refusal;
      const last = stood.at(-1);
      if (last === undefined || kindOf(event).rewrites === true) {
        if (refolds > mostRefolds) return 'undoesTooMuch';
        refold(event);
      } else {
        stood.push(standingAfter(last, event));
        counted = appended(counted, event);
      }
      events.push(event);
      return undefined;
    },
    standing: () => stood.at(-1),
  };
}

/** Grows the reader's own list in place: a copy for every event would make reading a log quadratic. */
function appended(list: readonly JobEvent[], event: JobEvent): readonly JobEvent[] {
  (list as JobEvent[]).push(event);
  return list;
}
