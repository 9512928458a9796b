import type { Bare, JobEvent } from '@amber-needle/core/job';
import { append, opened, reading } from '@amber-needle/core/testing';
import exifr from 'exifr';
import sharp from 'sharp';
import { v7 as uuid } from 'uuid';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { database, databaseUrl } from '../db/connection';
import { migrate } from '../db/migrate';
import { giveAttachment } from './attachmentService';
import { giveCalendar } from './calendar';
import { curesBefore } from './curesBefore';
import { dueList } from './dueList';
import { experienceFor } from './experience';
import { importJob } from './importJob';
import { takePhoto } from './photoService';

const url = new URL(databaseUrl());
url.pathname = '/needle_sheet_test';

beforeAll(async () => {
  process.env.DATABASE_URL = url.href;
  await migrate(url);
});

afterAll(async () => {
  await database().raw('DROP DATABASE needle_sheet_test');
  await database().destroy();
});

/** A kept job with these on its log, of a machine of its own. */
async function jobWith(...events: readonly Bare[]): Promise<string> {
  const machine = `Sheet ${uuid()}`;
  const log = events.reduce(append, opened).map(
    (event): JobEvent => ({
      ...event,
      id: uuid(),
      ...(event.kind === 'opened' ? { machine } : {}),
    }),
  );
  const body = JSON.stringify({ format: 'amber-needle/job', version: 2, events: log });
  const { jobId } = await importJob(
    new Request('http://127.0.0.1/api/jobs/import', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    }),
  );
  return jobId;
}

const send = (jobId: string, body: BodyInit) =>
  takePhoto(new Request('http://127.0.0.1/api/x', { method: 'POST', body }), jobId);

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: { r: 120, g: 60, b: 20 } } });

describe('a photo', () => {
  it('is kept smaller, upright, and without what was hidden in it', async () => {
    const job = await jobWith();
    const taken = await picture(3000, 1500)
      .withExif({ IFD0: { Copyright: 'somebody' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '59/1 20/1 0/1' } })
      .jpeg()
      .toBuffer();
    expect(await exifr.parse(taken)).toBeDefined();
    const { hash, type } = await (await send(job, new Uint8Array(taken))).json();
    expect(type).toBe('image/jpeg');
    const kept = Buffer.from(await (await giveAttachment(hash)).arrayBuffer());
    expect(await exifr.parse(kept).catch(() => undefined)).toBeUndefined();
    expect(await sharp(kept).metadata()).toMatchObject({ format: 'jpeg', width: 2400, height: 1200 });
  });

  it('is told by its content, and refused with what to do where it is none', async () => {
    const job = await jobWith();
    const png = new Uint8Array(await picture(20, 20).png().toBuffer());
    expect((await (await send(job, png)).json()).type).toBe('image/jpeg');
    const heic = new Uint8Array([0, 0, 0, 24, ...Buffer.from('ftypheic'), 0, 0, 0, 0]);
    await expect(send(job, heic)).rejects.toMatchObject({ status: 415, message: expect.stringContaining('HEIC') });
    await expect(send(job, 'GIF89a, or so')).rejects.toMatchObject({ status: 415 });
    const whole = await picture(400, 400).jpeg().toBuffer();
    await expect(send(job, new Uint8Array(whole.subarray(0, whole.length / 2)))).rejects.toMatchObject({ status: 422 });
    await expect(send(uuid(), png)).rejects.toMatchObject({ status: 404 });
  });
});

describe('what was agreed', () => {
  const now = '2026-11-26T12:00:00.000Z';

  it('is due in the garage until the cold start was made, the latest word of each', async () => {
    const waiting = await jobWith(
      { kind: 'appointment', for: 'coldStart', on: '2026-11-28T08:00:00.000Z' },
      { kind: 'appointment', for: 'coldStart', on: '2026-11-27T08:00:00.000Z' },
      { kind: 'appointment', for: 'service', on: '2027-11-27T08:00:00.000Z' },
    );
    const made = await jobWith(
      { kind: 'appointment', for: 'coldStart', on: '2026-11-27T08:00:00.000Z' },
      { kind: 'stepDone', step: 'coldStarted' },
    );
    const due = await dueList(database(), now);
    expect(due.filter(({ jobId }) => jobId === waiting).map(({ appointment }) => appointment.on)).toEqual([
      '2026-11-27T08:00:00.000Z',
    ]);
    expect(due.some(({ jobId }) => jobId === made)).toBe(false);
  });

  it('goes out as a calendar; nothing agreed is said', async () => {
    const job = await jobWith({ kind: 'appointment', for: 'shakeDown', on: '2026-12-10T08:00:00.000Z', afterKm: 300 });
    const text = await (await giveCalendar(job)).text();
    expect(text).toContain('DTSTART:20261210T080000Z');
    expect(text).toContain('300 km');
    await expect(giveCalendar(await jobWith())).rejects.toMatchObject({ status: 404 });
  });
});

describe('what earlier jobs say', () => {
  it('is how long stages took here, and how far the idle of this machine fell', async () => {
    const steps = ['photographed', 'before'].map((step): Bare => ({ kind: 'stepDone', step }));
    const idle = (value: number): Bare => ({
      kind: 'measured',
      quantity: 'finalIdle',
      when: 'found',
      typed: String(value),
      result: { is: 'figure', value, unit: 'rpm' },
    });
    await jobWith(...steps, { kind: 'closed' });
    const last = await jobWith(...steps, reading({ kPa: [40, 40], rpm: 1100 }), idle(1070), { kind: 'closed' });
    const { stages, idleDrop } = await experienceFor(database(), await jobWith());
    expect(stages.map(({ stage }) => stage)).toContain('takeIn');
    // Another machine’s drop says nothing of this one’s.
    expect(idleDrop).toBeUndefined();
    // A job does not teach itself.
    expect((await experienceFor(database(), last)).idleDrop).toBeUndefined();
    await expect(experienceFor(database(), uuid())).rejects.toMatchObject({ status: 404 });
  });
});

describe('what was put right', () => {
  it('remembers what the machine had run', async () => {
    const job = await jobWith({ kind: 'cured', cause: 'flooding', place: '1', counter: { km: 41_230 } });
    const row: { machine_id: string } = await database()('job').where({ id: job }).first('machine_id');
    expect((await curesBefore(database(), row.machine_id))?.here).toMatchObject([
      { cause: 'flooding', counter: { km: 41_230 } },
    ]);
  });
});
