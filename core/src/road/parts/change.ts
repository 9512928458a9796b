import { at } from '../../basics';
import type { RoadTable } from '../judgeRoad';
import type { TipIn } from '../sums';
import { type Band, isJudged, type JudgedRegime, LEAN_AT_FULL_LOAD, LEAN_OFF_IDLE } from '../words';
import { afterChange, type LearnedStep, stepEffect } from './effect';
import {
  type Family,
  METERING,
  type MeteringPart,
  type PartFacts,
  type StepUnit,
  shareAt,
  USUAL_OPENING,
} from './metering';

/** What one change does to one regime of one cylinder. */
export interface ExpectedCell {
  readonly cylinders: readonly string[];
  readonly regime: JudgedRegime;
  readonly before: number;
  readonly beforeDeviation: number;
  readonly expected: number;
  /** Of what a next log will show: the doubt of the change, and of both readings. */
  readonly deviation: number;
  /** Share of the fuel that the part sways here. */
  readonly share: number;
}

/** A part to change, how far, where, and what is to be expected of it everywhere. */
export interface RoadChange {
  readonly part: MeteringPart;
  readonly unit: StepUnit;
  /** Richer above nought, leaner below. */
  readonly steps: number;
  /** Cylinders whose carburetors are changed. */
  readonly cylinders: readonly string[];
  readonly isEveryCylinder: boolean;
  readonly expected: readonly ExpectedCell[];
  /** How much better the ride is to be, in the units of the loss: for ranking alone. */
  readonly gain: number;
  /** The cell that it cures most. */
  readonly cures: ExpectedCell | undefined;
  /** What of quick openings it cures, for the parts that meter a moving throttle alone. */
  readonly tipIn?: TipIn;
}

export interface ChangeOptions {
  readonly family: Family;
  /** Cylinders of each carburetor: what is changed together. Each its own where left out. */
  readonly carburetors?: readonly (readonly string[])[] | undefined;
  readonly learned?: readonly LearnedStep[] | undefined;
  /** Stamps of the jets that are in. */
  readonly jets?: Readonly<Partial<Record<MeteringPart, number>>> | undefined;
}

/** Steps that are thought of, either way. More is another look first. */
const MOST_STEPS = 4;
/** Lambda outside its band by this costs one; the middle of the band draws a little. Ours. */
const SCALE = 0.01;
const MIDDLE_DRAWS = 0.06;
/** What a minute of work costs, and a change of one carburetor alone: sisters are left alike where they may be. Ours. */
const PER_MINUTE = 0.03;
const ALONE = 1.5;
/** A difference has to be this sure before one carburetor is changed alone. */
const SURE = 0.8;
/** What a lean full load costs beyond its band, for it stops the run; and a lean first opening. Ours. */
const DANGER = 4;
const STUMBLE = 1.5;
/** Below this the ride is as it should be, or nothing that is known would better it. Ours. */
const WORTHWHILE = 0.8;

/**
 * Changes that would better the ride, the best first: each part, each number of steps, all carburetors or one, weighed by what it does to every regime,
 * doubt and danger included. Empty where nothing is worth the work.
 */
export function changesFor(table: RoadTable, options: ChangeOptions): readonly RoadChange[] {
  const facts = METERING[options.family].filter(({ tipInOnly }) => tipInOnly === undefined);
  const scopes = scopesOf(table, options.carburetors);
  const best = facts.flatMap((part) => scopes.flatMap((scope) => bestSteps(table, { part, scope, options }) ?? []));
  return [...best, ...tipInChanges(table, options.family)].sort((a, b) => b.gain - a.gain).filter(onePerPart);
}

/** A quick opening that goes further lean, or rich, than this asks for the part that shoots: pop or flat spot is too little of it, gurgle and soot too much (common practice, no source); figures ours. */
const LEAN_TIP_IN = 0.1;
const RICH_TIP_IN = -0.13;

/** Pump or damper, one step, where quick openings of the whole bank go lean or rich. The regimes stay where they are. */
function tipInChanges({ columns }: RoadTable, family: Family): readonly RoadChange[] {
  const part = METERING[family].find(({ tipInOnly }) => tipInOnly);
  const worst = columns.flatMap(({ tipIn }) => tipIn ?? []).sort((a, b) => Math.abs(b.spike) - Math.abs(a.spike))[0];
  if (part === undefined || worst === undefined) return [];
  const { spike, deviation } = worst;
  const isLean = spike - deviation > LEAN_TIP_IN;
  if (!isLean && !(spike + deviation < RICH_TIP_IN)) return [];
  return [
    {
      part: part.part,
      unit: part.unit,
      steps: isLean ? 1 : -1,
      cylinders: columns.flatMap(({ cylinders }) => cylinders),
      isEveryCylinder: true,
      expected: [],
      gain: Math.abs(spike) / SCALE / 2,
      cures: undefined,
      tipIn: worst,
    },
  ];
}

