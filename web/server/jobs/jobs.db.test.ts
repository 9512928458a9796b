import { writeJob } from '@amber-needle/core/formats/job';
import type { JobEvent } from '@amber-needle/core/job';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database, databaseUrl } from '../db/connection';
import { findJob, readEvents } from '../db/jobRepository';
import { findMachine } from '../db/machineRepository';
import { migrate } from '../db/migrate';
import { exportJob, importJob, requireEvents, takeEvent } from './jobService';
import { takeJob, takeMachine } from './workshopService';

const url = new URL(databaseUrl());
url.pathname = '/needle_service_test';

beforeAll(async () => {
  process.env.DATABASE_URL = url.href;
  await migrate(url);
});

afterAll(async () => {
  await database().raw('DROP DATABASE needle_service_test');
  await database().destroy();
});

const post = (body: unknown) => new Request('http://127.0.0.1/api/x', { method: 'POST', body: JSON.stringify(body) });

/** The same log under ids of its own, as another workshop would have made it. */
const fresh = (events: readonly JobEvent[]) => events.map((event) => ({ ...event, id: uuid() }));

const log = [reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, opened);

describe('a machine and its job, from the forms', () => {
  const machine = { id: uuid(), name: ' Rill 500 ', archetype: 'rack4', note: '', idleRpm: 1100, spreadKPa: 0.6 };

  it('are kept with the bank and the targets that were chosen', async () => {
    await takeMachine(post(machine));
    expect(await findMachine(database(), machine.id)).toMatchObject({
      name: 'Rill 500',
      setup: { name: 'Rack of four', targets: { idleRpm: 1100, spreadKPa: 0.6 } },
    });
  });

  it('are refused with the field that is wrong', async () => {
    await expect(takeMachine(post({ ...machine, archetype: 'rack5' }))).rejects.toMatchObject({
      status: 422,
      details: [{ path: '/archetype' }],
    });
    await expect(takeMachine(post({ ...machine, name: '  ' }))).rejects.toMatchObject({ status: 422 });
    await expect(takeJob(post({ id: uuid(), machineId: uuid(), complaint: '' }))).rejects.toMatchObject({
      status: 404,
    });
  });

  it('open one job for two clicks, with the setup as it is now', async () => {
    const job = { id: uuid(), machineId: machine.id, complaint: ' Buzzes. ' };
    await Promise.all([takeJob(post(job)), takeJob(post(job))]);
    const events = await readEvents(database(), job.id);
    expect(events).toHaveLength(1);
    expect(events[0]).toMatchObject({
      kind: 'opened',
      machine: 'Rill 500',
      complaint: 'Buzzes.',
      setup: { name: 'Rack of four' },
    });
  });
});

describe('a job from another workshop', () => {
  it('comes in whole with its machine, and goes out as it came', async () => {
    const document = writeJob(fresh(log));
    const { jobId } = await importJob(post(document));
    expect(await findJob(database(), jobId)).toBeDefined();
    expect(JSON.parse(await (await exportJob(jobId)).text())).toEqual(document);
  });

  it('finds its machine by name the second time, and is not taken twice', async () => {
    const document = writeJob(fresh(log));
    const first = await importJob(post(document));
    const second = await importJob(post(writeJob(fresh(log))));
    const [one, two] = await Promise.all([findJob(database(), first.jobId), findJob(database(), second.jobId)]);
    expect(one?.machineId).toBe(two?.machineId);
    await expect(importJob(post(document))).rejects.toMatchObject({ status: 409, details: [{ jobId: first.jobId }] });
  });

  it('leaves nothing behind when it is refused', async () => {
    const events = fresh(log).map((event, i) => (i === 2 ? { ...event, turns: 0.1 } : event));
    await expect(importJob(post({ format: 'amber-needle/job', version: 1, events }))).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('/events/2/turns'),
    });
    expect(await database()('job_event').where({ event_id: events[0]?.id })).toEqual([]);
  });
});

describe('an event for a job', () => {
  it('is taken, told as repeated, told what is missing, or refused', async () => {
    const { jobId } = await importJob(post(writeJob(fresh(log))));
    const events = await requireEvents(jobId);
    const next = { ...append(events, move('B', 0.25)).at(-1), id: uuid() };
    const outcome = async (event: unknown) => {
      const response = await takeEvent(post(event), jobId);
      return [response.status, (await response.json()).outcome];
    };
    expect(await outcome(next)).toEqual([200, 'appended']);
    expect(await outcome(next)).toEqual([200, 'repeated']);
    expect(await outcome({ ...next, id: uuid() })).toEqual([409, 'conflict']);
    expect(await outcome({ ...next, id: uuid(), seq: events.length + 2, adjuster: 'Q' })).toEqual([422, 'refused']);
    await expect(takeEvent(post({ kind: 'explosion' }), jobId)).rejects.toMatchObject({ status: 422 });
    await expect(takeEvent(post(next), uuid())).rejects.toMatchObject({ status: 404 });
    await expect(requireEvents(uuid())).rejects.toMatchObject({ status: 404 });
  });
});
