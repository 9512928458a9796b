import { parseArgs } from 'node:util';
import { ARCHETYPE_NAMES, ARCHETYPES } from '@amber-needle/core/setup';
import { CAUSES, type Evidence, OBSERVATIONS, TESTS } from '@amber-needle/core/suspects';
import { FIRST } from './cases/first';
import { SECOND } from './cases/second';
import type { SuspectCase } from './cases/suspectCase';
import { inShards } from './inShards';
import { nameOf, search } from './search';
import type { SeededResult } from './seeded/run';
import { confusions, seededTable, statedTable } from './seeded/table';

/**
 * Where the cause stands at once and after each test: in cases told by a practitioner, and on engines with one seeded fault that answer the tests
 * themselves. `npm run benchmark:suspects [-- --only told|seeded] [--seeds 28] [--first 50000] [--lines]`.
 */
const { values } = parseArgs({
  options: {
    only: { type: 'string', default: 'both' },
    seeds: { type: 'string', default: '28' },
    first: { type: 'string', default: '50000' },
    lines: { type: 'boolean', default: false },
  },
});
const MOST_TESTS = 4;
const SURE = 0.8;

function evidenceOf(text: string): Evidence {
  const seen = !text.startsWith('!');
  const [observation = '', place] = text.replace('!', '').split('@');
  if (!OBSERVATIONS.some(({ id }) => id === observation)) throw new Error(`no observation ${observation}`);
  return { kind: 'observed', observation, place, seen };
}

function play({ bank, seen, was, answers }: SuspectCase) {
  const [cause = '', place] = was.split('@');
  if (!CAUSES.some(({ id }) => id === cause)) throw new Error(`no cause ${cause}`);
  for (const [test, answer] of Object.entries(answers))
    if (!TESTS.find(({ id }) => id === test)?.answers.some(({ id }) => id === answer))
      throw new Error(`${test}: ${answer}`);
  const { suspects, ...searched } = search({
    setup: ARCHETYPES[bank],
    seen: seen.map(evidenceOf),
    was: [was],
    mostTests: MOST_TESTS,
    answer(asked) {
      const isHere = asked.place === undefined || place === undefined || asked.place === place;
      return (isHere ? answers[asked.test.id] : undefined) ?? asked.test.answers[0].id;
    },
    enough: ({ ranked }, rank) => rank === 1 && (ranked[0]?.probability ?? 0) >= SURE,
  });
  const top = suspects.ranked
    .slice(0, 2)
    .map((each) => `${nameOf(each.cause.id, each.place)} ${each.probability.toFixed(2)}`);
  return { ...searched, top };
}

function report(name: string, cases: readonly SuspectCase[], lines: boolean) {
  const played = cases.map((each) => ({ ...each, ...play(each) }));
  const share = (holds: (each: (typeof played)[number]) => boolean) =>
    `${((100 * played.filter(holds).length) / played.length).toFixed(0)} %`;
  if (lines)
    for (const { id, was, ranks, asked, top } of played)
      process.stdout.write(`${id} ${was}: ranks ${ranks.join(' ')}; ${asked.join(', ')}; ${top.join(', ')}\n`);
  return {
    cases: name,
    count: played.length,
    'first at once': share(({ ranks }) => ranks[0] === 1),
    'among three': share(({ ranks }) => (ranks[0] ?? 99) <= 3),
    'first after four tests': share(({ ranks }) => ranks.at(-1) === 1),
    'minutes, mean': (played.reduce((sum, { minutes }) => sum + minutes, 0) / played.length).toFixed(1),
  };
}

if (values.only !== 'seeded')
  console.table([
    report('written before the likelihoods', FIRST, false),
    report('looked at while they were set', SECOND, values.lines),
  ]);

if (values.only !== 'told') {
  const shard = 4;
  const firsts = Array.from(
    { length: Math.ceil(Number(values.seeds) / shard) },
    (_, i) => Number(values.first) + i * shard,
  );
  const shardsOf = (engine: string, from: readonly number[]) =>
    ARCHETYPE_NAMES.flatMap((bank) => from.map((first) => [engine, bank, String(first), String(shard)]));
  const results = await inShards<SeededResult>('seeded/run.ts', [
    ...shardsOf('own', firsts),
    ...shardsOf('foreign', firsts.slice(0, Math.ceil(firsts.length / 4))),
  ]);
  if (values.lines) for (const result of results) process.stdout.write(`${JSON.stringify(result)}\n`);
  console.table(seededTable(results));
  console.table(statedTable(results));
  console.table(confusions(results));
}
