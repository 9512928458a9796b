import { parseArgs } from 'node:util';
import { mixtureScrews } from '@amber-needle/core/mixture';
import { ARCHETYPE_NAMES, ARCHETYPES } from '@amber-needle/core/setup';
import { inShards } from './inShards';
import type { CauseJob } from './mixtureCausesRun';

/**
 * What no mixture screw cures, told from how things answered: whole jobs on the practice engine with one fault each, and as many with none, on seeds
 * used for nothing else: `npm run benchmark:mixtureCauses [-- --seeds 12 --first 800000 --bank vTwin,flatFour --lines]`.
 */
const { values } = parseArgs({
  options: {
    seeds: { type: 'string', default: '12' },
    first: { type: 'string', default: '800000' },
    bank: { type: 'string' },
    lines: { type: 'boolean', default: false },
  },
});
const banks =
  values.bank?.split(',') ??
  ARCHETYPE_NAMES.filter((name) => mixtureScrews(ARCHETYPES[name]).length > 0 && ARCHETYPES[name].engine.strokes === 4);
const SHARD = 3;
const shards = banks.flatMap((bank) =>
  ['fault', 'none'].flatMap((kind) =>
    Array.from({ length: Math.ceil(Number(values.seeds) / SHARD) }, (_, i) => [
      bank,
      String(Number(values.first) + SHARD * i),
      String(Math.min(SHARD, Number(values.seeds) - SHARD * i)),
      kind,
    ]),
  ),
);
const jobs = await inShards<CauseJob>('./mixtureCausesRun.ts', shards);
if (values.lines) for (const job of jobs) process.stdout.write(`${JSON.stringify(job)}\n`);

const percent = (part: number, all: number) => (all === 0 ? '–' : `${((100 * part) / all).toFixed(0)} %`);
/** The place of the cause after so many tests; the last there is where fewer were asked for. */
const rankAfter = ({ ranks }: CauseJob, tests: number) => ranks[Math.min(tests, ranks.length - 1)] ?? 0;

function row(of: readonly CauseJob[]) {
  const within = (tests: number, places: number) =>
    percent(of.filter((job) => rankAfter(job, tests) >= 1 && rankAfter(job, tests) <= places).length, of.length);
  return {
    jobs: of.length,
    noticed: percent(of.filter(({ found }) => found.length > 0).length, of.length),
    'first at once': within(0, 1),
    'among two': within(0, 2),
    'first after a test': within(1, 1),
    'among two then': within(1, 2),
    'first after two': within(2, 1),
    'among two at last': within(2, 2),
  };
}

const faulty = jobs.filter(({ was }) => was !== 'nothing');
const sound = jobs.filter(({ was }) => was === 'nothing');
const kinds = [...new Set(faulty.map(({ was }) => was.split('@')[0] ?? ''))].sort();
console.table({
  ...Object.fromEntries(kinds.map((kind) => [kind, row(faulty.filter(({ was }) => was.startsWith(`${kind}@`)))])),
  ...Object.fromEntries(banks.map((bank) => [bank, row(faulty.filter((job) => job.bank === bank))])),
  all: row(faulty),
});
process.stdout.write(
  `sound engines: ${sound.length}, something found at ${percent(sound.filter(({ found }) => found.length > 0).length, sound.length)}, a cause named at ${percent(sound.filter(({ top }) => top !== '').length, sound.length)}\n`,
);
/** What was stated of the first suspect against what held, pooled over all steps. */
const stated = faulty.flatMap((job) => job.stated);
console.table(
  Object.fromEntries(
    [0, 0.2, 0.4, 0.6, 0.8].map((low) => {
      const bin = stated.filter(({ probability }) => probability >= low && (probability < low + 0.2 || low === 0.8));
      return [
        `${Math.round(100 * low)} to ${Math.round(100 * low + 20)} %`,
        {
          statements: bin.length,
          stated: percent(
            bin.reduce((sum, { probability }) => sum + probability, 0),
            bin.length,
          ),
          held: percent(bin.filter(({ right }) => right).length, bin.length),
        },
      ];
    }),
  ),
);
