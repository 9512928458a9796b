import {
  type Belief,
  comparedBy,
  type KnownGauges,
  knownGauges,
  meteredComparison,
  recordedComparison,
  type ThroatComparison,
} from '@amber-needle/core/belief';
import type { EventOf, Job, JobEvent, LastVisit } from '@amber-needle/core/job';
import { comesInSizes, decidingQuantity } from '@amber-needle/core/setup';
import { type DeviceUnit, figureIn, measuredIn, PLAIN_UNIT, type Shown, shownIn, withUnitIn } from '@/words/deviceUnit';
import { eventText } from '@/words/eventWords';
import { suspicionWords } from '@/words/faultWords';
import { decimalsFor, numeral, percent, speed } from '@/words/numbers';
import { fromGroupText } from '@/words/quantityWords';
import { throatTitle } from '@/words/throatNames';
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
  readonly throats: readonly { readonly throat: string; readonly figure: string; readonly deviation: string }[];
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
  /** How the machine was left the last time it was here. */
  readonly before: StateLine | undefined;
  readonly asFound: StateLine | undefined;
  readonly asLeft: StateLine | undefined;
  readonly verdict: string;
  /** What is still to be done before the job is closed. */
  readonly toDo: string | undefined;
  readonly positions: readonly { readonly label: string; readonly place: string }[];
  readonly story: readonly StoryLine[];
  /** Steps before those told. */
  readonly earlierSteps: number;
  /** What a throat is called before its number. */
  readonly noun: string;
  /** Of the deviations in the readings. */
  readonly unit: string;
  readonly decimal: DeviceUnit['decimal'];
  readonly readings: readonly ChartReading[];
  readonly moves: readonly { readonly at: string; readonly label: string }[];
}

/** What a page shows of a long job without being asked for all: the last steps, and so many points of the chart. Ours. */
const STEPS_SHOWN = 200;
const POINTS_SHOWN = 150;
const MARKS_SHOWN = 40;

export interface ReportSubject {
  readonly job: Job;
  /** The events that count. */
  readonly counted: readonly JobEvent[];
  readonly belief: Belief;
  /** Every step is told, however many there are. */
  readonly wholeStory: boolean;
  /** The unit that this device shows depression in. */
  readonly unit?: DeviceUnit;
}

/** Everything a job's page says of its log, in words and figures ready to show. */
export function reportOf({ job, counted, belief, wholeStory, unit = PLAIN_UNIT }: ReportSubject): Report {
  const quantity = decidingQuantity(job.setup);
  const shown = shownIn(quantity, unit);
  const pressures = shownIn('depression', unit);
  const gauges = knownGauges(belief);
  const offIdle = new Set(job.offIdleReadings.map(({ id }) => id));
  const compared = counted.flatMap((event): Compared[] => {
    const needles = offIdle.has(event.id) ? undefined : comparedBy(gauges, event);
    return needles === undefined ? [] : [{ at: event.at, needles, rpm: speedOf(event) }];
  });
  const [first] = compared;
  const last = compared.at(-1);
  return {
    before: job.lastVisit && beforeLine(shown, job.lastVisit),
    asFound: first && stateLine(shown, first),
    asLeft: last && stateLine(shown, last),
    verdict: verdictOf(job),
    toDo: job.status === 'finished' ? 'The job is still open: close up, look at it cold, then close it.' : undefined,
    positions: job.setup.adjusters.map(({ id, label }) => ({
      label,
      place: positionText(job.positions[id] ?? 0, comesInSizes(job.setup, id)),
    })),
    earlierSteps: wholeStory ? 0 : Math.max(0, counted.length - STEPS_SHOWN),
    story: (wholeStory ? counted : counted.slice(-STEPS_SHOWN)).map((event) => ({
      id: event.id,
      at: event.at,
      what: eventText(job.setup, event),
      detail: detailOf(gauges, event, pressures),
    })),
    noun: throatTitle(job.setup),
    unit: fromGroupText(quantity, shown),
    decimal: shown.decimal,
    readings: thinned(compared, POINTS_SHOWN).map((reading) => inUnit(reading, shown)),
    moves: thinned(
      counted.filter(({ kind }) => kind === 'move' || kind === 'coupled'),
      MARKS_SHOWN,
    ).map((event) => ({ at: event.at, label: eventText(job.setup, event) })),
  };
}

/** Evenly chosen, the first and the last among them; all where there are no more than `most`. */
function thinned<T>(items: readonly T[], most: number): readonly T[] {
  if (items.length <= most) return items;
  const step = (items.length - 1) / (most - 1);
  return Array.from({ length: most }, (_, i) => items[Math.round(i * step)]).filter((item) => item !== undefined);
}

