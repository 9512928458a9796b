import { decidingQuantity } from '../../../setup';
import { allThroats } from '../../parts';
import { isStanding, stoppedNow } from '../../slices/balance';
import type { EventKind, RawEvent } from '../eventKind';
import { markedPractice } from '../practice';
import { ReadingSchema } from './schema';

export const reading: EventKind<typeof ReadingSchema> = {
  kind: 'reading',
  version: 2,
  schema: ReadingSchema,
  upcasters: [markByName],
  season: 'atTheBench',
  title: 'Reading taken',
  refuse: ({ setup }, { channels, round = [] }) =>
    allThroats(setup, [...channels, ...round]) ? undefined : 'noSuchThroat',
  folds: {
    opening: markedPractice,
    gauges: ({ stage }, { round }) => (stage === 'offIdle' ? {} : { oneGauge: round !== undefined }),
    balance: (job, { speed }) => {
      // Whoever cannot say that it stalled reads a speed of nothing.
      if (speed !== undefined && isStanding(speed.rpm)) return { ...stoppedNow(job), sinceReading: 'nothing' };
      return job.stage === 'idle' && decidingQuantity(job.setup) === 'depression'
        ? { sinceReading: 'nothing', turnedLast: undefined, stall: undefined, isStopped: false }
        : { isStopped: false };
    },
  },
  record: ({ readings, offIdleReadings }, event, { stage }) =>
    stage === 'offIdle' ? { offIdleReadings: [...offIdleReadings, event] } : { readings: [...readings, event] },
};

/** Version 1 told a simulated engine by the name of its gauges alone. */
function markByName(event: RawEvent): RawEvent {
  const { sourceName } = event;
  return typeof sourceName === 'string' && sourceName.startsWith('Practice engine')
    ? { ...event, practice: true }
    : event;
}
