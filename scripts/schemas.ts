import { writeFileSync } from 'node:fs';
import { publishedSchemas } from './publishedSchemas';

/** Writes the published JSON Schemas from the TypeBox ones: `npm run schemas`. A test fails when they are out of date. */
for (const { file, text } of publishedSchemas())
  writeFileSync(new URL(`../docs/formats/${file}`, import.meta.url), text);
