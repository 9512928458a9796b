import { JobDocumentSchema } from '@amber-needle/core/formats/job';
import { TraceMetaSchema } from '@amber-needle/core/formats/trace';
import { SetupSchema } from '@amber-needle/core/setup';

const DIALECT = 'https://json-schema.org/draft/2020-12/schema';

/** Every published schema as a file of docs/formats. The host of the ids is reserved (RFC 6761): they name, they do not lead. */
export function publishedSchemas(): readonly { readonly file: string; readonly text: string }[] {
  const published = (name: string, title: string, schema: object) => {
    const whole = { $schema: DIALECT, $id: `https://amber-needle.invalid/schemas/${name}-1.json`, title, ...schema };
    return { file: `${name}.schema.json`, text: `${JSON.stringify(whole, null, 2)}\n` };
  };
  return [
    published('trace-meta', 'Amber Needle trace metadata, version 1', TraceMetaSchema),
    published('job', 'Amber Needle job, version 1', JobDocumentSchema),
    published('setup', 'Amber Needle setup, version 1', SetupSchema),
  ];
}
