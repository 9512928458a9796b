import {
  type Cell,
  type Finding,
  type IdleDrop,
  type Place,
  quantityOf,
  type Row,
  type Sheet,
  type SheetQuantity,
  type SheetStage,
  type Spot,
  type StageEstimate,
} from '@amber-needle/core/sheet';
import { MEASURE_UNITS, type MeasureUnit } from '@amber-needle/core/units';
import { type FlatScaleView, flatScaleView } from '@/components/flatScaleView';
import { entryText, figureText, placeLabel } from '@/words/entryWords';

export interface CellView {
  readonly place: Place;
  readonly label: string;
  readonly found: string;
  /** What it was set to, where that was written beside what was found. */
  readonly set: string;
  readonly state: Cell['state'];
  readonly odd: boolean;
  /** Done, or a choice that is as it should be: a tick says it. */
  readonly isRight: boolean;
  readonly isHere: boolean;
}

export interface RowView {
  readonly step: string;
  readonly name: string;
  readonly unit: string;
  readonly cells: readonly CellView[];
  readonly scale: FlatScaleView | undefined;
  readonly text: string;
  /** What it means, in a line; of the worst finding. */
  readonly means: string;
  readonly isHere: boolean;
}

/** Units as somebody chose them on this device, by quantity. */
export type UnitsChosen = Readonly<Partial<Record<string, MeasureUnit>>>;

export function unitOf(quantity: SheetQuantity | undefined, chosen: UnitsChosen): MeasureUnit | undefined {
  return quantity?.kind === 'figure' ? (chosen[quantity.id] ?? quantity.units[0]) : undefined;
}

/** A stage's rows, side by side. */
export function rowsView(stage: SheetStage, here: Spot, chosen: UnitsChosen): readonly RowView[] {
  return stage.rows.map((row) => rowView(row, here, chosen));
}

function rowView(row: Row, here: Spot, chosen: UnitsChosen): RowView {
  const { step, cells, verdict } = row;
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  const unit = unitOf(quantity, chosen);
  const findings = verdict?.findings ?? [];
  const isOdd = (place: Place) => findings.some((finding) => finding.place === place);
  const write = (entry: Cell['found']) =>
    entry === undefined || quantity === undefined ? '' : entryText(quantity.id, entry, unit);
  const views = cells.map(
    (cell): CellView => ({
      place: cell.place,
      label: placeLabel(cell.place),
      found: quantity === undefined ? doneText(cell) : write(cell.found),
      set: write(cell.set),
      state: cell.state,
      odd: isOdd(cell.place),
      isRight: isRight(quantity, cell),
      isHere: here.step === step.id && here.place === cell.place,
    }),
  );
  const values = cells.flatMap(({ place, found, set }) => {
    const now = set ?? found;
    return typeof now?.value === 'number' ? [{ label: placeLabel(place), value: now.value, odd: isOdd(place) }] : [];
  });
  const scale =
    quantity?.kind === 'figure' && values.length > 0 && (cells.length > 1 || verdict?.spec !== undefined)
      ? flatScaleView(values, { spec: verdict?.spec, alike: quantity.alike })
      : undefined;
  return {
    step: step.id,
    name: step.order,
    unit: unit === undefined ? '' : MEASURE_UNITS[unit].name,
    cells: views,
    scale,
    text: scaleText(step.order, values, findings),
    means: meansText(findings),
    isHere: here.step === step.id,
  };
}

function isRight(quantity: SheetQuantity | undefined, { state, found, set }: Cell): boolean {
  if (quantity === undefined) return state === 'done';
  return quantity.kind === 'choice' && (set ?? found)?.value === quantity.choices[0].id;
}

function doneText({ state, run }: Cell): string {
  if (state === 'again') return 'again';
  if (state === 'skipped') return 'skipped';
  if (state === 'done') return run?.ended?.outcome === 'passed' ? 'passed' : 'done';
  return run === undefined ? '' : 'running';
}

function scaleText(name: string, values: readonly { readonly label: string }[], findings: readonly Finding[]): string {
  const odd = findings.map(({ place, because }) => `${placeLabel(place)} ${BECAUSE[because]}`);
  return `${name}: ${values.length} written${odd.length === 0 ? ', all alike' : `; ${odd.join(', ')}`}`;
}

const BECAUSE: Readonly<Record<Finding['because'], string>> = {
  odd: 'differs from its sisters',
  spec: 'is outside the specification',
  found: 'is not right',
  apart: 'differs from the other',
};

function meansText(findings: readonly Finding[]): string {
  const [first] = findings;
  if (first === undefined) return '';
  const who = findings
    .filter(({ because, side }) => because === first.because && side === first.side)
    .map(({ place }) => placeLabel(place));
  const named = who.filter((label) => label !== '').join(', ');
  if (first.means === undefined)
    return first.because === 'apart' ? 'The two differ: which is wrong the book says.' : '';
  return `${named === '' ? '' : `${named}: `}${first.means.says} ${first.means.redo}`;
}

/** What the sisters have, where most of them agree: what Enter takes. */
export function sistersHave(row: Row, place: Place, when: 'found' | 'set'): Cell['found'] {
  const entries = row.cells.flatMap((cell) => (cell.place === place ? [] : (cell[when] ?? cell.found ?? [])));
  return entries.find((entry) => 2 * entries.filter(({ value }) => value === entry.value).length > entries.length);
}

