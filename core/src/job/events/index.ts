import Type, { type Static } from 'typebox';
import { type Checked, checkerFor, compiled, type Problem } from '../../validation';
import { airflow } from './airflow';
import { appointment } from './appointment';
import { cameOff } from './cameOff';
import { check } from './check';
import { closedJob } from './closed';
import { complaintEdited } from './complaintEdited';
import { coupled } from './coupled';
import { cured } from './cured';
import type { EventKind, RawEvent } from './eventKind';
import { exchanged } from './exchanged';
import { finished } from './finished';
import { instrument } from './instrument';
import { measured } from './measured';
import { mixturePlan } from './mixturePlan';
import { mixtureSeen } from './mixtureSeen';
import { move } from './move';
import { note } from './note';
import { observed } from './observed';
import { opened } from './opened';
import { part } from './part';
import { photo } from './photo';
import { reach } from './reach';
import { reading } from './reading';
import { responded } from './responded';
import { rideLogged } from './rideLogged';
import { rideRead } from './rideRead';
import { roadChange } from './roadChange';
import { roadPlan } from './roadPlan';
import { setupCorrected } from './setupCorrected';
import { stage } from './stage';
import { stalled } from './stalled';
import { stepDone } from './stepDone';
import { stepSkipped } from './stepSkipped';
import { tested } from './tested';
import { timed } from './timed';
import { undone } from './undone';
import { verdict } from './verdict';
import { visit } from './visit';

/** Every kind of event that there is. A new one is a folder beside these and a line here. */
const KINDS = [
  opened,
  setupCorrected,
  complaintEdited,
  reading,
  airflow,
  move,
  check,
  note,
  coupled,
  reach,
  stage,
  stalled,
  instrument,
  verdict,
  observed,
  tested,
  exchanged,
  cured,
  visit,
  measured,
  stepDone,
  stepSkipped,
  timed,
  photo,
  part,
  cameOff,
  appointment,
  mixturePlan,
  mixtureSeen,
  responded,
  rideLogged,
  rideRead,
  roadPlan,
  roadChange,
  finished,
  closedJob,
  undone,
] as const;

export type JobEvent = Static<(typeof KINDS)[number]['schema']>;
export type JobEventKind = JobEvent['kind'];
/** What a writer says of an event; its id, time, place and version are given to it by the log's keeper. */
export type Bare<E extends JobEvent = JobEvent> = E extends JobEvent ? Omit<E, 'id' | 'at' | 'seq' | 'version'> : never;
export type EventOf<K extends JobEventKind> = Extract<JobEvent, { kind: K }>;

export const JobEventSchema = Type.Unsafe<JobEvent>(Type.Union(KINDS.map(({ schema }) => schema)));

export const EVENT_KINDS: readonly EventKind[] = KINDS;
export const JOB_EVENT_KINDS: readonly JobEventKind[] = KINDS.map(({ kind }) => kind);

const byName: ReadonlyMap<string, EventKind> = new Map(EVENT_KINDS.map((kind) => [kind.kind, kind]));
const checkers: ReadonlyMap<string, (data: unknown) => Checked<JobEvent>> = new Map(
  KINDS.map(({ kind, schema }) => [kind, checkerFor<typeof schema>(schema, compiled[kind])]),
);

/** What is registered of an event's kind. */
export function kindOf({ kind }: Pick<JobEvent, 'kind'>): EventKind {
  const registered = byName.get(kind);
  if (registered === undefined) throw new Error(`There is no kind of event "${kind}"`);
  return registered;
}

/**
 * An event from outside, of any version up to today's: lifted to today's version, then checked by the schema of its own kind, so that
 * problems name its fields and not all kinds at once.
 */
export function checkEvent(data: unknown): Checked<JobEvent> {
  const raw = recordOf(data);
  const registered = typeof raw?.kind === 'string' ? byName.get(raw.kind) : undefined;
  const checker = registered && checkers.get(registered.kind);
  if (raw === undefined || registered === undefined || checker === undefined)
    return invalid('/kind', `must be one of ${JOB_EVENT_KINDS.join(', ')}`);
  const version = 'version' in raw ? raw.version : 1;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return invalid('/version', 'must be a whole number from 1');
  if (version > registered.version)
    return invalid(
      '/version',
      `is ${version}; this program knows "${registered.kind}" up to version ${registered.version}`,
    );
  return checker(lifted(registered, raw, version));
}

/** An event of an older version as one of today's. */
function lifted({ upcasters, version: today }: EventKind, raw: RawEvent, version: number): RawEvent {
  const event = upcasters.slice(version - 1).reduce((older, lift) => lift(older), raw);
  return { ...event, version: today };
}

function recordOf(data: unknown): RawEvent | undefined {
  return typeof data === 'object' && data !== null && !Array.isArray(data) ? { ...data } : undefined;
}

function invalid(path: string, reason: string): { readonly outcome: 'invalid'; readonly problems: readonly Problem[] } {
  return { outcome: 'invalid', problems: [{ path, reason }] };
}

export { MOST_EVENTS } from './envelope';
export type { EventKind, RawEvent } from './eventKind';
export { INSTRUMENT_KINDS, LEARNED, type Learned } from './instrument/schema';
export type { Cures, LastVisit } from './opened/schema';
export { ReadingChannelSchema } from './reading/schema';
