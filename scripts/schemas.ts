import { writeFileSync } from 'node:fs';
import { compiledChecks } from './compiledChecks';
import { eventVersions, keptEventVersions, publishedSchemas } from './publishedSchemas';

/** Writes the published JSON Schemas and the compiled checks from the TypeBox ones: `npm run schemas`. A test fails when they are out of date. */
const versions = `${JSON.stringify(eventVersions(keptEventVersions()), null, 2)}\n`;
writeFileSync(new URL('../docs/formats/event-versions.json', import.meta.url), versions);
for (const { file, text } of publishedSchemas())
  writeFileSync(new URL(`../docs/formats/${file}`, import.meta.url), text);
for (const { file, text } of await compiledChecks()) writeFileSync(new URL(`../${file}`, import.meta.url), text);
