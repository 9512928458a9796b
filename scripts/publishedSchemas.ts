import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { JobDocumentSchema } from '@amber-needle/core/formats/job';
import { MeasurementsSchema } from '@amber-needle/core/formats/sheet';
import { SuspectsCaseSchema } from '@amber-needle/core/formats/suspects';
import { EVENT_KINDS } from '@amber-needle/core/job';
import { SetupSchema } from '@amber-needle/core/setup';
import { TraceMetaSchema } from '@amber-needle/core/trace';

const DIALECT = 'https://json-schema.org/draft/2020-12/schema';

/** Every published schema as a file of docs/formats. The host of the ids is reserved (RFC 6761): they name, they do not lead. */
export function publishedSchemas(): readonly { readonly file: string; readonly text: string }[] {
  const published = (name: string, title: string, schema: object) => {
    const whole = { $schema: DIALECT, $id: `https://amber-needle.invalid/schemas/${name}-1.json`, title, ...schema };
    return { file: `${name}.schema.json`, text: `${JSON.stringify(whole, null, 2)}\n` };
  };
  return [
    published('trace-meta', 'Amber Needle trace metadata, version 1', TraceMetaSchema),
    published('job', 'Amber Needle job, version 2', JobDocumentSchema),
    published('suspects', 'Amber Needle case for the search, version 1', SuspectsCaseSchema),
    published('measurements', 'Amber Needle measurements of the sheet, version 1', MeasurementsSchema),
    published('setup', 'Amber Needle setup, version 1', SetupSchema),
  ];
}

/** Digests of the schemas that each kind of event has had, the oldest first; `lost` for those from before this was kept. */
export type EventVersions = Readonly<Record<string, readonly string[]>>;

const VERSIONS = new URL('../docs/formats/event-versions.json', import.meta.url);

export function keptEventVersions(): EventVersions {
  return JSON.parse(readFileSync(VERSIONS, 'utf8'));
}

/**
 * The kept digests with those of new versions added.
 * @throws Error when a schema has changed and its version has not: documents of that version lie in workshops.
 */
export function eventVersions(kept: EventVersions): EventVersions {
  const entries = EVENT_KINDS.map(({ kind, version, schema }) => {
    const digest = createHash('sha256').update(JSON.stringify(schema)).digest('hex').slice(0, 16);
    const known = kept[kind] ?? [];
    const recorded = known[version - 1];
    if (recorded !== undefined && recorded !== digest)
      throw new Error(`The schema of "${kind}" has changed: raise its version and add an upcaster`);
    const older = Array.from({ length: version - 1 }, (_, i) => known[i] ?? 'lost');
    return [kind, [...older, digest]] as const;
  });
  return Object.fromEntries(entries);
}