/** The line under the order: the specification, and what the sisters stand at. */
export function specText(row: Row, chosen: UnitsChosen): string {
  const quantity = row.step.does === 'measure' ? quantityOf(row.step.quantity) : undefined;
  const unit = unitOf(quantity, chosen);
  if (quantity?.kind !== 'figure' || unit === undefined) return '';
  const spec = row.verdict?.spec;
  const written = row.cells.flatMap(({ place, found, set }) => {
    const entry = set ?? found;
    return entry === undefined ? [] : [`${placeLabel(place) || 'it'} at ${entryText(quantity.id, entry, unit)}`];
  });
  const parts = [
    spec === undefined
      ? ''
      : `Specification ${figureText(spec.low, unit)} to ${figureText(spec.high, unit)} ${MEASURE_UNITS[unit].name}.`,
    written.length === 0 ? '' : `Written: ${written.join(', ')}.`,
  ];
  return parts.filter((part) => part !== '').join(' ');
}

/** What to expect of the final idle, by what this machine’s idle did before. */
export function idleDropText(drop: IdleDrop | undefined, targetRpm: number): string {
  if (drop === undefined) return `It falls when the filters go on: set it so that it stands at ${targetRpm} now.`;
  const fell = Math.round(drop.dropRpm);
  return `On this machine it fell by ${fell} rpm (${drop.visits === 1 ? 'one visit' : `${drop.visits} visits`}); the target is ${targetRpm}.`;
}

/** The stage that a spot is on; the first where there is no such. */
export function stageOf({ stages }: Sheet, here: Spot): SheetStage | undefined {
  return stages.find(({ rows }) => rows.some(({ step }) => step.id === here.step)) ?? stages[0];
}

/** Where a page begins: at a timed test that runs, else at the first thing that is open. */
export function firstSpot({ stages, next }: Sheet): Spot {
  const running = stages
    .flatMap(({ rows }) => rows)
    .flatMap(({ step, cells }) =>
      cells.flatMap(({ run, place }) =>
        run !== undefined && run.ended === undefined ? [{ step: step.id, place }] : [],
      ),
    );
  return running.at(-1) ?? next ?? { step: '', place: undefined };
}

/** How far a stage is, under its name on the way; before it is begun, how long it took in earlier jobs. */
export function stageText({ rows }: SheetStage, estimate?: StageEstimate): string {
  const cells = rows.flatMap((row) => row.cells);
  const again = cells.filter(({ state }) => state === 'again').length;
  const done = cells.filter(({ state }) => state === 'done' || state === 'skipped').length;
  if (again > 0) return `${again} to do again`;
  if (done === cells.length) return 'done';
  return done === 0 ? estimateText(estimate) : `${done} of ${cells.length}`;
}

function estimateText(estimate: StageEstimate | undefined): string {
  if (estimate === undefined) return '';
  const minutes = (seconds: number) => Math.max(1, Math.round(seconds / 60));
  const { low, middle, high } = estimate;
  const range = minutes(low) === minutes(high) ? '' : ` (${minutes(low)} to ${minutes(high)})`;
  return `some ${minutes(middle)} min${range}`;
}

/** The spot beside or below one: what arrow keys lead to. */
export function neighbour(stage: SheetStage, here: Spot, by: 'left' | 'right' | 'up' | 'down'): Spot {
  const r = Math.max(
    0,
    stage.rows.findIndex(({ step }) => step.id === here.step),
  );
  const row = stage.rows[r];
  const c = Math.max(0, row?.cells.findIndex(({ place }) => place === here.place) ?? 0);
  const sideways = by === 'left' ? -1 : by === 'right' ? 1 : 0;
  const target = stage.rows[r + (by === 'up' ? -1 : by === 'down' ? 1 : 0)] ?? row;
  if (target === undefined) return here;
  const place = target.cells[Math.min(target.cells.length - 1, Math.max(0, c + sideways))]?.place;
  return { step: target.step.id, place };
}

/** What comes after a spot once it is done: the next open place of its row, else the first open one of its stage from there on, else of the sheet. */
export function spotAfter(sheet: Sheet, here: Spot): Spot {
  const stage = stageOf(sheet, here);
  const isOpen = (state: Cell['state']) => state === 'open' || state === 'again';
  const spots = (stage?.rows ?? []).flatMap(({ step, cells }) =>
    cells.map(({ place, state }) => ({
      step: step.id,
      place,
      open: isOpen(state) && !(step.id === here.step && place === here.place),
    })),
  );
  const at = spots.findIndex(({ step, place }) => step === here.step && place === here.place);
  const next = spots.slice(at + 1).find(({ open }) => open) ?? spots.find(({ open }) => open);
  if (next !== undefined) return { step: next.step, place: next.place };
  const after = sheet.stages
    .slice(sheet.stages.findIndex(({ id }) => id === stage?.id) + 1)
    .flatMap(({ rows }) => rows);
  const found = after.flatMap(({ step, cells }) =>
    cells.filter(({ state }) => isOpen(state)).map(({ place }) => ({ step: step.id, place })),
  )[0];
  return found ?? here;
}

/** Columns of a stage: one head for all where every row has the same places. */
export function columnsOf({ rows }: SheetStage): readonly string[] | undefined {
  const many = rows.map(({ cells }) => cells.map(({ place }) => placeLabel(place))).filter((list) => list.length > 1);
  const [first] = many;
  return first !== undefined && many.every((list) => list.join() === first.join()) ? first : undefined;
}
