import { seededRandom } from '@amber-needle/core/basics';
import { type Fault, faultKindOf, isSame, type Suspicion } from '@amber-needle/core/faults';
import type { JobEvent } from '@amber-needle/core/job';
import {
  ARCHETYPES,
  concernOf,
  decidingQuantity,
  isArchetype,
  PERCENT,
  type Setup,
  toleranceOf,
} from '@amber-needle/core/setup';
import { drawLaw, driveForeign } from '@amber-needle/core/testing';
import { runTrial } from '@amber-needle/core/trial';
import { type Chased, fixedChase, oracle, proportionalChase } from './chases';

/** One shard of the advice benchmark: `adviceRun.ts NAME FIRST_SEED COUNT METHODS FAULT METER ENGINE`; a JSON line for each job. */
const [name = '', first = '1', count = '1', methods = 'advice', fault = 'none', meter = 'one', engine = 'own'] =
  process.argv.slice(2);
const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();

export interface JobResult {
  readonly method: string;
  readonly name: string;
  readonly seed: number;
  readonly outcome: string;
  readonly moves: number;
  readonly readings: number;
  /** Rounds with a meter, where depression decides. */
  readonly meterings: number;
  /** Of the advice alone: other rules claim nothing, and their turns were not followed. */
  readonly wrongWay: number | null;
  readonly claimed: number | null;
  readonly withinTolerance: boolean;
  readonly withinBand: boolean;
  readonly spreadShare: number;
  readonly suspected: 'named' | 'kind' | 'other' | null;
  readonly suspectedAfter: number;
}

if (isArchetype(name)) {
  for (let i = 0; i < Number(count); i += 1) {
    const seed = Number(first) + i;
    for (const method of methods.split(',')) {
      process.stdout.write(`${JSON.stringify(run(ARCHETYPES[name], method, seed))}\n`);
    }
  }
}

function run(setup: Setup, method: string, seed: number): JobResult {
  const faults = faultFor(setup, seed);
  const found = { found: 'farOff' as const, faults };
  if (method === 'advice') return engine === 'own' ? advised(setup, seed, found) : advisedForeign(setup, seed);
  const chase = method === 'oracle' ? oracle : method === 'fixed' ? fixedChase : proportionalChase;
  return { ...judged(setup, chase(setup, { seed, ...found })), method, name, seed };
}

/** Where airflow decides, the truth is the air of each throat. */
interface Judged extends Chased {
  readonly airflows?: readonly number[];
}

function judged(setup: Setup, { depressionsKPa, airflows = [], rpm, moves, readings, outcome }: Judged) {
  const { idleRpm, idleBandRpm } = setup.targets;
  const figures =
    decidingQuantity(setup) === 'airflow' ? airflows.map((flow) => PERCENT * Math.log(flow)) : depressionsKPa;
  const spread = Math.max(...figures) - Math.min(...figures);
  const tolerance = toleranceOf(setup);
  return {
    outcome,
    moves,
    readings,
    meterings: 0,
    wrongWay: null,
    claimed: null,
    withinTolerance: spread <= tolerance,
    withinBand: Math.abs(rpm - idleRpm) <= idleBandRpm,
    spreadShare: spread / tolerance,
    suspected: null,
    suspectedAfter: 0,
  };
}

function advised(setup: Setup, seed: number, found: { found: 'farOff'; faults: readonly Fault[] }): JobResult {
  const trial = runTrial({
    setup,
    seed,
    engine: found,
    stopAtSuspicion: found.faults.length > 0,
    noMeter: meter === 'none',
    machine: 'Bench machine',
    complaint: '',
    clock,
  });
  const { events, outcome, truth, suspected } = trial;
  const [first] = suspected;
  const kinds = (kind: string) => events.filter((event) => event.kind === kind).length;
  const last = events.at(-1);
  return {
    ...judged(setup, {
      outcome,
      depressionsKPa: truth.depressions.map((d) => d / 1000),
      airflows: truth.airflows,
      rpm: truth.speed,
      moves: kinds('move'),
      readings: kinds('reading') + kinds('airflow'),
    }),
    meterings: decidingQuantity(setup) === 'airflow' ? 0 : kinds('airflow'),
    wrongWay: turnsAway(events),
    method: 'advice',
    name,
    seed,
    claimed: last?.kind === 'finished' ? last.probability : 0,
    suspected: first === undefined ? null : namedAs(first.suspicion, found.faults),
    suspectedAfter: first?.afterMoves ?? 0,
  };
}

/** The same on the engine model of the tests, which has nothing of the product's own. */
function advisedForeign(setup: Setup, seed: number): JobResult {
  const [supposed] = faultFor(setup, seed);
  const options = {
    seed,
    plain: meter === 'none' && engine === 'foreign',
    ...(engine === 'family' ? { law: drawLaw(seed, setup.engine.strokes), noMeter: true, goesOn: true } : {}),
    ...(supposed === undefined ? {} : { fault: supposed }),
  };
  const { events, outcome, suspected, truth, probability } = driveForeign(setup, options);
  const kinds = (kind: string) => events.filter((event) => event.kind === kind).length;
  return {
    ...judged(setup, {
      outcome: outcome === 'done' ? 'finished' : outcome,
      ...truth,
      moves: kinds('move'),
      readings: kinds('reading') + kinds('airflow'),
    }),
    meterings: kinds('airflow'),
    wrongWay: turnsAway(events),
    method: 'advice',
    name,
    seed,
    claimed: probability,
    suspected: suspected === undefined ? null : namedAs(suspected, faultFor(setup, seed)),
    suspectedAfter: kinds('move'),
  };
}

/** Whether a suspicion names the fault: its kind and place, its kind alone, or another. */
function namedAs(suspicion: Suspicion, faults: readonly Fault[]): JobResult['suspected'] {
  const [seeded] = faults.filter((fault) => faultKindOf(fault).shows !== undefined);
  if (seeded === undefined || seeded.kind !== suspicion.kind) return 'other';
  return isSame(seeded, suspicion) ? 'named' : 'kind';
}

/** Turns that took their screw away from where it stood in the end. */
function turnsAway(events: readonly JobEvent[]): number {
  const moves = events.filter((event) => event.kind === 'move');
  return moves.filter(({ adjuster, turns }, i) => {
    const toGo = moves.slice(i).reduce((sum, move) => (move.adjuster === adjuster ? sum + move.turns : sum), 0);
    return toGo * turns <= 0;
  }).length;
}

/** The fault of a job: at a place that its seed picks. */
function faultFor(setup: Setup, seed: number): readonly Fault[] {
  const random = seededRandom(seed ^ 0xfa);
  const pick = <T>(items: readonly T[]): T | undefined => items[Math.floor(random.uniform() * items.length)];
  const throat = pick(setup.throats);
  const screw = pick(setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'rest'));
  const other = pick(setup.throats.filter(({ id }) => id !== throat?.id));
  if (throat === undefined) return [];
  const own = (throat.boreMm * throat.boreMm * Math.min(2, throat.feeds.length)) / 900;
  switch (fault) {
    case 'leak':
      return [{ kind: 'airLeak', throat: throat.id, areaMm2: own * (1 + random.uniform()) }];
    case 'stop':
      return [{ kind: 'wornShaft', throat: throat.id, restDeg: 0.2 + 0.3 * random.uniform() }];
    case 'dead':
      return screw === undefined ? [] : [{ kind: 'deadScrew', adjuster: screw.id }];
    case 'hoses':
      return other === undefined ? [] : [{ kind: 'exchangedHoses', throats: [throat.id, other.id] }];
    default:
      return [];
  }
}
