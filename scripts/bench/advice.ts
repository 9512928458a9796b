import { twinWithTwoStops } from '@amber-needle/core/setup';
import { runTrial, type TrialResult } from '@amber-needle/core/trial';

/** Whole jobs on the practice engine, judged by its truth: `npm run bench:advice -- 200`. */
const [count = '200'] = process.argv.slice(2);
const { spreadKPa, idleRpm, idleBandRpm } = twinWithTwoStops.targets;
const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();

const trials = Array.from({ length: Number(count) }, (_, i) =>
  runTrial({ setup: twinWithTwoStops, seed: 10_000 + i, machine: 'Bench twin', complaint: '', clock }),
);

const spreadOf = ({ truth }: TrialResult) => (Math.max(...truth.depressions) - Math.min(...truth.depressions)) / 1000;
const holds = (trial: TrialResult) =>
  spreadOf(trial) <= spreadKPa && Math.abs(trial.truth.speed - idleRpm) <= idleBandRpm;
const countOf = (kind: string) =>
  trials.map(({ events }) => events.filter((event) => event.kind === kind).length).sort((a, b) => a - b);
const quantile = (values: readonly number[], share: number) => values[Math.floor(share * (values.length - 1))];
const percent = (n: number, of: number) => `${((100 * n) / of).toFixed(1)} %`;

const finished = trials.filter(({ outcome }) => outcome === 'finished');
const claimed = finished.map(({ events }) => {
  const last = events.at(-1);
  return last?.kind === 'finished' ? last.probability : 0;
});
const moves = countOf('move');
const readings = countOf('reading');
process.stdout.write(
  [
    '| figure | value |',
    '| --- | --- |',
    `| jobs | ${trials.length} |`,
    `| said done | ${percent(finished.length, trials.length)} |`,
    `| said done, and truth agrees (spread and idle) | ${percent(finished.filter(holds).length, trials.length)} |`,
    `| said done, but the true spread is beyond tolerance | ${percent(finished.filter((t) => spreadOf(t) > spreadKPa).length, finished.length)} |`,
    `| mean of the probabilities claimed | ${percent(
      claimed.reduce((a, b) => a + b, 0),
      claimed.length,
    )} |`,
    `| moves: median, 95th percentile, most | ${quantile(moves, 0.5)}, ${quantile(moves, 0.95)}, ${moves.at(-1)} |`,
    `| readings: median, 95th percentile, most | ${quantile(readings, 0.5)}, ${quantile(readings, 0.95)}, ${readings.at(-1)} |`,
    '',
  ].join('\n'),
);
