import { adviseNextMove } from '../../advice';
import { at, seededRandom } from '../../basics';
import type { Suspicion } from '../../faults';
import { type Findings, findingsOf } from '../../findings';
import { type Bare, decide, type EventOf, type JobEvent } from '../../job';
import { COLLECTOR, type MixtureStep } from '../../mixture';
import { concernOf, decidingQuantity, type Setup } from '../../setup';
import { idOf, instrument } from '../jobs';
import { createForeignBank, type ForeignBank, type ForeignGauges, type ForeignOptions } from './bank';

export interface Driven {
  readonly events: readonly JobEvent[];
  readonly outcome: 'done' | 'suspected' | 'undecided' | 'noEnd';
  readonly moves: number;
  /** What the last advice thought of its end. */
  readonly probability: number;
  readonly truth: ReturnType<ForeignBank['truth']>;
  /** What the bank came to by its own truth, in tolerances, and whether its idle is in the band. */
  readonly spreadShare: number;
  readonly inBand: boolean;
  readonly suspected: Suspicion | undefined;
  /** How often it died. */
  readonly stalls: number;
  readonly gauges: ForeignGauges;
  readonly openings: readonly number[];
  /** The speed that the bank as it was left would settle at, if its mixtures burned for so much. */
  readonly speedAt: (burns: number) => number;
}

export interface DriveOptions extends ForeignOptions {
  /** Answers every call for a reading with a plain reading, as a program does that knows no other. */
  readonly plain?: boolean;
  /** Looks into what is suspected, finds nothing, and goes on. */
  readonly goesOn?: boolean;
  /** What it is read with, as the workshop knows it. */
  readonly instrument?: Bare<EventOf<'instrument'>>;
  /** The hand slips, or turns another screw, in so large a share of the turns; what was turned is said. */
  readonly slips?: number;
  readonly otherScrews?: number;
  /** There is no meter: that is said once. */
  readonly noMeter?: boolean;
  /** How the mixture is worked at; needs a fuel side. */
  readonly mixture?: Bare<EventOf<'mixturePlan'>>;
}

const MOST_ADVICES = 80;
const MOST_WITH_MIXTURE = 300;
/** Of a program's gauges, per cent: the foreign bank's differ by 0.4 either way. */
const PLAIN_CLASS = 0.5;
const AT = '2026-01-01T00:00:00.000Z';

