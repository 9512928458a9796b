import { parseArgs } from 'node:util';
import { ARCHETYPES, isArchetype } from '@amber-needle/core/setup';
import type { JobResult } from './adviceRun';
import { adviceTable } from './adviceTable';
import { inShards } from './inShards';

/**
 * Whole jobs on the practice engine, judged by its truth, on all cores:
 * `npm run benchmark:advice -- [--seeds 40] [--methods advice,oracle,fixed,proportional] [--fault leak|stop|dead|hoses] [--meter one|none] [--engine own|foreign] [BANK ...]`.
 * Speed does not matter here; results depend on the seeds only.
 */
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seeds: { type: 'string', default: '40' },
    first: { type: 'string', default: '10000' },
    methods: { type: 'string', default: 'advice' },
    fault: { type: 'string', default: 'none' },
    engine: { type: 'string', default: 'own' },
    meter: { type: 'string', default: 'one' },
    lines: { type: 'boolean', default: false },
  },
});
const SHARD = 5;

interface Shard {
  readonly name: string;
  readonly first: number;
  readonly count: number;
}

const names = (positionals.length === 0 ? Object.keys(ARCHETYPES) : positionals).filter(isArchetype);
const shards = names.flatMap((name) =>
  Array.from({ length: Math.ceil(Number(values.seeds) / SHARD) }, (_, i): Shard => {
    const from = i * SHARD;
    return { name, first: Number(values.first) + from, count: Math.min(SHARD, Number(values.seeds) - from) };
  }),
);

const { methods, fault, meter, engine } = values;
const results = await inShards<JobResult>(
  'adviceRun.ts',
  shards.map(({ name, first, count }) => [name, String(first), String(count), methods, fault, meter, engine]),
);
if (values.lines) for (const result of results) process.stdout.write(`${JSON.stringify(result)}\n`);
process.stdout.write(adviceTable(results));