function onePerPart(change: RoadChange, i: number, all: readonly RoadChange[]): boolean {
  return all.findIndex(({ part }) => part === change.part) === i;
}

interface Scope {
  /** Columns that it touches. */
  readonly columns: readonly number[];
  readonly cylinders: readonly string[];
  readonly all: boolean;
}

/** All carburetors together; and each alone that truly differs. */
function scopesOf(
  { columns, rows, overall, collectorOnly }: RoadTable,
  carburetors: ChangeOptions['carburetors'],
): readonly Scope[] {
  const every: Scope = {
    columns: columns.map((_, c) => c),
    cylinders: columns.flatMap(({ cylinders }) => cylinders),
    all: true,
  };
  if (collectorOnly || columns.length < 2) return [every];
  const differs = [...rows.map(({ difference }) => difference), overall].some(
    (each) => each !== undefined && each.chanceReal > SURE,
  );
  if (!differs) return [every];
  const groups = carburetors ?? columns.map(({ cylinders }) => cylinders);
  const alone = groups.flatMap((group): Scope[] => {
    const touched = columns.flatMap(({ cylinders }, c) =>
      cylinders.every((cylinder) => group.includes(cylinder)) ? [c] : [],
    );
    return touched.length === 0 || touched.length === columns.length
      ? []
      : [{ columns: touched, cylinders: [...group], all: false }];
  });
  return [every, ...alone];
}

interface Tried {
  readonly part: PartFacts;
  readonly scope: Scope;
  readonly options: ChangeOptions;
}

function bestSteps(table: RoadTable, tried: Tried): RoadChange | undefined {
  const { part, scope } = tried;
  const now = lossOf(table, expectedOf(table, tried, 0));
  const work =
    PER_MINUTE * part.minutes * (scope.all ? 1 : 1 / Math.max(1, table.columns.length)) + (scope.all ? 0 : ALONE);
  let best: RoadChange | undefined;
  for (let steps = -MOST_STEPS; steps <= MOST_STEPS; steps += 1) {
    if (steps === 0) continue;
    const expected = expectedOf(table, tried, steps);
    const gain = now - lossOf(table, expected) - work;
    if (gain > Math.max(WORTHWHILE, best?.gain ?? 0))
      best = {
        part: part.part,
        unit: part.unit,
        steps,
        cylinders: scope.cylinders,
        isEveryCylinder: scope.all,
        expected,
        gain,
        cures: curedMost(table, expected),
      };
  }
  return best;
}

/** What so many steps of a part would make of every cell that was measured. */
function expectedOf(
  { columns, rows }: RoadTable,
  { part, scope, options }: Tried,
  steps: number,
): readonly ExpectedCell[] {
  const learned = options.learned?.find((each) => each.part === part.part);
  const effect = stepEffect(part, steps, { learned, jet: options.jets?.[part.part] });
  return rows.flatMap(({ regime, cells }) =>
    cells.flatMap((cell, c): ExpectedCell[] => {
      if (cell === undefined) return [];
      const opening = Number.isNaN(cell.opening) ? USUAL_OPENING[regime] : cell.opening;
      const share = scope.columns.includes(c) ? shareAt(part, Math.max(0, opening)) : 0;
      const after = afterChange(cell.lambda, share, effect);
      return [
        {
          cylinders: at(columns, c).cylinders,
          regime,
          before: cell.lambda,
          beforeDeviation: cell.deviation,
          expected: after.lambda,
          deviation: Math.hypot(after.deviation, Math.SQRT2 * cell.deviation),
          share,
        },
      ];
    }),
  );
}

/** What a ride costs as it is expected: cells outside their band, the dear ones dearer; over the doubt of each. */
function lossOf({ rows }: RoadTable, cells: readonly ExpectedCell[]): number {
  return cells.reduce((sum, cell) => {
    const band = rows.find(({ regime }) => regime === cell.regime)?.band;
    if (band === undefined) return sum;
    // Doubt of the reading stays whatever is done: only that of the change counts against it.
    const doubt = Math.sqrt(Math.max(0, cell.deviation ** 2 - 2 * cell.beforeDeviation ** 2));
    const at3 = [cell.expected - 1.7321 * doubt, cell.expected, cell.expected + 1.7321 * doubt] as const;
    return sum + (lossAt(at3[0], cell, band) + 4 * lossAt(at3[1], cell, band) + lossAt(at3[2], cell, band)) / 6;
  }, 0);
}

