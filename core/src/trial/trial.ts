import { adviseNextMove } from '../advice';
import { type Random, seededRandom } from '../basics';
import type { EngineOptions, EngineTruth } from '../engine';
import type { Suspicion } from '../faults';
import { type Findings, findingsOf } from '../findings';
import {
  type Bare,
  decide,
  type EventOf,
  type JobEvent,
  type LastVisit,
  matchFromSignal,
  readingFromSignal,
  zeroFromSignal,
} from '../job';
import { decidingQuantity, type Setup } from '../setup';
import { kiloPascals, type Seconds, seconds, turns } from '../units';
import { createMixtureHand } from './mixtureHand';
import { turnScrewsOff } from './screwsOff';
import { createTrialBench } from './trialBench';

export interface TrialOptions {
  readonly setup: Setup;
  readonly seed: number;
  /** How far off the engine is found, and what is wrong with it. */
  readonly engine?: Pick<EngineOptions, 'found' | 'faults'>;
  /** Net turns that the screws stand from how the seed makes them: what earlier visits and hands have left. */
  readonly turned?: Readonly<Record<string, number>>;
  /** What an earlier visit taught. */
  readonly lastVisit?: LastVisit;
  /** The hand has no meter to hold on the mouths. */
  readonly noMeter?: boolean;
  /** Ends when the first suspicion is raised. */
  readonly stopAtSuspicion?: boolean;
  /** The mixture is worked at too, with its screws up to so many turns off. */
  readonly mixture?: { readonly plan: Bare<EventOf<'mixturePlan'>>; readonly screwsOff: number };
  readonly machine: string;
  readonly complaint: string;
  /** ISO time of a moment so long after the job was opened: the core has no clock. */
  readonly clock: (afterOpening: Seconds) => string;
}

export interface TrialResult {
  readonly events: readonly JobEvent[];
  /** `givenUp`: no end in sight after 60 suggestions; `undecided`: the advice could not say; `refused`: the engine or the log would not take a step. */
  readonly outcome: 'finished' | 'suspected' | 'undecided' | 'givenUp' | 'refused';
  readonly truth: EngineTruth;
  /** What was suspected on the way, and after how many moves. The hand finds nothing and goes on. */
  readonly suspected: readonly { readonly suspicion: Suspicion; readonly afterMoves: number }[];
}

const BAROMETER = kiloPascals(101.325);
const MOST_ADVICES = 60;
const MOST_WITH_MIXTURE = 260;
/** Time a hand needs for a turn, and an engine to settle after it, s. */
const HAND_TIME = seconds(7);
const SETTLING_TIME = seconds(6);
const READING_TIME = seconds(8);

/**
 * A whole job on the practice engine with a tireless hand that does what is advised: for tests, benchmarks and the demo
 * workshop. The hand sees gauges only; the truth is returned beside the log.
 */
