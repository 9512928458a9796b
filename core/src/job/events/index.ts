import Type, { type Static } from 'typebox';
import { type Checked, checkerFor } from '../../validation';
import { AirflowSchema } from './airflow';
import { CheckSchema } from './check';
import { CoupledSchema } from './coupled';
import { FinishedSchema } from './finished';
import { MoveSchema } from './move';
import { NoteSchema } from './note';
import { OpenedSchema } from './opened';
import { ReachSchema } from './reach';
import { ReadingSchema } from './reading';
import { StageSchema } from './stage';
import { UndoneSchema } from './undone';
import { VerdictSchema } from './verdict';

export const JobEventSchema = Type.Union([
  OpenedSchema,
  ReadingSchema,
  AirflowSchema,
  MoveSchema,
  CheckSchema,
  NoteSchema,
  CoupledSchema,
  ReachSchema,
  StageSchema,
  VerdictSchema,
  FinishedSchema,
  UndoneSchema,
]);

export type JobEvent = Static<typeof JobEventSchema>;
export type JobEventKind = JobEvent['kind'];
/** What a writer says of an event; its id, time and place are given to it by the log's keeper. */
export type Bare<E extends JobEvent = JobEvent> = E extends JobEvent ? Omit<E, 'id' | 'at' | 'seq'> : never;
export type EventOf<K extends JobEventKind> = Extract<JobEvent, { kind: K }>;

const checkers: { readonly [K in JobEventKind]: (data: unknown) => Checked<JobEvent> } = {
  opened: checkerFor(OpenedSchema),
  reading: checkerFor(ReadingSchema),
  airflow: checkerFor(AirflowSchema),
  move: checkerFor(MoveSchema),
  check: checkerFor(CheckSchema),
  note: checkerFor(NoteSchema),
  coupled: checkerFor(CoupledSchema),
  reach: checkerFor(ReachSchema),
  stage: checkerFor(StageSchema),
  verdict: checkerFor(VerdictSchema),
  finished: checkerFor(FinishedSchema),
  undone: checkerFor(UndoneSchema),
};

export const JOB_EVENT_KINDS = Object.keys(checkers).filter(isKind);

/** An event from outside, checked by the schema of its own kind, so that problems name its fields and not all kinds at once. */
export function checkEvent(data: unknown): Checked<JobEvent> {
  const kind = typeof data === 'object' && data !== null && 'kind' in data ? data.kind : undefined;
  if (typeof kind !== 'string' || !isKind(kind)) {
    return {
      outcome: 'invalid',
      problems: [{ path: '/kind', reason: `must be one of ${Object.keys(checkers).join(', ')}` }],
    };
  }
  return checkers[kind](data);
}

function isKind(text: string): text is JobEventKind {
  return Object.hasOwn(checkers, text);
}

export { ReadingChannelSchema } from './reading';
export type { Suspicion } from './verdict';
