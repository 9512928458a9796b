import { spawn } from 'node:child_process';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { ARCHETYPES, isArchetype } from '@amber-needle/core/setup';
import type { JobResult } from './adviceRun';
import { adviceTable } from './adviceTable';

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
const RUN = fileURLToPath(new URL('adviceRun.ts', import.meta.url));
const TSX = fileURLToPath(new URL('../../node_modules/.bin/tsx', import.meta.url));
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

function runShard({ name, first, count }: Shard): Promise<readonly JobResult[]> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      TSX,
      [RUN, name, String(first), String(count), values.methods, values.fault, values.meter, values.engine],
      {
        stdio: ['ignore', 'pipe', 'inherit'],
      },
    );
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
    });
    child.on('close', (code) =>
      code === 0
        ? resolve(
            text
              .trim()
              .split('\n')
              .map((line): JobResult => JSON.parse(line)),
          )
        : reject(new Error(`${name} from seed ${first} ended with code ${code}`)),
    );
  });
}

const results: JobResult[] = [];
async function lane(): Promise<void> {
  for (let shard = shards.shift(); shard !== undefined; shard = shards.shift()) {
    const found = await runShard(shard);
    results.push(...found);
    if (values.lines) for (const result of found) process.stdout.write(`${JSON.stringify(result)}\n`);
  }
}
await Promise.all(cpus().map(lane));
process.stdout.write(adviceTable(results));
