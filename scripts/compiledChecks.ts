import { MeasurementsSchema } from '@amber-needle/core/formats/sheet';
import { SuspectsCaseSchema } from '@amber-needle/core/formats/suspects';
import { EVENT_KINDS } from '@amber-needle/core/job';
import { PracticeChoicesSchema, PracticeCommandSchema } from '@amber-needle/core/practice';
import { RideDescriptionSchema } from '@amber-needle/core/road';
import { SetupSchema } from '@amber-needle/core/setup';
import { TableDescriptionSchema, TraceMetaSchema } from '@amber-needle/core/trace';
import { Ajv2020 } from 'ajv/dist/2020.js';
import standalone from 'ajv/dist/standalone';
import { build } from 'esbuild';
import * as requests from '../web/validation/requests';

/** Schemas that the core checks, by name. */
const CORE = {
  ...Object.fromEntries(EVENT_KINDS.map(({ kind, schema }) => [kind, schema])),
  setup: SetupSchema,
  traceMeta: TraceMetaSchema,
  tableDescription: TableDescriptionSchema,
  rideDescription: RideDescriptionSchema,
  suspectsCase: SuspectsCaseSchema,
  measurements: MeasurementsSchema,
  practiceChoices: PracticeChoicesSchema,
  practiceCommand: PracticeCommandSchema,
};

/** Compiled checks as files: self-contained modules without a compiler in them. */
export async function compiledChecks(): Promise<readonly { readonly file: string; readonly text: string }[]> {
  return [
    { file: 'core/src/validation/compiled.js', text: await moduleOf(CORE) },
    { file: 'web/validation/compiled.js', text: await moduleOf(requests.REQUESTS) },
  ];
}

async function moduleOf(schemas: Readonly<Record<string, object>>): Promise<string> {
  const ajv = new Ajv2020({ allErrors: true, strict: false, code: { source: true, esm: true } });
  const names = Object.keys(schemas);
  // A schema's hidden TypeBox marks are none of Ajv's business.
  for (const name of names) ajv.addSchema(JSON.parse(JSON.stringify(schemas[name])), `#${name}`);
  const code = standalone(ajv, Object.fromEntries(names.map((name) => [name, `#${name}`])));
  const contents = `${code.replace('"use strict";', '')}\nexport const compiled = { ${names.join(', ')} };`;
  const { outputFiles } = await build({
    stdin: { contents, resolveDir: new URL('..', import.meta.url).pathname },
    bundle: true,
    write: false,
    format: 'esm',
    minify: true,
    charset: 'ascii',
    logLevel: 'silent',
  });
  const [file] = outputFiles;
  if (file === undefined) throw new Error('esbuild made no file');
  return `/* Made by npm run schemas. */\n${file.text.replace(/export\{[^}]*\bas compiled\b[^}]*\}/, (all) => `export{${/\w+ as compiled/.exec(all)?.[0]}}`)}`;
}
