import type { EventOf, Job, JobEvent } from '@amber-needle/core/job';
import { type Cell, partsOf, quantityOf, type Row, STAGES, sheetOf, stageTimes } from '@amber-needle/core/sheet';
import { MEASURE_UNITS } from '@amber-needle/core/units';
import { day, moment } from '@/words/dates';
import { entryText, placeLabel } from '@/words/entryWords';
import { APPOINTMENTS } from '@/words/sheetWords';

interface SheetLine {
  readonly id: string;
  readonly name: string;
  readonly found: string;
  readonly left: string;
}

export interface SheetReport {
  /** What was measured: as found, and as left where that is another. */
  readonly lines: readonly SheetLine[];
  /** Looked at and found right everywhere. */
  readonly inOrder: readonly string[];
  readonly done: readonly string[];
  readonly skipped: readonly string[];
  readonly parts: readonly string[];
  /** What still stands out, and what to do about it. */
  readonly watch: readonly string[];
  readonly comeBack: readonly string[];
  readonly times: readonly string[];
  readonly photos: Readonly<Record<'found' | 'left', readonly EventOf<'photo'>[]>>;
}

/** What the sheet adds to a job’s report, in words that a customer reads; undefined where nothing was written on it. */
export function sheetReport(job: Job, events: readonly JobEvent[]): SheetReport | undefined {
  if (job.sheet.length === 0) return undefined;
  const rows = sheetOf(job).stages.flatMap((stage) => stage.rows);
  const of = (when: 'found' | 'left') =>
    job.sheet.filter((event): event is EventOf<'photo'> => event.kind === 'photo' && event.when === when);
  return {
    lines: rows.filter((row) => !isInOrder(row)).flatMap(lineOf),
    inOrder: rows.filter(isInOrder).map(({ step }) => step.order),
    done: rows.flatMap(({ step, cells }) =>
      (step.does === 'do' || step.does === 'time') && cells.every(({ state }) => state === 'done') ? [step.order] : [],
    ),
    skipped: rows.flatMap(({ step, cells }) => {
      const reason = cells.find(({ state }) => state === 'skipped')?.reason;
      return reason === undefined ? [] : [`${step.order}: ${reason}`];
    }),
    parts: partsOf(job).flatMap(({ name, count, state }) => (state === 'fitted' ? [`${name}, ${count}`] : [])),
    watch: rows.flatMap(watchOf),
    comeBack: job.sheet.flatMap((event) => (event.kind === 'appointment' ? [comeBackText(event)] : [])),
    times: stageTimes(events).map(
      ({ stage, seconds }) => `${STAGES.find(({ id }) => id === stage)?.name ?? stage} ${timeText(seconds)}`,
    ),
    photos: { found: of('found'), left: of('left') },
  };
}

function isInOrder({ step, cells }: Row): boolean {
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  if (quantity?.kind !== 'choice') return false;
  // What was wrong and put right stays in the table: as found, and as left.
  return cells.every(({ found, set }) => set === undefined && found?.value === quantity.choices[0].id);
}

function lineOf({ step, cells }: Row): readonly SheetLine[] {
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  if (quantity === undefined || cells.every(({ found, set }) => (found ?? set) === undefined)) return [];
  const unit = quantity.kind === 'figure' ? quantity.units[0] : undefined;
  const text = (entry: Cell['found']) => (entry === undefined ? '–' : entryText(quantity.id, entry, unit));
  const shown = (of: (cell: Cell) => Cell['found']) => {
    const texts = cells.map((cell) => text(of(cell)));
    const [first = ''] = texts;
    if (texts.every((each) => each === first)) return first;
    return cells.map((cell, i) => `${placeLabel(cell.place)}: ${texts[i]}`).join(', ');
  };
  const found = shown((cell) => cell.found);
  const left = cells.some(({ set }) => set !== undefined) ? shown((cell) => cell.set ?? cell.found) : '';
  return [
    { id: step.id, name: unit === undefined ? step.order : `${step.order}, ${MEASURE_UNITS[unit].name}`, found, left },
  ];
}

function watchOf({ step, verdict }: Row): readonly string[] {
  return (verdict?.findings ?? []).flatMap(({ place, means }) =>
    means === undefined
      ? []
      : [`${step.order}${place === undefined ? '' : ` ${placeLabel(place)}`}: ${means.says} ${means.redo}`],
  );
}

function comeBackText(event: EventOf<'appointment'>): string {
  const when = event.for === 'coldStart' ? moment(event.on) : day(event.on);
  const or =
    event.afterKm !== undefined
      ? `, or after ${event.afterKm} km`
      : event.afterHours !== undefined
        ? `, or after ${event.afterHours} h`
        : '';
  return `${APPOINTMENTS[event.for]}: ${when}${or}`;
}

function timeText(seconds: number): string {
  const minutes = Math.max(1, Math.round(seconds / 60));
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min`;
}
