import Type, { type Static } from 'typebox';
import { checkEvent, createLogReader, type JobEvent, JobEventSchema, MOST_EVENTS } from '../../job';
import { setupProblems } from '../../setup';
import type { Checked, Problem } from '../../validation';

export const JOB_FORMAT = 'amber-needle/job';
/** Version 1 had events without versions of their own. */
export const JOB_VERSION = 2;
/** More are not told: whoever mends a file needs the first few. */
const MOST_PROBLEMS = 20;
/** So many events are looked at in one step of reading. */
const STEP = 200;

/** A job as a document: its whole log, so that another workshop folds the same job from it. */
export const JobDocumentSchema = Type.Object(
  {
    format: Type.Literal(JOB_FORMAT),
    version: Type.Literal(JOB_VERSION),
    events: Type.Array(JobEventSchema, { minItems: 1, maxItems: MOST_EVENTS }),
  },
  { additionalProperties: false },
);

export type JobDocument = Static<typeof JobDocumentSchema>;

export function writeJob(events: readonly JobEvent[]): JobDocument {
  return { format: JOB_FORMAT, version: JOB_VERSION, events: [...events] };
}

/** A job document as text: one event a line, so that two of them can be compared line by line. */
export function jobText(events: readonly JobEvent[]): string {
  const lines = events.map((event) => JSON.stringify(event)).join(',\n');
  return `{"format":"${JOB_FORMAT}","version":${JOB_VERSION},"events":[\n${lines}\n]}\n`;
}

/**
 * Reads a job document of any version, all or nothing: the shell, every event by its kind's schema, the setup's sense, and that each
 * event may follow those before it. Problems name the place as a JSON pointer.
 */
export function readJob(data: unknown): Checked<JobDocument> {
  const steps = readJobInSteps(data);
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
  }
}

/** The same in steps of some hundred events, so that a server can do other work in between. */
export function* readJobInSteps(data: unknown): Generator<void, Checked<JobDocument>> {
  const shell = readShell(data);
  if (shell.outcome === 'invalid') return shell;
  const events: JobEvent[] = [];
  const problems: Problem[] = [];
  for (const [i, each] of shell.value.entries()) {
    if (i % STEP === STEP - 1) yield;
    const checked = checkEvent(each);
    if (checked.outcome === 'valid') events.push(checked.value);
    else problems.push(...under(`/events/${i}`, checked.problems));
    if (problems.length >= MOST_PROBLEMS) break;
  }
  if (problems.length > 0) return invalid(problems.slice(0, MOST_PROBLEMS));
  const misfits = yield* logProblemsInSteps(events);
  return misfits.length > 0 ? invalid(misfits) : { outcome: 'valid', value: writeJob(events) };
}

/** The events of a document, unread, once everything about them is as it should be. */
function readShell(data: unknown): Checked<readonly unknown[]> {
  if (typeof data !== 'object' || data === null || Array.isArray(data)) return refused('/', 'must be an object');
  const { format, version, events, ...others }: Record<string, unknown> = { ...data };
  if (format !== JOB_FORMAT) return refused('/format', `must be "${JOB_FORMAT}"`);
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return refused('/version', 'must be a whole number from 1');
  if (version > JOB_VERSION)
    return refused(
      '/version',
      `this job file is version ${version}; this program reads up to version ${JOB_VERSION}. Update it, or export the job again as version ${JOB_VERSION}`,
    );
  const [unknown] = Object.keys(others);
  if (unknown !== undefined) return refused('/', `"${unknown.slice(0, 40)}" is not known here`);
  if (!Array.isArray(events) || events.length === 0) return refused('/events', 'must be a list of at least one event');
  if (events.length > MOST_EVENTS)
    return refused('/events', `has ${events.length} events; a job may have ${MOST_EVENTS}`);
  return { outcome: 'valid', value: events };
}

/** Whether events stand in order without gaps, repeat no id, begin with a sound setup and each may follow the ones before. */
export function logProblems(events: readonly JobEvent[]): readonly Problem[] {
  const steps = logProblemsInSteps(events);
  for (;;) {
    const step = steps.next();
    if (step.done === true) return step.value;
  }
}

function* logProblemsInSteps(events: readonly JobEvent[]): Generator<void, readonly Problem[]> {
  const ids = new Set<string>();
  const reader = createLogReader();
  for (const [i, event] of events.entries()) {
    if (i % STEP === STEP - 1) yield;
    const path = `/events/${i}`;
    if (event.seq !== i + 1) return [{ path: `${path}/seq`, reason: `must be ${i + 1}: the log has no gaps` }];
    if (ids.has(event.id)) return [{ path: `${path}/id`, reason: 'is used twice in this log' }];
    ids.add(event.id);
    if (event.kind === 'opened') {
      const unsound = under(`${path}/setup`, setupProblems(event.setup));
      if (unsound.length > 0) return unsound;
    }
    const refusal = reader.take(event);
    if (refusal !== undefined) return [{ path, reason: `"${event.kind}" cannot stand here: ${refusal}` }];
  }
  return [];
}

function under(path: string, problems: readonly Problem[]): Problem[] {
  return problems.map((problem) => ({
    path: path + (problem.path === '/' ? '' : problem.path),
    reason: problem.reason,
  }));
}

function refused(path: string, reason: string) {
  return invalid([{ path, reason }]);
}

function invalid(problems: readonly Problem[]): { readonly outcome: 'invalid'; readonly problems: readonly Problem[] } {
  return { outcome: 'invalid', problems };
}
