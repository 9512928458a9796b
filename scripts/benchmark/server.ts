import { monitorEventLoopDelay } from 'node:perf_hooks';
import { writeJob } from '@amber-needle/core/formats/job';
import type { JobEvent } from '@amber-needle/core/job';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { database } from '../../web/server/db/connection';
import { appendEvent } from '../../web/server/db/jobRepository';
import { importJob } from '../../web/server/jobs/importJob';

/** What importing and appending cost, against the migrated database of DATABASE_URL: ms. */
const MOVES = 200;

/** A log of so many events: readings and turns to and fro. */
function longLog(length: number): readonly JobEvent[] {
  const pair = [reading({ kPa: [44, 40] }), move('A', 0.0625)].reduce(append, opened).slice(1);
  const events = Array.from({ length: length - 1 }, (_, i) => {
    const event = pair[i % 2] as JobEvent;
    return event.kind === 'move' ? { ...event, turns: i % 4 === 1 ? 0.0625 : -0.0625 } : event;
  });
  return [...opened, ...events].map((event, i) => {
    const named = event.kind === 'opened' ? { ...event, machine: `Long ${uuid()}` } : event;
    return { ...named, id: uuid(), seq: i + 1 };
  });
}

const post = (body: string) =>
  new Request('http://127.0.0.1/x', { method: 'POST', headers: { 'content-type': 'application/json' }, body });

async function importOf(length: number) {
  const body = JSON.stringify(writeJob(longLog(length)));
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  const begun = performance.now();
  const { jobId } = await importJob(post(body));
  const ms = performance.now() - begun;
  delay.disable();
  return { jobId, ms, mb: body.length / 1024 / 1024, blockedMs: delay.max / 1e6 };
}

function quantile(values: readonly number[], share: number): number {
  return (
    [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? Number.NaN
  );
}

const short = await importOf(1000);
const long = await importOf(10_000);
const five = await importOf(5000);
const took: number[] = [];
for (let i = 0; i < MOVES; i += 1) {
  const event: JobEvent = {
    kind: 'move',
    version: 2,
    id: uuid(),
    seq: 5001 + i,
    at: '2026-01-01T00:00:00.000Z',
    adjuster: 'A',
    turns: i % 2 === 0 ? 0.0625 : -0.0625,
  };
  const begun = performance.now();
  const { outcome } = await appendEvent(database(), five.jobId, event);
  took.push(performance.now() - begun);
  if (outcome !== 'appended') throw new Error(outcome);
}
const undo: JobEvent = {
  kind: 'undone',
  version: 1,
  id: uuid(),
  seq: 5001 + MOVES,
  at: '2026-01-01T00:00:00.000Z',
  event: uuid(),
};
const last = await database()('job_event')
  .where({ job_id: five.jobId, seq: 5000 + MOVES })
  .first();
const begun = performance.now();
await appendEvent(database(), five.jobId, { ...undo, event: last.event_id });
const undoMs = performance.now() - begun;
process.stdout.write(
  JSON.stringify({
    import1000Ms: short.ms,
    import10000Ms: long.ms,
    import10000Mb: long.mb,
    import10000BlockedMs: long.blockedMs,
    append5000MedianMs: quantile(took, 0.5),
    append5000P95Ms: quantile(took, 0.95),
    undo5000Ms: undoMs,
    jobOf5000: five.jobId,
  }),
);
await database().destroy();