export function runTrial(options: TrialOptions): TrialResult {
  const { setup, seed } = options;
  const bench = createTrialBench(setup, { seed, ...options.engine });
  const { engine } = bench;
  const ids = seededRandom(seed ^ 0x1d5);
  let events: readonly JobEvent[] = [];
  let suspected: TrialResult['suspected'] = [];

  function log(proposal: Bare): boolean {
    const decision = decide(events, { ...proposal, id: eventId(ids), at: options.clock(bench.elapsed()) });
    if (decision.outcome === 'accepted') events = [...events, decision.event];
    return decision.outcome === 'accepted';
  }
  const result = (outcome: TrialResult['outcome']): TrialResult => {
    bench.wait(SETTLING_TIME);
    return { events, outcome, truth: engine.truth(), suspected };
  };

  /** A stalled engine is started again, and given a moment. */
  function restart(): void {
    engine.start();
    bench.wait(HAND_TIME);
  }

  /** An engine that stands is started; one that does not run on is said to have stalled. */
  function keepAlive(): void {
    if (engine.running()) return;
    restart();
    if (!engine.running()) log({ kind: 'stalled', seen: 'byPerson' });
  }

  function blip(): void {
    engine.blip();
    bench.wait(HAND_TIME);
    if (!engine.running()) restart();
  }

  for (const [adjuster, by] of Object.entries(options.turned ?? {})) engine.turn(adjuster, turns(by));
  const { machine, complaint, lastVisit } = options;
  log({ kind: 'opened', machine, complaint, setup, ...(lastVisit === undefined ? {} : { lastVisit }) });
  log({ kind: 'check', check: { what: 'cautionsRead' } });
  const mixtureHand = createMixtureHand({ setup, engine, seed, wait: (during) => bench.wait(during) });
  if (options.mixture !== undefined) {
    turnScrewsOff(engine, { setup, seed, most: options.mixture.screwsOff });
    log(options.mixture.plan);
    if (options.mixture.plan.order === 'mixtureOnly') restart();
  }
  // A meter on the mouths needs no zero, so nothing else asks for a start.
  if (decidingQuantity(setup) === 'airflow') restart();
  let findings: Findings | undefined;
  for (let i = 0; i < (options.mixture === undefined ? MOST_ADVICES : MOST_WITH_MIXTURE); i += 1) {
    findings = findingsOf(events, findings);
    if (findings === undefined) return result('refused');
    const { job, belief, suspicions, mixture } = findings;
    const advice = adviseNextMove(job, belief, { seed, live: 'steady', suspicions, mixture });
    switch (advice.kind) {
      case 'done':
        log({ kind: 'finished', outcome: 'balanced', probability: advice.grounds.probability });
        return result('finished');
      case 'turn':
        if (engine.turn(advice.adjuster, advice.turns).outcome !== 'turned') return result('refused');
        blip();
        log({ kind: 'move', adjuster: advice.adjuster, turns: advice.turns, advisedTurns: advice.turns });
        break;
      case 'mixture':
        for (const event of mixtureHand.carryOut(advice.step)) log(event);
        if (advice.step.do === 'look' || (advice.step.do === 'turn' && advice.step.purpose !== 'base')) keepAlive();
        break;
      case 'couple':
        engine.couple(advice.coupling, advice.state === 'clamped');
        bench.wait(HAND_TIME);
        log({ kind: 'coupled', coupling: advice.coupling, state: advice.state });
        break;
      case 'settle':
        bench.wait(SETTLING_TIME);
        break;
      case 'suspect':
        suspected = [...suspected, { suspicion: advice.suspicion, afterMoves: job.moves.length }];
        log({ kind: 'verdict', suspicion: advice.suspicion, verdict: 'dismissed' });
        if (options.stopAtSuspicion === true) return result('suspected');
        break;
      case 'undecided':
        log({ kind: 'finished', outcome: 'leftAsIs', probability: advice.grounds.probability });
        return result('undecided');
      case 'read':
        if (advice.purpose === 'meterMouths' && options.noMeter === true) {
          log({ kind: 'check', check: { what: 'noMeter' } });
        } else if (advice.purpose === 'meterMouths') {
          log(bench.meter());
        } else if (advice.purpose === 'afterBlip') {
          blip();
          log({ kind: 'check', check: { what: 'blipped' } });
        } else if (advice.purpose === 'matchGauges') {
          bench.tee(true);
          log(matchFromSignal(bench.read(READING_TIME)));
          bench.tee(false);
        } else if (advice.purpose === 'zeroGauges') {
          log(zeroFromSignal(bench.read(READING_TIME)));
          engine.start();
          bench.wait(SETTLING_TIME);
        } else if (decidingQuantity(setup) === 'airflow') log(bench.meter());
        else {
          if (options.mixture !== undefined) keepAlive();
          const reading = bench.read(READING_TIME);
          if (reading.phase === 'steady') log(readingFromSignal(reading, { source: 'program', barometer: BAROMETER }));
        }
    }
  }
  return result('givenUp');
}

/** A version 7 shaped id from seeded chance: trials must not differ from run to run. */
function eventId(random: Random): string {
  const hex = (digits: number) =>
    Array.from({ length: digits }, () => Math.floor(random.uniform() * 16).toString(16)).join('');
  return `${hex(8)}-${hex(4)}-7${hex(3)}-8${hex(3)}-${hex(12)}`;
}
