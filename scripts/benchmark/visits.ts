import { seededRandom } from '@amber-needle/core/basics';
import { lastVisitOf } from '@amber-needle/core/belief';
import { findingsOf } from '@amber-needle/core/findings';
import { ARCHETYPES, type ArchetypeName, concernOf } from '@amber-needle/core/setup';
import { runTrial, type TrialResult } from '@amber-needle/core/trial';

/**
 * Second visits: each machine is balanced, driven until its stops have moved, and balanced again: with what the first visit taught, and as if
 * it had never been here. `npm run benchmark:visits [pairs]`.
 */
const BANKS: readonly ArchetypeName[] = ['twin', 'rack3', 'rack4', 'vTwin', 'outboardTriple'];
const FIRST_SEED = 910_000;
/** A stop moves by so many turns between visits, one standard deviation. Ours. */
const DRIFT_TURNS = 0.5;
const STEPS = 16;
const pairs = Number(process.argv[2] ?? 200);

const common = { machine: 'Twice', complaint: '', clock: () => '2027-03-01T09:00:00.000Z' } as const;

function movesOf({ events }: TrialResult): number {
  return events.filter(({ kind }) => kind === 'move').length;
}

function pair(bank: ArchetypeName, seed: number) {
  const setup = ARCHETYPES[bank];
  const first = runTrial({ ...common, setup, seed });
  const findings = findingsOf(first.events);
  if (first.outcome !== 'finished' || findings === undefined) return undefined;
  const random = seededRandom(seed ^ 0x2b);
  const turned = Object.fromEntries(
    setup.adjusters
      .filter((adjuster) => concernOf(adjuster) === 'rest')
      .map(({ id }) => {
        const drift = Math.round(random.normal() * DRIFT_TURNS * STEPS) / STEPS;
        return [id, (findings.job.positions[id] ?? 0) + drift];
      }),
  );
  const again = { ...common, setup, seed, turned };
  const afresh = runTrial(again);
  const known = runTrial({ ...again, lastVisit: lastVisitOf(findings.belief, '2026-09-01T09:00:00.000Z') });
  return { afresh, known };
}

const rows = [];
for (const bank of BANKS) {
  const done = Array.from({ length: Math.ceil(pairs / BANKS.length) }, (_, i) => pair(bank, FIRST_SEED + i)).filter(
    (each) => each !== undefined,
  );
  const mean = (of: (each: (typeof done)[number]) => number) =>
    done.reduce((sum, each) => sum + of(each), 0) / done.length;
  rows.push({
    bank,
    pairs: done.length,
    'turns afresh': mean(({ afresh }) => movesOf(afresh)).toFixed(2),
    'turns known': mean(({ known }) => movesOf(known)).toFixed(2),
    'done afresh': mean(({ afresh }) => Number(afresh.outcome === 'finished')).toFixed(2),
    'done known': mean(({ known }) => Number(known.outcome === 'finished')).toFixed(2),
  });
}
console.table(rows);
