import { writeJob } from '@amber-needle/core/formats/job';
import type { JobEvent } from '@amber-needle/core/job';
import { append, move, opened, reading } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database, databaseUrl } from '../db/connection';
import { findJob, readLog } from '../db/jobRepository';
import { findMachine, findMachinesByName } from '../db/machineRepository';
import { migrate } from '../db/migrate';
import { importJob } from './importJob';
import { commandJob, exportJob, giveEvents, requireEvents, takeEvent, takeJob } from './jobService';
import { commandMachine, takeEdit, takeMachine } from './machineService';

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

const post = (body: unknown, query = '') =>
  new Request(`http://127.0.0.1/api/x${query}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });

/** The same log under ids of its own, as another workshop would have made it, of a machine of its own. */
const fresh = (events: readonly JobEvent[], machine = `Twin ${uuid()}`) =>
  events.map((event): JobEvent => ({ ...event, id: uuid(), ...(event.kind === 'opened' ? { machine } : {}) }));

const log = [reading({ kPa: [44, 40] }), move('A', 0.25)].reduce(append, opened);

/** A log of so many events, most of them turns to and fro. */
function longLog(length: number): readonly JobEvent[] {
  const turn = append(opened, move('A', 0.0625)).at(-1) as JobEvent;
  const turns = Array.from({ length: length - 1 }, (_, i) => ({
    ...turn,
    seq: i + 2,
    turns: i % 2 === 0 ? 0.0625 : -0.0625,
  })) as JobEvent[];
  return fresh([...opened, ...turns]);
}

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
    const { events } = await readLog(database(), job.id);
    expect(events).toHaveLength(1);
    expect(events[0]).toMatchObject({
      kind: 'opened',
      machine: 'Rill 500',
      complaint: 'Buzzes.',
      setup: { name: 'Rack of four' },
    });
  });

  it('can be changed, put aside and fetched back, and a person taken off it', async () => {
    const edit = {
      name: 'Rill 500 S',
      note: 'Blue.',
      owner: 'A. Bell',
      contact: 'bell 12',
      plate: 'XY 1',
      meterReading: '12 km',
    };
    await takeEdit(post(edit), machine.id);
    expect(await findMachine(database(), machine.id)).toMatchObject(edit);
    for (const [command, expected] of [
      ['erasePerson', { owner: '', contact: '', plate: '', name: 'Rill 500 S' }],
      ['archive', { archivedAt: expect.any(String) }],
      ['unarchive', { archivedAt: undefined }],
      ['delete', { deletedAt: expect.any(String) }],
      ['restore', { deletedAt: undefined }],
    ] as const) {
      await commandMachine(post({ do: command }), machine.id);
      expect(await findMachine(database(), machine.id)).toMatchObject(expected);
    }
    await expect(commandMachine(post({ do: 'delete' }), uuid())).rejects.toMatchObject({ status: 404 });
    await expect(commandMachine(post({ do: 'explode' }), machine.id)).rejects.toMatchObject({ status: 422 });
  });
});

describe('a job from another workshop', () => {
  it('comes in whole with its machine, and goes out as it came', async () => {
    const document = writeJob(fresh(log));
    const { jobId } = await importJob(post(document));
    expect(await findJob(database(), jobId)).toBeDefined();
    expect(JSON.parse(await (await exportJob(jobId)).text())).toEqual(document);
  });

  it('of a machine whose name is known is asked about: it may be that one or another', async () => {
    const name = `Known ${uuid()}`;
    const first = await importJob(post(writeJob(fresh(log, name))));
    const mine = (await findJob(database(), first.jobId))?.machineId;
    await expect(importJob(post(writeJob(fresh(log, name))))).rejects.toMatchObject({
      status: 409,
      details: [{ machine: { id: mine, name } }],
    });
    const same = await importJob(post(writeJob(fresh(log, name)), `?machine=${mine}`));
    const other = await importJob(post(writeJob(fresh(log, name)), '?machine=new'));
    expect((await findJob(database(), same.jobId))?.machineId).toBe(mine);
    expect((await findJob(database(), other.jobId))?.machineId).not.toBe(mine);
    await expect(importJob(post(writeJob(fresh(log, name)), `?machine=${uuid()}`))).rejects.toMatchObject({
      status: 404,
    });
  });

  it('is not taken twice, and another state of a job that is here is told as such', async () => {
    const events = fresh(log);
    const { jobId } = await importJob(post(writeJob(events)));
    await expect(importJob(post(writeJob(events)))).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/^This job is already/),
      details: [{ jobId }],
    });
    await expect(importJob(post(writeJob(events.slice(0, 2))))).rejects.toMatchObject({ status: 409 });
    const longer = [...events, { ...(append(log, move('B', 0.25)).at(-1) as JobEvent), id: uuid() }];
    await expect(importJob(post(writeJob(longer)))).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/^3 of the 4 events/),
    });
  });

  it('sent four times at once comes in once, with one machine, and the others are told so', async () => {
    const name = `Raced ${uuid()}`;
    const document = writeJob(fresh(log, name));
    const outcomes = await Promise.allSettled([1, 2, 3, 4].map(() => importJob(post(document))));
    expect(outcomes.filter(({ status }) => status === 'fulfilled')).toHaveLength(1);
    for (const outcome of outcomes)
      if (outcome.status === 'rejected') expect(outcome.reason).toMatchObject({ status: 409 });
    expect(await findMachinesByName(database(), name)).toHaveLength(1);
  });

  it('leaves nothing behind when it is refused', async () => {
    const events = fresh(log).map((event, i) => (i === 2 ? { ...event, turns: 0.1 } : event));
    await expect(importJob(post({ format: 'amber-needle/job', version: 1, events }))).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('/events/2/turns'),
    });
    expect(await database()('job_event').where({ event_id: events[0]?.id })).toEqual([]);
  });

  it('with a date that is none is refused by the field’s name', async () => {
    const events = fresh(log).map((event, i) => (i === 0 ? { ...event, at: '0000-00-00T00:00:00.000Z' } : event));
    await expect(importJob(post(writeJob(events as JobEvent[])))).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('/events/0/at'),
    });
  });

  it('of ten thousand events comes in whole and can be exported and taken in elsewhere', async () => {
    const events = longLog(10_000);
    const { jobId } = await importJob(post(writeJob(events)));
    expect(JSON.parse(await (await exportJob(jobId)).text())).toEqual(writeJob(events));
  }, 60_000);

  it('of millions of zeros is refused at once, and of too many events too', async () => {
    const zeros = { format: 'amber-needle/job', version: 1, events: Array.from({ length: 3_900_000 }, () => 0) };
    await expect(importJob(post(zeros))).rejects.toMatchObject({
      status: 422,
      message: expect.stringContaining('/events'),
    });
  });
});

describe('an event for a job', () => {
  it('is taken, told as repeated, told what is missing, or refused', async () => {
    const { jobId } = await importJob(post(writeJob(fresh(log))));
    const events = await requireEvents(jobId);
    const next = { ...(append(events, move('B', 0.25)).at(-1) as JobEvent), id: uuid() };
    const outcome = async (event: unknown) => {
      const response = await takeEvent(post(event), jobId);
      return [response.status, (await response.json()).outcome];
    };
    expect(await outcome(next)).toEqual([200, 'appended']);
    expect(await outcome(next)).toEqual([200, 'repeated']);
    expect(await outcome({ ...next, id: uuid() })).toEqual([409, 'conflict']);
    expect(await outcome({ ...next, id: uuid(), seq: events.length + 2, adjuster: 'Q' })).toEqual([422, 'refused']);
    await expect(takeEvent(post({ ...next, turns: 0.5 }), jobId)).rejects.toMatchObject({
      status: 409,
      message: expect.stringMatching(/another event has the id/i),
    });
    await expect(takeEvent(post({ kind: 'explosion' }), jobId)).rejects.toMatchObject({ status: 422 });
    await expect(takeEvent(post(next), uuid())).rejects.toMatchObject({ status: 404 });
    await expect(requireEvents(uuid())).rejects.toMatchObject({ status: 404 });
  });

  it('is given from a place on; a place that is none is refused, an unknown job is 404', async () => {
    const { jobId } = await importJob(post(writeJob(fresh(log))));
    const given = (query: string, id = jobId) => giveEvents(new Request(`http://127.0.0.1/x${query}`), id);
    expect((await (await given('?after=2')).json()).events).toHaveLength(1);
    for (const wrong of ['?after=-1', '?after=x', '?after=1.5', '?after=1e3'])
      await expect(given(wrong)).rejects.toMatchObject({ status: 400 });
    await expect(given('', uuid())).rejects.toMatchObject({ status: 404 });
  });

  it('is not taken by a deleted job until that is restored', async () => {
    const { jobId } = await importJob(post(writeJob(fresh(log))));
    const next = { ...(append(log, move('B', 0.25)).at(-1) as JobEvent), id: uuid() };
    await commandJob(post({ do: 'delete' }), jobId);
    await expect(takeEvent(post(next), jobId)).rejects.toMatchObject({ status: 404 });
    await expect(requireEvents(jobId)).rejects.toMatchObject({ status: 404 });
    await commandJob(post({ do: 'restore' }), jobId);
    expect((await takeEvent(post(next), jobId)).status).toBe(200);
    await expect(commandJob(post({ do: 'delete' }), uuid())).rejects.toMatchObject({ status: 404 });
  });
});