/** Drives a foreign bank as docs/cli.md says, to the end of the job or to the first suspicion. */
export function driveForeign(setup: Setup, options: DriveOptions): Driven {
  const bank = createForeignBank(setup, options);
  const hand = clumsyHand(setup, options);
  let events: readonly JobEvent[] = [];
  const log = (proposal: Bare) => {
    const decision = decide(events, { ...proposal, id: idOf(events.length + 1), at: AT });
    if (decision.outcome === 'refused') throw new Error(`${proposal.kind} was refused: ${decision.refusal}`);
    events = [...events, decision.event];
  };
  let probability = 0;
  let stalls = 0;
  const ended = (outcome: Driven['outcome'], suspected?: Suspicion): Driven => {
    const truth = bank.truth();
    const { depressionsKPa, rpm } = truth;
    const { idleRpm, idleBandRpm, spreadKPa } = setup.targets;
    return {
      events,
      outcome,
      probability,
      truth,
      moves: events.filter(({ kind }) => kind === 'move').length,
      spreadShare: (Math.max(...depressionsKPa) - Math.min(...depressionsKPa)) / spreadKPa,
      inBand: Math.abs(rpm - idleRpm) <= idleBandRpm,
      suspected,
      stalls,
      openings: bank.openings(),
      speedAt: bank.speedAt,
      gauges: { slopes: bank.slopes, zeros: bank.zeros },
    };
  };
  log({ kind: 'opened', machine: 'Foreign bank', complaint: '', setup });
  // A program that cannot match its gauges has to say how good they are.
  if (options.plain === true) log(instrument(PLAIN_CLASS));
  if (options.instrument !== undefined) log(options.instrument);
  if (options.mixture !== undefined) log(options.mixture);
  let findings: Findings | undefined;
  for (let i = 0; i < (options.mixture === undefined ? MOST_ADVICES : MOST_WITH_MIXTURE); i += 1) {
    findings = findingsOf(events, findings);
    if (findings === undefined) throw new Error('the log was opened');
    const { job, belief, suspicions, mixture } = findings;
    const advice = adviseNextMove(job, belief, { seed: 1, live: 'steady', suspicions, mixture });
    probability = advice.grounds.probability;
    switch (advice.kind) {
      case 'done':
        return ended('done');
      case 'undecided':
        return ended('undecided');
      case 'suspect':
        if (options.goesOn !== true) return ended('suspected', advice.suspicion);
        log({ kind: 'verdict', suspicion: advice.suspicion, verdict: 'dismissed' });
        break;
      case 'turn': {
        const made = hand({ adjuster: advice.adjuster, turns: advice.turns });
        bank.turn(made.adjuster, made.turns);
        bank.blip();
        log({ kind: 'move', ...made, advisedTurns: advice.turns });
        if (bank.dies()) {
          stalls += 1;
          log({ kind: 'stalled', seen: 'byPerson' });
        }
        break;
      }
      case 'mixture':
        for (const event of mixtureAs(advice.step, { setup, bank, options })) log(event);
        if (advice.step.do === 'turn' && bank.dies()) log({ kind: 'stalled', seen: 'byPerson' });
        break;
      case 'couple':
        log({ kind: 'coupled', coupling: advice.coupling, state: advice.state });
        break;
      case 'read':
        for (const event of readAs(advice.purpose, { setup, bank, options })) log(event);
        break;
      case 'settle':
      case 'holdAndRead':
      case 'offIdle':
        break;
    }
  }
  return ended('noEnd');
}

interface HandTurn {
  readonly adjuster: string;
  readonly turns: number;
}

/** What a hand makes of an advised turn: mostly that, sometimes a slip, sometimes another screw; as it was turned, so it is said. */
function clumsyHand(setup: Setup, { seed, slips = 0, otherScrews = 0 }: DriveOptions): (advised: HandTurn) => HandTurn {
  if (slips === 0 && otherScrews === 0) return (advised) => advised;
  const random = seededRandom(seed ^ 0x51e9);
  const screws = setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'rest').map(({ id }) => id);
  return ({ adjuster, turns }) => {
    const [slip, other] = [random.uniform(), random.uniform()];
    const by = slip < slips ? turns * (0.3 + 1.4 * random.uniform()) : turns;
    const turned = other < otherScrews ? at(screws, Math.floor(random.uniform() * screws.length)) : adjuster;
    return { adjuster: turned, turns: Math.round(by * 100) / 100 };
  };
}

interface Reading {
  readonly setup: Setup;
  readonly bank: ForeignBank;
  readonly options: DriveOptions;
}

function readAs(purpose: string, { setup, bank, options }: Reading): readonly Bare[] {
  const plain = options.plain === true;
  const ids = setup.throats.map(({ id }) => id);
  if (purpose === 'zeroGauges')
    return [
      {
        kind: 'check',
        check: {
          what: 'gaugesZeroed',
          channels: ids.map((throat, i) => ({ throat, offsetKPa: bank.zeros[i] ?? 0, uncertaintyKPa: 0.01 })),
        },
      },
    ];
  if (!plain && purpose === 'matchGauges') {
    const channels = bank.match().map((shownKPa, i) => ({ throat: ids[i] ?? '', shownKPa, uncertaintyKPa: 0.02 }));
    return [{ kind: 'check', check: { what: 'gaugesMatched', channels } }];
  }
  if (!plain && purpose === 'meterMouths' && options.noMeter === true)
    return [{ kind: 'check', check: { what: 'noMeter' } }];
  if (!plain && purpose === 'meterMouths') return [airflowOf(ids, bank)];
  if (!plain && purpose === 'afterBlip') {
    bank.blip();
    return [{ kind: 'check', check: { what: 'blipped' } }];
  }
  if (decidingQuantity(setup) === 'airflow') return [airflowOf(ids, bank)];
  return [readingOf(ids, bank)];
}

