import Type, { type Static } from 'typebox';
import { checkEvent, decide, type JobEvent, JobEventSchema } from '../../job';
import { setupProblems } from '../../setup';
import { type Checked, checkerFor, type Problem } from '../../validation';

export const JOB_FORMAT = 'amber-needle/job';
export const JOB_VERSION = 1;
/** A longer log is not a job's. */
export const MOST_EVENTS = 1000;

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

const Shell = checkerFor(
  Type.Object(
    {
      format: Type.Literal(JOB_FORMAT),
      version: Type.Integer(),
      events: Type.Array(Type.Unknown(), { minItems: 1, maxItems: MOST_EVENTS }),
    },
    { additionalProperties: false },
  ),
);

export function writeJob(events: readonly JobEvent[]): JobDocument {
  return { format: JOB_FORMAT, version: JOB_VERSION, events: [...events] };
}

/**
 * Reads a job document, all or nothing: the shell, every event by its kind's schema, the setup's sense, and that each event
 * may follow those before it. Problems name the place as a JSON pointer.
 */
export function readJob(data: unknown): Checked<JobDocument> {
  const newer = newerVersion(data);
  if (newer !== undefined) return invalid([newer]);
  const shell = Shell(data);
  if (shell.outcome === 'invalid') return shell;
  const checked = shell.value.events.map(checkEvent);
  const problems = checked.flatMap((event, i) =>
    event.outcome === 'invalid' ? under(`/events/${i}`, event.problems) : [],
  );
  if (problems.length > 0) return invalid(problems);
  const events = checked.flatMap((event) => (event.outcome === 'valid' ? [event.value] : []));
  const misfits = logProblems(events);
  return misfits.length > 0 ? invalid(misfits) : { outcome: 'valid', value: writeJob(events) };
}

function newerVersion(data: unknown): Problem | undefined {
  if (typeof data !== 'object' || data === null || !('format' in data) || !('version' in data)) return undefined;
  if (data.format !== JOB_FORMAT || typeof data.version !== 'number' || data.version <= JOB_VERSION) return undefined;
  const reason = `this job file is version ${data.version}; this program reads up to version ${JOB_VERSION}. Update it, or export the job again as version ${JOB_VERSION}`;
  return { path: '/version', reason };
}

/** Whether events stand in order without gaps, repeat no id, begin with a sound setup and each may follow the ones before. */
export function logProblems(events: readonly JobEvent[]): readonly Problem[] {
  const ids = new Set<string>();
  for (const [i, event] of events.entries()) {
    const path = `/events/${i}`;
    if (event.seq !== i + 1) return [{ path: `${path}/seq`, reason: `must be ${i + 1}: the log has no gaps` }];
    if (ids.has(event.id)) return [{ path: `${path}/id`, reason: 'is used twice in this log' }];
    ids.add(event.id);
    if (event.kind === 'opened') {
      const unsound = under(`${path}/setup`, setupProblems(event.setup));
      if (unsound.length > 0) return unsound;
    }
    const decision = decide(events.slice(0, i), event);
    if (decision.outcome === 'refused')
      return [{ path, reason: `"${event.kind}" cannot stand here: ${decision.refusal}` }];
  }
  return [];
}

function under(path: string, problems: readonly Problem[]): Problem[] {
  return problems.map((problem) => ({
    path: path + (problem.path === '/' ? '' : problem.path),
    reason: problem.reason,
  }));
}

function invalid(problems: readonly Problem[]): { readonly outcome: 'invalid'; readonly problems: readonly Problem[] } {
  return { outcome: 'invalid', problems };
}
