import type { JobResult } from './adviceRun';

const HEAD =
  '| bank | method | jobs | in tolerance and band | said done | false done | undecided | moves: median, p95, most | readings, median | jobs that asked for a meter | turns away | claimed, mean | suspected: named, kind only, other | named within 8 moves |\n' +
  '| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |\n';

/** Results as a table: a row for each bank and method, and for all banks. */
export function adviceTable(results: readonly JobResult[]): string {
  const names = [...new Set(results.map(({ name }) => name))];
  const methods = [...new Set(results.map(({ method }) => method))];
  const rows = [...names, 'all'].flatMap((name) =>
    methods.map((method) =>
      row(
        name,
        method,
        results.filter((result) => result.method === method && (name === 'all' || result.name === name)),
      ),
    ),
  );
  return HEAD + rows.join('');
}

function row(name: string, method: string, jobs: readonly JobResult[]): string {
  const done = jobs.filter(({ outcome }) => outcome === 'finished');
  const holds = ({ withinTolerance, withinBand }: JobResult) => withinTolerance && withinBand;
  const moves = jobs.map((job) => job.moves);
  const turnsMade = moves.reduce((a, b) => a + b, 0);
  const cells = [
    name,
    method,
    jobs.length,
    percent(jobs.filter(holds).length, jobs.length),
    percent(done.length, jobs.length),
    percent(done.filter((job) => !holds(job)).length, done.length),
    percent(jobs.filter(({ outcome }) => outcome === 'undecided').length, jobs.length),
    [0.5, 0.95, 1].map((share) => quantile(moves, share)).join(', '),
    quantile(
      jobs.map(({ readings }) => readings),
      0.5,
    ),
    percent(jobs.filter(({ meterings }) => meterings > 0).length, jobs.length),
    percent(sumOf(jobs.map(({ wrongWay }) => wrongWay)), turnsMade),
    percent(sumOf(done.map(({ claimed }) => claimed)), done.length),
    (['named', 'kind', 'other'] as const)
      .map((as) => percent(jobs.filter(({ suspected }) => suspected === as).length, jobs.length))
      .join(', '),
    percent(
      jobs.filter(({ suspected, suspectedAfter }) => suspected === 'named' && suspectedAfter <= 8).length,
      jobs.length,
    ),
  ];
  return `| ${cells.join(' | ')} |\n`;
}

/** Nothing where a figure was not taken. */
function sumOf(figures: readonly (number | null)[]): number {
  return figures.reduce<number>((sum, figure) => (figure === null ? Number.NaN : sum + figure), 0);
}

function percent(n: number, of: number): string {
  return of === 0 || Number.isNaN(n) ? '-' : `${((100 * n) / of).toFixed(1)} %`;
}

function quantile(values: readonly number[], share: number): number {
  return [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))] ?? 0;
}
