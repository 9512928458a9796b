import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { readJob } from '../../formats/job';
import { foldJob, type JobEvent } from '../index';

/**
 * Documents of version 1 and what the program that wrote them folded after each event, as digests: written before events
 * had versions of their own, and never again.
 */
interface Before {
  readonly name: string;
  readonly folds: readonly string[];
}

const here = (file: string) => new URL(file, import.meta.url);
const before: readonly Before[] = JSON.parse(readFileSync(here('before.json'), 'utf8'));
const digest = (value: unknown) => createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 16);

function eventsOf(name: string): readonly JobEvent[] {
  const read = readJob(JSON.parse(readFileSync(here(`${name}.v1.json`), 'utf8')));
  if (read.outcome === 'invalid') throw new Error(JSON.stringify(read.problems));
  return read.value.events;
}

/** A fold as it was then: what has been added since is left out, and a closed job was called finished. */
function asThen(events: readonly JobEvent[]): unknown {
  const {
    practice,
    closedBy,
    stands,
    offIdleSkipped,
    turnedLast,
    stall,
    stallsBeyond,
    isStopped,
    matchedAt,
    search,
    sheet,
    mixture,
    road,
    cures,
    status,
    ...job
  } = foldJob(events) ?? {};
  const plain = JSON.parse(JSON.stringify({ ...job, status: status === 'open' ? 'open' : 'finished' }), withoutVersion);
  return Object.fromEntries(Object.entries(plain).sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Events had no version of their own then; a setup has one, beside its format. */
function withoutVersion(_: string, value: unknown): unknown {
  if (typeof value !== 'object' || value === null || !('seq' in value)) return value;
  const { version, endsJob, ...event }: Record<string, unknown> = { ...value };
  return event;
}

describe('documents of version 1', () => {
  it('are all replayed', () => {
    const files = readdirSync(here('.')).filter((file) => file.endsWith('.v1.json'));
    expect(files.sort()).toEqual(before.map(({ name }) => `${name}.v1.json`).sort());
  });

  it.each(before)('$name folds after every event as it did', ({ name, folds }) => {
    const events = eventsOf(name);
    expect(events.map((_, i) => digest(asThen(events.slice(0, i + 1))))).toEqual(folds);
  });
});
