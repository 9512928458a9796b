import { readFileSync } from 'node:fs';
import { writeJob } from '@amber-needle/core/formats/job';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { append, move, opened } from '@amber-needle/core/testing';
import { decodeTrace } from '@amber-needle/core/trace';
import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { compiledChecks } from './compiledChecks';
import { eventVersions, keptEventVersions, publishedSchemas } from './publishedSchemas';

const formats = new URL('../docs/formats/', import.meta.url);
const read = (file: string) => readFileSync(new URL(file, formats), 'utf8');

describe('published schemas', () => {
  it.each(publishedSchemas())('$file is up to date: npm run schemas', ({ file, text }) => {
    expect(read(file)).toBe(text);
  });

  it('of events are those of their recorded versions: a change needs a version and an upcaster', () => {
    const kept = keptEventVersions();
    expect(eventVersions(kept)).toEqual(kept);
    expect(() => eventVersions({ ...kept, note: ['of another schema'] })).toThrow(/raise its version/);
  });

  it('are compiled as they are now: npm run schemas', async () => {
    for (const { file, text } of await compiledChecks())
      expect(readFileSync(new URL(`../${file}`, import.meta.url), 'utf8') === text, file).toBe(true);
  }, 60_000);

  it.each([
    ['setup.schema.json', twinWithTwoStops],
    ['job.schema.json', writeJob(append(opened, move('A', 0.25)))],
    ['trace-meta.schema.json', { reference: 'absolute', barometer_kpa: 101.3 }],
  ])('%s takes what we write, in a draft 2020-12 validator', (file, document) => {
    const validate = new Ajv2020().compile(JSON.parse(read(file)));
    expect(validate(JSON.parse(JSON.stringify(document)))).toBe(true);
    expect(validate({ hello: 'world' })).toBe(false);
  });
});

describe('examples in the documents', () => {
  it('of traces can be read without a problem', () => {
    const examples = [...read('trace.md').matchAll(/```csv\n([\s\S]*?)```/g)].map(([, text]) => text ?? '');
    expect(examples.length).toBeGreaterThanOrEqual(2);
    for (const example of examples) expect(decodeTrace(example).problems).toEqual([]);
  });
});