function airflowOf(ids: readonly string[], bank: ForeignBank): Bare<EventOf<'airflow'>> {
  const shown = bank.meter();
  return {
    kind: 'airflow',
    throats: ids.map((throat, i) => ({ throat, shown: shown[i] ?? 1, uncertainty: 0.03 * (shown[i] ?? 1) })),
    rpm: bank.look().rpm,
  };
}

/** What a step on the mixture shows on the foreign engine. */
function mixtureAs(step: MixtureStep, { setup, bank, options: { fuel } }: Reading): readonly Bare[] {
  if (fuel === undefined) throw new Error('the foreign engine has no fuel side');
  const lambdas = fuel.lambdas(bank.openings());
  const of = (id: string) => lambdas[setup.cylinders.findIndex((cylinder) => cylinder.id === id)] ?? 1;
  const mean = () => lambdas.length / lambdas.reduce((sum, lambda) => sum + 1 / lambda, 0);
  switch (step.do) {
    case 'count':
      return [
        {
          kind: 'mixtureSeen',
          seen: { how: 'turns', adjuster: step.adjuster, fromSeat: fuel.fromSeat(step.adjuster) },
        },
      ];
    case 'freeAir':
      return step.places.map((place) => {
        const seen = { how: 'freeAir' as const, oxygenPercent: fuel.freeAir() };
        return { kind: 'mixtureSeen', seen: place === 'sensor' ? seen : { ...seen, exhaust: place } };
      });
    case 'turn':
      bank.turn(step.adjuster, step.turns);
      bank.blip();
      return [{ kind: 'move', adjuster: step.adjuster, turns: step.turns, advisedTurns: step.turns }];
    case 'look':
      switch (step.instrument) {
        case 'sensor':
          return [
            {
              kind: 'mixtureSeen',
              seen: {
                how: 'sensor',
                figures: step.places.map((exhaust) => {
                  const { lambda, flutter } = fuel.sensor(exhaust === COLLECTOR ? mean() : of(exhaust));
                  return { exhaust, lambda: Math.min(8, lambda), uncertainty: 0.004, flutter: Math.min(8, flutter) };
                }),
              },
            },
          ];
        case 'colour':
          return step.places.map((cylinder) => ({
            kind: 'mixtureSeen',
            seen: { how: 'colour', cylinder, colour: fuel.colour(of(cylinder)), when: 'idle' },
          }));
        case 'lift':
          return step.places.map((throat) => ({
            kind: 'mixtureSeen',
            seen: {
              how: 'lift',
              throat,
              answer: fuel.lift(of(setup.throats.find(({ id }) => id === throat)?.feeds[0] ?? '')),
            },
          }));
        default:
          return [{ kind: 'responded', answer: { by: 'tachometer', rpm: bank.look().rpm, uncertaintyRpm: 4 } }];
      }
  }
}

function readingOf(ids: readonly string[], bank: ForeignBank): Bare<EventOf<'reading'>> {
  const { depressionsKPa, rpm } = bank.look();
  return {
    kind: 'reading',
    source: 'program',
    durationS: 8,
    barometerKPa: 100,
    channels: ids.map((throat, i) => ({
      throat,
      depressionKPa: depressionsKPa[i] ?? 0,
      uncertaintyKPa: 0.05,
      state: 'steady',
    })),
    speed: { rpm, uncertaintyRpm: 4, from: 'tachometer' },
  };
}
