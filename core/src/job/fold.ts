import { assertNever } from '../sequence';
import { decidingQuantity, type Setup } from '../setup';
import { type Turns, turns } from '../units';
import type { EventOf, JobEvent, Suspicion } from './events';
import { effectiveEvents } from './undo';

/** A job as its log tells it. `closed` ends with the finishing event; everything is derived, nothing is stored twice. */
export interface Job {
  readonly machine: string;
  readonly complaint: string;
  readonly setup: Setup;
  readonly openedAt: string;
  readonly status: 'open' | 'finished';
  readonly finish: EventOf<'finished'> | undefined;
  readonly cautionsRead: boolean;
  /** Throats whose gauge has been zeroed, and whether that is all of them. */
  readonly zeroedThroats: readonly string[];
  readonly gaugesZeroed: boolean;
  readonly readings: readonly EventOf<'reading'>[];
  /** The air of each throat by a meter on its mouth. */
  readonly airflows: readonly EventOf<'airflow'>[];
  /** There is no meter at hand to ask for. */
  readonly noMeter: boolean;
  /** Where the engine is held now, and what was read off idle. */
  readonly stage: EventOf<'stage'>['stage'];
  readonly offIdleReadings: readonly EventOf<'reading'>[];
  readonly moves: readonly EventOf<'move'>[];
  readonly notes: readonly EventOf<'note'>[];
  /** Net turns of each adjuster from as found. */
  readonly positions: Readonly<Record<string, Turns>>;
  /** The last reading was made with one instrument carried round: no other's zero or slope stands between the throats. */
  readonly oneGauge: boolean;
  /** Gauges were put on one running throat since they were zeroed last. */
  readonly gaugesMatched: boolean;
  /** Adjusters that the person cannot get at. */
  readonly outOfReach: readonly string[];
  /** Suspicions that the person looked into and found nothing in. */
  readonly dismissed: readonly Suspicion[];
  /** Blips with nothing turned since something was. */
  readonly blips: number;
  /** Couplings that are clamped now. */
  readonly clamped: readonly string[];
  /** Place in the log of the last move or coupling; 0 before the first. */
  readonly touchedAt: number;
  /** What has happened since the last reading; a reading is stale when something has. */
  readonly sinceReading: 'noReading' | 'nothing' | 'move' | 'coupled' | 'matched';
}

/**
 * Folds a whole log. Undefined for an empty one.
 * @throws Error when the log does not begin with its opening: it was checked at its door, so that is our mistake.
 */
export function foldJob(events: readonly JobEvent[]): Job | undefined {
  const [first, ...rest] = effectiveEvents(events);
  if (first === undefined) return undefined;
  if (first.kind !== 'opened') throw new Error(`A job's log begins with "opened", not "${first.kind}"`);
  return rest.reduce(foldJobEvent, openedJob(first));
}

function openedJob({ machine, complaint, setup, at }: EventOf<'opened'>): Job {
  return {
    machine,
    complaint,
    setup,
    openedAt: at,
    status: 'open',
    finish: undefined,
    cautionsRead: false,
    zeroedThroats: [],
    gaugesZeroed: false,
    oneGauge: false,
    gaugesMatched: false,
    outOfReach: [],
    dismissed: [],
    readings: [],
    airflows: [],
    noMeter: false,
    stage: 'idle',
    offIdleReadings: [],
    moves: [],
    notes: [],
    positions: Object.fromEntries(setup.adjusters.map(({ id }) => [id, turns(0)])),
    blips: 0,
    clamped: [],
    touchedAt: 0,
    sinceReading: 'noReading',
  };
}

function foldJobEvent(job: Job, event: JobEvent): Job {
  switch (event.kind) {
    case 'reading':
      if (job.stage === 'offIdle') return { ...job, offIdleReadings: [...job.offIdleReadings, event] };
      return {
        ...job,
        readings: [...job.readings, event],
        oneGauge: event.round !== undefined,
        sinceReading: decidingQuantity(job.setup) === 'depression' ? 'nothing' : job.sinceReading,
      };
    case 'airflow':
      return {
        ...job,
        airflows: [...job.airflows, event],
        sinceReading: decidingQuantity(job.setup) === 'airflow' ? 'nothing' : job.sinceReading,
      };
    case 'move': {
      const before = job.positions[event.adjuster] ?? turns(0);
      const positions = { ...job.positions, [event.adjuster]: turns(before + event.turns) };
      return {
        ...job,
        moves: [...job.moves, event],
        positions,
        blips: 0,
        touchedAt: event.seq,
        sinceReading: staleBy(job, 'move'),
      };
    }
    case 'check':
      return checked(job, event);
    case 'note':
      return { ...job, notes: [...job.notes, event] };
    case 'coupled': {
      const others = job.clamped.filter((id) => id !== event.coupling);
      const clamped = event.state === 'clamped' ? [...others, event.coupling] : others;
      return { ...job, clamped, touchedAt: event.seq, sinceReading: staleBy(job, 'coupled') };
    }
    case 'stage':
      return { ...job, stage: event.stage };
    case 'reach': {
      const others = job.outOfReach.filter((id) => id !== event.adjuster);
      return { ...job, outOfReach: event.state === 'outOfReach' ? [...others, event.adjuster] : others };
    }
    case 'verdict':
      return event.verdict === 'dismissed'
        ? { ...job, dismissed: [...job.dismissed, event.suspicion] }
        : { ...job, blips: 0, touchedAt: event.seq, sinceReading: staleBy(job, 'move') };
    case 'finished':
      return { ...job, status: 'finished', finish: event };
    case 'opened':
    case 'undone':
      return job;
    default:
      return assertNever(event);
  }
}

function checked(job: Job, { check, seq }: EventOf<'check'>): Job {
  switch (check.what) {
    case 'gaugesZeroed':
      return { ...zeroed(job, check.channels), gaugesMatched: false };
    case 'gaugesMatched':
      return { ...job, gaugesMatched: true, sinceReading: staleBy(job, 'matched') };
    case 'cautionsRead':
      return { ...job, cautionsRead: true };
    case 'noMeter':
      return { ...job, noMeter: true };
    case 'blipped':
      return { ...job, blips: job.blips + 1, touchedAt: seq, sinceReading: staleBy(job, 'move') };
    default:
      return assertNever(check);
  }
}

/** Gauges count as zeroed when each throat's has been, in one check or several: one lost channel must not pass for known. */
function zeroed(job: Job, channels: readonly { readonly throat: string }[]): Job {
  const zeroedThroats = [...new Set([...job.zeroedThroats, ...channels.map(({ throat }) => throat)])];
  return { ...job, zeroedThroats, gaugesZeroed: job.setup.throats.every(({ id }) => zeroedThroats.includes(id)) };
}

function staleBy(job: Job, by: 'move' | 'coupled' | 'matched'): Job['sinceReading'] {
  return job.sinceReading === 'noReading' ? 'noReading' : by;
}
