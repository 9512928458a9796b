import { at, seededRandom } from '@amber-needle/core/basics';
import type { Fault } from '@amber-needle/core/faults';
import { findingsOf } from '@amber-needle/core/findings';
import { type Bare, decide, type JobEvent } from '@amber-needle/core/job';
import { type MixturePlan, mixtureFindings } from '@amber-needle/core/mixture';
import { faultTemplates } from '@amber-needle/core/practice';
import { ARCHETYPES, type ArchetypeName, concernOf } from '@amber-needle/core/setup';
import { suspectsOfJob } from '@amber-needle/core/suspects';
import { runTrial } from '@amber-needle/core/trial';
import { rpm, seconds, turns } from '@amber-needle/core/units';
import { engineAsLeft } from './asLeft';
import { search } from './search';
import { answerOf } from './seeded/answered';
import { dayOf } from './seeded/stations';

/** What no mixture screw cures, as the practice engine can have it; the last is nothing at all. */
const CAUSES = [
  'transferSlot',
  'blockedIdle',
  'airLeak',
  'flooding',
  'weakSpark',
  'sharedRobbing',
  'feedReversal',
  'wornNeedleJet',
] as const;

/** One shard: `BANK FIRST SEEDS none|fault`; prints a line of JSON for each job. */
const [, , bank = 'vTwin', first = '0', seeds = '1', kind = 'fault'] = process.argv;

export interface CauseJob {
  readonly bank: string;
  readonly seed: number;
  readonly was: string;
  readonly outcome: string;
  readonly found: readonly string[];
  /** Place of the cause among the suspects, at once and after each deciding test; 0: not there. */
  readonly ranks: readonly number[];
  readonly stated: readonly { readonly probability: number; readonly right: boolean }[];
  readonly asked: readonly string[];
  readonly top: string;
}

const setup = ARCHETYPES[bank as ArchetypeName];
const SCREWS_OFF = 1;
const PLAN: MixturePlan & { readonly kind: 'mixturePlan' } = {
  kind: 'mixturePlan',
  fuel: { ethanol: 0, methanol: 0 },
  ignition: 'modest',
  order: 'balanceFirst',
  instruments: ['sensor'],
  sensor: 'each',
  rule: { by: 'lambda', target: 0.95 },
};
const MOST_TESTS = 2;
/** Said to be the cause from here on. */
const NAMED = 0.5;

for (let seed = Number(first); seed < Number(first) + Number(seeds); seed += 1)
  process.stdout.write(`${JSON.stringify(played(seed))}\n`);

function drawn(seed: number): readonly Fault[] {
  if (kind === 'none') return [];
  const random = seededRandom(seed ^ 0xca05e);
  const all = faultTemplates(setup, 'clear').filter((fault) => CAUSES.some((name) => name === fault.kind));
  const kinds = [...new Set(all.map((fault) => fault.kind))];
  const chosen = at(kinds, Math.floor(random.uniform() * kinds.length));
  const places = all.filter((fault) => fault.kind === chosen);
  return [at(places, Math.floor(random.uniform() * places.length))];
}

function played(seed: number): CauseJob {
  const faults = drawn(seed);
  const { events, outcome } = runTrial({
    setup,
    seed,
    engine: { faults },
    machine: 'Bench',
    complaint: '',
    clock: (after) => new Date(1.7e12 + after * 1000).toISOString(),
    mixture: { plan: PLAN, screwsOff: SCREWS_OFF },
  });
  const log = withFirstOpening(seed, faults, events);
  const findings = findingsOf(log);
  if (findings?.mixture === undefined) throw new Error('the job has a plan');
  const { told } = suspectsOfJob(findings.job, findings.suspicions, { mixture: findings.mixture });
  const seen = told.map(({ evidence }) => evidence);
  const was = faults.map((fault) =>
    [fault.kind, 'throat' in fault ? fault.throat : 'cylinder' in fault ? fault.cylinder : ''].join('@'),
  );
  const day = dayOf(setup, seed, faults);
  const patient = { setup, seed, faults, day, sound: dayOf(setup, seed, []) };
  const { ranks, stated, asked, suspects } = search({
    setup,
    seen,
    was,
    answer: (test) => answerOf(patient, test),
    mostTests: seen.length === 0 ? 0 : MOST_TESTS,
    enough: () => false,
  });
  const best = suspects.ranked[0];
  return {
    bank,
    seed,
    was: was[0] ?? 'nothing',
    outcome,
    found: mixtureFindings(findings.mixture).map((finding) => `${finding.is}@${finding.throat}`),
    ranks,
    stated,
    asked,
    top:
      seen.length > 0 && best !== undefined && best.probability > NAMED ? `${best.cause.id}@${best.place ?? ''}` : '',
  };
}

/** The engine as the job left it is coupled again and opened slowly, and every exhaust looked at: the last row of the way. */
function withFirstOpening(seed: number, faults: readonly Fault[], events: readonly JobEvent[]): readonly JobEvent[] {
  const engine = engineAsLeft(setup, seed, { events, faults, screwsOff: SCREWS_OFF });
  for (const adjuster of setup.adjusters)
    if (concernOf(adjuster) === 'linkage') engine.turn(adjuster.id, turns(Math.min(2, adjuster.range.outTurns)));
  engine.hand({ kind: 'hold', speed: rpm(1.35 * setup.targets.idleRpm) });
  engine.advance(seconds(8));
  let log = events;
  for (const [k, lambda] of engine.truth().lambdas.entries()) {
    if (!(lambda >= 0.4 && lambda <= 8)) continue;
    const seen: Bare = {
      kind: 'mixtureSeen',
      seen: { how: 'firstOpening', exhaust: at(setup.cylinders, k).id, lambda },
    };
    const id = `00000000-0000-7000-8000-${String(9e11 + k)}`;
    const decision = decide(log, { ...seen, id, at: '2026-01-01T00:00:00.000Z' });
    if (decision.outcome === 'accepted') log = [...log, decision.event];
  }
  return log;
}
