import type { EventOf, Job } from '../job';
import { partText, stepsText } from '../road/parts/partWords';
import { cylinderName, type Setup } from '../setup';
import type { MeasureUnit } from '../units';
import { CAUTION_IDS, type CautionId, cautionStep } from './cautions';
import type { Place } from './places';
import { quantityOf } from './quantities';
import { STAGES, type StageId, type Step, type Visit } from './step';
import { ROAD_CHANGE } from './steps';
import type { TimedMark, TimedRun } from './timedTests';
import { judge, type Measured, type Verdict } from './verdict';
import { planWay, stepOf, type WayStage, type WayStep } from './way';

/** What was written at a place: as typed, and what it is. */
export interface Entry {
  readonly typed: string;
  readonly unit: MeasureUnit | undefined;
  readonly value: number | string;
  readonly event: string;
}

export interface Cell {
  readonly place: Place;
  /** `again`: it was done, and a failed test says to do it again. */
  readonly state: 'open' | 'done' | 'skipped' | 'again';
  readonly found: Entry | undefined;
  readonly set: Entry | undefined;
  readonly reason: string | undefined;
  readonly run: TimedRun | undefined;
}

export interface Row {
  readonly step: Step;
  readonly cells: readonly Cell[];
  readonly verdict: Verdict | undefined;
  /** Why it has to wait, for what is not done yet. */
  readonly waits: readonly { readonly for: Step; readonly because: string }[];
}

export interface SheetStage {
  readonly id: StageId;
  readonly name: string;
  readonly rows: readonly Row[];
  readonly state: 'open' | 'begun' | 'done';
}

/** A job's sheet as its log stands. */
export interface Sheet {
  readonly visit: Visit;
  readonly stages: readonly SheetStage[];
  /** The next thing to do: the first cell that is open and does not wait. */
  readonly next: Spot | undefined;
  /** Cautions that were acknowledged on this job. */
  readonly read: readonly CautionId[];
}

export interface Spot {
  readonly step: string;
  readonly place: Place;
}

type SheetEvent = Job['sheet'][number];

/** What of a job its sheet is made from. */
type SheetJob = Pick<
  Job,
  'setup' | 'complaint' | 'sheet' | 'road' | 'cautionsRead' | 'finish' | 'offIdleReadings' | 'offIdleSkipped'
>;

/** Folds the sheet out of a job: what there is to do on this machine for this complaint, what is done, and what it says. */
export function sheetOf(job: SheetJob): Sheet {
  const visit = job.sheet.findLast((event) => event.kind === 'visit')?.visit ?? 'full';
  const change = job.road.findLast((event) => event.kind === 'roadChange');
  const way = withRoadChange(planWay(job.setup, { visit, complaint: job.complaint }), job.setup, change);
  const reopened = new Map(reopenedBy(job.sheet));
  // A later change is another one: the step is done anew.
  if (change !== undefined) reopened.set(`${ROAD_CHANGE} `, change.seq);
  const cellsOf = ({ step, places }: WayStep) =>
    places.map((place) => cellOf(job, { step, place, reopenedAt: reopened.get(`${step.id} ${place ?? ''}`) }));
  const all = new Map(
    way.flatMap(({ steps }) => steps.map((each) => [each.step.id, { ...each, cells: cellsOf(each) }])),
  );
  const waitsOf = ({ waits }: Step) =>
    waits.flatMap(({ for: id, because }) => {
      const before = all.get(id);
      return before === undefined || before.cells.every(isOver) ? [] : [{ for: before.step, because }];
    });
  const stages = way.map(({ id, name, steps }): SheetStage => {
    const rows = steps.map(({ step }): Row => {
      const cells = all.get(step.id)?.cells ?? [];
      return { step, cells, verdict: verdictOf(job.setup, step, cells), waits: waitsOf(step) };
    });
    const cells = rows.flatMap((row) => row.cells);
    const state = cells.every(isOver) ? 'done' : cells.some(isOver) ? 'begun' : 'open';
    return { id, name, rows, state };
  });
  return { visit, stages, next: nextSpot(stages), read: cautionsRead(job) };
}

/** The way with the step that a ride made: its order says the part, its how what is expected. Before closing up, wherever the way has no road. */
function withRoadChange(
  way: readonly WayStage[],
  setup: Setup,
  change: EventOf<'roadChange'> | undefined,
): readonly WayStage[] {
  const plain = stepOf(ROAD_CHANGE);
  if (change === undefined || plain === undefined) return way;
  const { part, unit, steps, cylinders, isEveryCylinder } = change;
  const order = `${partText(
    part,
    cylinders.map((id) => cylinderName(setup, id)),
    isEveryCylinder,
  )}: ${stepsText(part, unit, steps)}`;
  const made: WayStep = { step: { ...plain, order }, places: [undefined] };
  const stage = STAGES.find(({ id }) => id === 'underWay');
  const at = way.findIndex(({ id }) => id === 'underWay');
  if (at >= 0) return way.map((each, i) => (i === at ? { ...each, steps: [...each.steps, made] } : each));
  const before = way.findIndex(({ id }) => id === 'closeUp' || id === 'coldStart');
  const place = before < 0 ? way.length : before;
  return stage === undefined
    ? way
    : [...way.slice(0, place), { id: stage.id, name: stage.name, steps: [made] }, ...way.slice(place)];
}

export function isOver({ state }: Pick<Cell, 'state'>): boolean {
  return state === 'done' || state === 'skipped';
}