function verdictOf(job: Job): string {
  if (job.finish === undefined) return job.status === 'closed' ? 'Closed without finishing at the bench' : 'Open';
  const { outcome, probability } = job.finish;
  const how = outcome === 'balanced' ? 'Balanced' : 'Left as it is';
  return `${how}, chance that every target held: ${percent(probability)}`;
}

interface Compared extends ChartReading {
  readonly needles: readonly ThroatComparison[];
  readonly rpm: number | undefined;
}

function speedOf(event: JobEvent): number | undefined {
  if (event.kind === 'airflow') return event.rpm;
  return event.kind === 'reading' ? event.speed?.rpm : undefined;
}

/** Deviations alone: what the gauges showed then is that day's. */
function beforeLine(shown: Shown, { on, asLeft }: LastVisit): StateLine {
  const known = asLeft.map(({ deviation }) => deviation);
  const doubt = Math.max(0.05, ...asLeft.map(({ uncertainty }) => uncertainty));
  return {
    at: on,
    throats: asLeft.map(({ throat, deviation, uncertainty }) => ({
      throat,
      figure: '',
      deviation: figureIn(shown, deviation, { decimals: Math.max(1, decimalsFor(uncertainty)), plus: true }),
    })),
    spread:
      known.length < 2 ? 'one throat only' : measuredIn(shown, Math.max(...known) - Math.min(...known), 2 * doubt),
    speed: '',
  };
}

/** For the chart, whose axis is in the device's unit. */
function inUnit<R extends Compared>(reading: R, { per }: Shown): R {
  const needles = reading.needles.map((needle) => ({
    ...needle,
    deviation: needle.deviation * per,
    uncertainty: needle.uncertainty * per,
  }));
  return { ...reading, needles };
}

function stateLine(shown: Shown, { at, needles, rpm }: Compared): StateLine {
  const known = needles.map(({ deviation }) => deviation).filter(Number.isFinite);
  const doubt = Math.max(0.05, ...needles.map(({ uncertainty }) => uncertainty));
  return {
    at,
    throats: needles.map(({ throat, figure, deviation, uncertainty }) => ({
      throat,
      figure:
        shown.name === '%'
          ? `${numeral(figure, 1)} on the meter`
          : measuredIn(shown, figure, Math.max(0.1, uncertainty)),
      deviation: Number.isFinite(deviation)
        ? figureIn(shown, deviation, { decimals: Math.max(1, decimalsFor(uncertainty)), plus: true })
        : '–',
    })),
    spread:
      known.length < 2 ? 'one throat only' : measuredIn(shown, Math.max(...known) - Math.min(...known), 2 * doubt),
    speed: rpm === undefined ? 'speed not read' : speed(rpm),
  };
}

function detailOf(gauges: KnownGauges, event: JobEvent, pressures: Shown): string {
  switch (event.kind) {
    case 'opened':
      return event.complaint;
    case 'reading':
      return readText(pressures, event, recordedComparison(gauges, event));
    case 'airflow':
      return readText(shownIn('airflow', PLAIN_UNIT), event, meteredComparison(event));
    case 'move':
      return event.advisedTurns === event.turns
        ? 'as advised'
        : event.advisedTurns === undefined
          ? ''
          : 'otherwise than advised';
    case 'check':
      return checkedText(event.check, pressures);
    case 'note':
      return event.text;
    case 'verdict':
      return suspicionWords(gauges.setup, event.suspicion).signs;
    case 'complaintEdited':
      return event.complaint;
    default:
      // The words of the event say it all.
      return '';
  }
}

function readText(shown: Shown, event: JobEvent, needles: Compared['needles']): string {
  const { throats, spread, speed: rpm } = stateLine(shown, { at: event.at, needles, rpm: speedOf(event) });
  const each = throats.map(({ throat, figure }) => `${throat}: ${figure}`).join(', ');
  return `${each}; spread ${spread}; ${rpm}`;
}

function checkedText(check: EventOf<'check'>['check'], shown: Shown): string {
  switch (check.what) {
    case 'gaugesZeroed':
      return check.channels
        .map(
          ({ throat, offsetKPa }) =>
            `${throat}: ${figureIn(shown, offsetKPa, { decimals: 2, plus: true })} ${shown.name}`,
        )
        .join(', ');
    case 'gaugesMatched':
      return check.channels.map(({ throat, shownKPa }) => `${throat}: ${withUnitIn(shown, shownKPa, 2)}`).join(', ');
    case 'cautionsRead':
    case 'blipped':
    case 'noMeter':
    case 'offIdleSkipped':
      return '';
  }
}
