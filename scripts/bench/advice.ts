import { ARCHETYPES, type ArchetypeName, isArchetype } from '@amber-needle/core/setup';
import { runTrial, type TrialResult } from '@amber-needle/core/trial';

/** Whole jobs on the practice engine, judged by its truth: `npm run bench:advice -- 200 twin rack4`. */
const [count = '200', ...names] = process.argv.slice(2);
const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();

function spreadOf({ truth }: TrialResult): number {
  return (Math.max(...truth.depressions) - Math.min(...truth.depressions)) / 1000;
}

function percent(n: number, of: number): string {
  return `${((100 * n) / of).toFixed(1)} %`;
}

function countsOf(trials: readonly TrialResult[], kind: string): string {
  const counts = trials.map(({ events }) => events.filter((event) => event.kind === kind).length).sort((a, b) => a - b);
  const quantile = (share: number) => counts[Math.floor(share * (counts.length - 1))];
  return `${quantile(0.5)}, ${quantile(0.95)}, ${quantile(1)}`;
}

function rowFor(name: ArchetypeName): string {
  const setup = ARCHETYPES[name];
  const { spreadKPa, idleRpm, idleBandRpm } = setup.targets;
  const trials = Array.from({ length: Number(count) }, (_, i) =>
    runTrial({ setup, seed: 10_000 + i, machine: 'Bench machine', complaint: '', clock }),
  );
  const finished = trials.filter(({ outcome }) => outcome === 'finished');
  const beyond = finished.filter((trial) => spreadOf(trial) > spreadKPa);
  const off = finished.filter(({ truth }) => Math.abs(truth.speed - idleRpm) > idleBandRpm);
  const claimed = finished.map(({ events }) => {
    const last = events.at(-1);
    return last?.kind === 'finished' ? last.probability : 0;
  });
  const cells = [
    setup.name,
    trials.length,
    percent(finished.length, trials.length),
    percent(beyond.length, finished.length),
    percent(off.length, finished.length),
    percent(
      claimed.reduce((a, b) => a + b, 0),
      claimed.length,
    ),
    countsOf(trials, 'move'),
    countsOf(trials, 'reading'),
  ];
  return `| ${cells.join(' | ')} |`;
}

const head =
  '| bank | jobs | said done | of these, true spread beyond | true idle beyond | probability claimed, mean | moves: median, p95, most | readings |';
const chosen = names.length === 0 ? Object.keys(ARCHETYPES) : names;
process.stdout.write(`${head}\n| --- | --- | --- | --- | --- | --- | --- | --- |\n`);
for (const name of chosen.filter(isArchetype)) process.stdout.write(`${rowFor(name)}\n`);