function nextSpot(stages: readonly SheetStage[]): Spot | undefined {
  for (const row of stages.flatMap(({ rows }) => rows)) {
    const cell = row.waits.length > 0 ? undefined : row.cells.find((each) => !isOver(each));
    if (cell !== undefined) return { step: row.step.id, place: cell.place };
  }
  return undefined;
}

/** The bench's own cautions were read for a running engine. */
function cautionsRead({ sheet, cautionsRead: atBench }: Pick<Job, 'sheet' | 'cautionsRead'>): readonly CautionId[] {
  const benchOwn: readonly CautionId[] = ['exhaust', 'fuel', 'moving', 'heat', 'cooling', 'throats'];
  return CAUTION_IDS.filter(
    (id) =>
      (atBench && benchOwn.includes(id)) ||
      sheet.some((event) => event.kind === 'stepDone' && event.step === cautionStep(id)),
  );
}

interface CellAsked {
  readonly step: Step;
  readonly place: Place;
  /** Place in the log of the failed test that says to do it again. */
  readonly reopenedAt: number | undefined;
}

function cellOf(job: SheetJob, { step, place, reopenedAt }: CellAsked): Cell {
  const here = job.sheet.filter((event) => isOf(event, step, place));
  const entry = (when: 'found' | 'set') =>
    entryOf(here.findLast((event) => event.kind === 'measured' && event.when === when));
  const [found, set] = [entry('found'), entry('set')];
  const last = here.at(-1);
  const run = step.does === 'time' ? runOf(here) : undefined;
  const skipped = last?.kind === 'stepSkipped' ? last.reason : undefined;
  const state = (): Cell['state'] => {
    if (skipped !== undefined) return 'skipped';
    if (isDoneAtBench(job, step)) return 'done';
    if (last === undefined) return 'open';
    if (reopenedAt !== undefined && last.seq < reopenedAt) return 'again';
    if (step.does !== 'time') return 'done';
    if (last.kind === 'stepDone') return 'done';
    return run?.ended?.outcome === 'passed' || run?.ended?.outcome === 'recorded'
      ? 'done'
      : run?.ended === undefined
        ? 'open'
        : 'again';
  };
  return { place, state: state(), found, set, reason: skipped, run };
}

/** Steps that the bench’s own events do. */
function isDoneAtBench({ finish, offIdleReadings, offIdleSkipped }: SheetJob, { id }: Step): boolean {
  if (id === 'balanced') return finish !== undefined;
  return id === 'heldAbove' && (offIdleReadings.length > 0 || offIdleSkipped);
}

function isOf(event: SheetEvent, step: Step, place: Place): boolean {
  switch (event.kind) {
    case 'visit':
    case 'photo':
    case 'part':
    case 'cameOff':
    case 'appointment':
      return false;
    case 'measured':
      return step.does === 'measure' && event.quantity === step.quantity && event.place === place;
    case 'timed':
      return event.test === step.id && event.place === place;
    case 'stepDone':
      return event.step === step.id && event.place === place;
    case 'stepSkipped':
      return event.step === step.id && (event.place === undefined || event.place === place);
  }
}

function entryOf(event: SheetEvent | undefined): Entry | undefined {
  if (event?.kind !== 'measured') return undefined;
  const { typed, result, id } = event;
  return result.is === 'figure'
    ? { typed, unit: result.unit, value: result.value, event: id }
    : { typed, unit: undefined, value: result.choice, event: id };
}

/** The latest run of a timed test: from its last start on. */
function runOf(events: readonly SheetEvent[]): TimedRun | undefined {
  const timed = events.filter((event): event is EventOf<'timed'> => event.kind === 'timed');
  const from = timed.findLastIndex(({ what }) => what.is === 'started');
  const start = timed[from]?.what;
  if (start?.is !== 'started') return undefined;
  const after = timed.slice(from + 1).map(({ what }) => what);
  const marks = after.flatMap((what): readonly TimedMark[] =>
    what.is === 'marked' ? [{ mark: what.mark, afterS: what.afterS, place: what.place, value: what.value }] : [],
  );
  const end = after.find((what) => what.is === 'ended');
  return {
    startedAt: start.serverAt,
    attitude: start.attitude,
    marks,
    ended: end?.is === 'ended' ? { outcome: end.outcome, afterS: end.afterS } : undefined,
  };
}

/** Steps that mend a bowl which ran over: done again after a failed static test. */
const MENDS_A_BOWL = ['floatHeight', 'needleDrop', 'needleValve', 'float'];

/** What failed static tests reopen: the place in the log of the last, by step and carburetor. */
function reopenedBy(sheet: readonly SheetEvent[]): ReadonlyMap<string, number> {
  const reopened = new Map<string, number>();
  for (const event of sheet) {
    if (event.kind !== 'timed' || event.test !== 'staticFuel' || event.what.is !== 'marked') continue;
    if (event.what.mark !== 'overflow' || event.what.place === undefined) continue;
    for (const step of MENDS_A_BOWL) reopened.set(`${step} ${event.what.place}`, event.seq);
  }
  return reopened;
}

function verdictOf(setup: Setup, step: Step, cells: readonly Cell[]): Verdict | undefined {
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  if (quantity === undefined) return undefined;
  return judge(
    setup,
    quantity,
    cells.flatMap(({ place, found, set }): readonly Measured[] => {
      const now = set ?? found;
      return now === undefined ? [] : [{ place, value: now.value }];
    }),
  );
}
