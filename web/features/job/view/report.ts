import { type Belief, foldBelief, recordedComparison } from '@amber-needle/core/belief';
import { type EventOf, effectiveEvents, type Job, type JobEvent } from '@amber-needle/core/job';
import { eventText } from '@/words/eventWords';
import { decimalsFor, measured, numeral, percent, speed } from '@/words/numbers';
import { suspicionWords } from '@/words/suspicionWords';
import { positionText } from '@/words/turns';

/** One line of the job's story. */
interface StoryLine {
  readonly id: string;
  readonly at: string;
  readonly what: string;
  readonly detail: string;
}

/** The state of the bank at one reading: as found, or as left. */
export interface StateLine {
  readonly throats: readonly { readonly throat: string; readonly depression: string; readonly deviation: string }[];
  readonly spread: string;
  readonly speed: string;
  readonly at: string;
}

/** A point of the chart: deviations of all throats at one reading. */
interface ChartReading {
  readonly at: string;
  readonly needles: readonly { readonly throat: string; readonly deviation: number; readonly uncertainty: number }[];
}

export interface Report {
  readonly asFound: StateLine | undefined;
  readonly asLeft: StateLine | undefined;
  readonly verdict: string;
  readonly positions: readonly { readonly label: string; readonly place: string }[];
  readonly story: readonly StoryLine[];
  readonly readings: readonly ChartReading[];
  readonly moves: readonly { readonly at: string; readonly label: string }[];
}

/** Everything a job's page says of its log, in words and figures ready to show. */
export function reportOf(job: Job, events: readonly JobEvent[]): Report {
  const belief = foldBelief(job.setup, events);
  const [first] = job.readings;
  const last = job.readings.at(-1);
  const counted = effectiveEvents(events);
  return {
    asFound: first && stateLine(belief, first),
    asLeft: last && stateLine(belief, last),
    verdict: verdictOf(job),
    positions: job.setup.adjusters.map(({ id, label }) => ({ label, place: positionText(job.positions[id] ?? 0) })),
    story: counted.map((event) => ({
      id: event.id,
      at: event.at,
      what: eventText(job.setup, event),
      detail: detailOf(belief, event),
    })),
    readings: job.readings.map((reading) => ({ at: reading.at, needles: recordedComparison(belief, reading) })),
    moves: counted
      .filter(({ kind }) => kind === 'move' || kind === 'coupled')
      .map((event) => ({ at: event.at, label: eventText(job.setup, event) })),
  };
}

function verdictOf(job: Job): string {
  if (job.finish === undefined) return 'Open';
  const { outcome, probability } = job.finish;
  const sure = `chance that every target held: ${percent(probability)}`;
  return outcome === 'balanced' ? `Balanced, ${sure}` : `Left as it is, ${sure}`;
}

function stateLine(belief: Belief, reading: EventOf<'reading'>): StateLine {
  const needles = recordedComparison(belief, reading);
  const known = needles.map(({ deviation }) => deviation).filter(Number.isFinite);
  const doubt = Math.max(0.05, ...needles.map(({ uncertainty }) => uncertainty));
  return {
    at: reading.at,
    throats: needles.map(({ throat, depression, deviation, uncertainty }) => ({
      throat,
      depression: measured(depression, Math.max(0.1, uncertainty), 'kPa'),
      deviation: Number.isFinite(deviation) ? numeral(deviation, Math.max(1, decimalsFor(uncertainty)), true) : '–',
    })),
    spread: known.length < 2 ? 'one throat only' : measured(Math.max(...known) - Math.min(...known), 2 * doubt, 'kPa'),
    speed: reading.speed === undefined ? 'speed not read' : speed(reading.speed.rpm),
  };
}

function detailOf(belief: Belief, event: JobEvent): string {
  switch (event.kind) {
    case 'opened':
      return event.complaint;
    case 'reading': {
      const { throats, spread, speed: rpm } = stateLine(belief, event);
      const each = throats.map(({ throat, depression }) => `${throat}: ${depression}`).join(', ');
      return `${each}; spread ${spread}; ${rpm}`;
    }
    case 'move':
      return event.advisedTurns === event.turns
        ? 'as advised'
        : event.advisedTurns === undefined
          ? ''
          : 'otherwise than advised';
    case 'check':
      return checkedText(event.check);
    case 'note':
      return event.text;
    case 'verdict':
      return suspicionWords(belief.setup, event.suspicion).signs;
    case 'stage':
    case 'reach':
    case 'coupled':
    case 'finished':
    case 'undone':
      return '';
  }
}

function checkedText(check: EventOf<'check'>['check']): string {
  switch (check.what) {
    case 'gaugesZeroed':
      return check.channels.map(({ throat, offsetKPa }) => `${throat}: ${numeral(offsetKPa, 2, true)} kPa`).join(', ');
    case 'gaugesMatched':
      return check.channels.map(({ throat, shownKPa }) => `${throat}: ${numeral(shownKPa, 2)} kPa`).join(', ');
    case 'cautionsRead':
    case 'blipped':
      return '';
  }
}