function lossAt(lambda: number, { regime }: ExpectedCell, band: Band): number {
  const outside = Math.max(0, band.low - lambda, lambda - band.high) / SCALE;
  const off = (lambda - (band.low + band.high) / 2) / SCALE;
  const danger =
    regime === 'fullLoad' && lambda > LEAN_AT_FULL_LOAD ? DANGER * ((lambda - LEAN_AT_FULL_LOAD) / SCALE) : 0;
  const stumble = regime === 'justOffIdle' && lambda > LEAN_OFF_IDLE ? STUMBLE * ((lambda - LEAN_OFF_IDLE) / SCALE) : 0;
  // A regime far out says no more than that it is out: its loss grows on straight.
  const far = outside > FAR ? FAR * (2 * outside - FAR) : outside * outside;
  return far / 4 + MIDDLE_DRAWS * Math.min(off * off, 50) + danger + stumble;
}

const FAR = 6;

function curedMost({ rows }: RoadTable, cells: readonly ExpectedCell[]): ExpectedCell | undefined {
  let [best, most] = [cells[0], 0];
  for (const cell of cells) {
    const band = rows.find(({ regime }) => regime === cell.regime)?.band;
    if (band === undefined || cell.share === 0) continue;
    const cured = lossAt(cell.before, cell, band) - lossAt(cell.expected, cell, band);
    if (cured > most) [best, most] = [cell, cured];
  }
  return most > 0 ? best : undefined;
}

/** What has to be said before anything is leaned, or ridden on. */
export type RoadCaution =
  | { readonly is: 'leanAtFullLoad'; readonly cylinders: readonly string[]; readonly lambda: number }
  | {
      readonly is: 'coldestDay';
      readonly cylinders: readonly string[];
      readonly lambda: number;
      readonly celsius: number;
    }
  | {
      readonly is: 'leanOffIdle';
      readonly cylinders: readonly string[];
      readonly lambda: number;
      readonly after: boolean;
    };

/** Temperatures, C: of the ride, and of the coldest day that is expected. */
export interface Season {
  readonly ridden: number;
  readonly coldest: number;
}

/** Cautions of a ride as it is, and as it is expected after a change: lean at full load, the coldest day's margin, a lean first opening. */
export function cautionsOf(table: RoadTable, change: RoadChange | undefined, season?: Season): readonly RoadCaution[] {
  const now = table.rows.flatMap(({ regime, cells }) =>
    cells.flatMap((cell, c) =>
      cell === undefined ? [] : [{ cylinders: at(table.columns, c).cylinders, regime, lambda: cell.lambda }],
    ),
  );
  const full = now.filter(({ regime }) => regime === 'fullLoad');
  const cautions: RoadCaution[] = full
    .filter(({ lambda }) => lambda > LEAN_AT_FULL_LOAD)
    .map(({ cylinders, lambda }) => ({ is: 'leanAtFullLoad', cylinders, lambda }));
  if (season !== undefined && season.coldest < season.ridden) {
    // Lambda goes with the root of the air's density at one jet: as the calculator of Figures has it.
    const leaner = Math.sqrt((season.ridden + ICE_POINT) / (season.coldest + ICE_POINT));
    const after = (cylinders: readonly string[], lambda: number) =>
      change?.expected.find((each) => each.regime === 'fullLoad' && each.cylinders.join() === cylinders.join())
        ?.expected ?? lambda;
    for (const { cylinders, lambda } of full) {
      const cold = after(cylinders, lambda) * leaner;
      if (lambda <= LEAN_AT_FULL_LOAD && cold > LEAN_AT_FULL_LOAD)
        cautions.push({ is: 'coldestDay', cylinders, lambda: cold, celsius: season.coldest });
    }
  }
  for (const { cylinders, regime, lambda } of now) {
    if (!isJudged(regime) || regime !== 'justOffIdle') continue;
    const expected = change?.expected.find(
      (each) => each.regime === regime && each.cylinders.join() === cylinders.join(),
    );
    if (lambda > LEAN_OFF_IDLE) cautions.push({ is: 'leanOffIdle', cylinders, lambda, after: false });
    else if (expected !== undefined && expected.expected > LEAN_OFF_IDLE && expected.share > 0)
      cautions.push({ is: 'leanOffIdle', cylinders, lambda: expected.expected, after: true });
  }
  return cautions;
}

const ICE_POINT = 273.15;
