import {
  type ComparedBy,
  type Difference,
  differenceIn,
  differenceOverAll,
  type RegimeMean,
  regimeMean,
  type TipIn,
  type Unit,
} from './sums';
import { type Band, JUDGED, type JudgedRegime, USUAL_BANDS } from './words';

/** What a run gave, and whose exhaust each of its sensors sat in: several names for one in the collector. */
export interface CylinderRun {
  readonly sensors: readonly {
    readonly cylinders: readonly string[];
    readonly units: readonly Unit[];
    readonly tipIn?: TipIn | undefined;
  }[];
}

/** What is aimed at. */
export interface RoadTargets {
  readonly bands: Readonly<Record<JudgedRegime, Band>>;
}

export const USUAL_TARGETS: RoadTargets = { bands: USUAL_BANDS };

/** One column of the table: a cylinder, or several that one sensor cannot tell apart. */
export interface RoadColumn {
  readonly cylinders: readonly string[];
  readonly units: readonly Unit[];
  /** How quick openings went; that of its last run that has any. */
  readonly tipIn: TipIn | undefined;
}

export interface RoadCell extends RegimeMean {
  readonly stands: 'rich' | 'inside' | 'lean';
  /** Mean opening of the throttle; NaN where it was not logged. */
  readonly opening: number;
}

export interface RoadRow {
  readonly regime: JudgedRegime;
  readonly band: Band;
  /** One a column; undefined where that one has no such time. */
  readonly cells: readonly (RoadCell | undefined)[];
  /** The most unlike pair of columns, with how sure their difference is. */
  readonly difference: (Difference & { readonly between: readonly [number, number] }) | undefined;
}

/** Like with like: regimes down, cylinders across. */
export interface RoadTable {
  readonly columns: readonly RoadColumn[];
  readonly rows: readonly RoadRow[];
  /** What all regimes say together of two columns. */
  readonly overall: (Difference & { readonly between: readonly [number, number] }) | undefined;
  readonly comparedBy: ComparedBy;
  /** One sensor in the collector: nothing is said of cylinders. */
  readonly collectorOnly: boolean;
}

/** The table of runs. Runs of one cylinder are put together. */
export function roadTable(runs: readonly CylinderRun[], { bands }: RoadTargets = USUAL_TARGETS): RoadTable {
  const columns = columnsOf(runs);
  const comparedBy = isSideBySide(runs) ? 'twoSensors' : 'oneSensor';
  const compared = pairsOf(columns.length).map(([a, b]) => {
    const units = [columns[a]?.units ?? [], columns[b]?.units ?? []] as const;
    const between = [a, b] as const;
    return { between, each: JUDGED.flatMap((regime) => differenceIn(regime, units, comparedBy) ?? []) };
  });
  const rows = JUDGED.flatMap((regime): RoadRow[] => {
    const cells = columns.map(({ units }) =>
      cellOf(
        units.filter((unit) => unit.regime === regime),
        bands[regime],
      ),
    );
    if (cells.every((cell) => cell === undefined)) return [];
    const differences = compared.flatMap(({ between, each }) =>
      each.filter((one) => one.regime === regime).map((one) => ({ ...one, between })),
    );
    return [{ regime, band: bands[regime], cells, difference: mostReal(differences) }];
  });
  const overall = mostReal(
    compared.flatMap(({ between, each }) => {
      const all = differenceOverAll(each, comparedBy);
      return all === undefined ? [] : [{ ...all, between }];
    }),
  );
  const collectorOnly = columns.length > 0 && columns.every(({ cylinders }) => cylinders.length > 1);
  return { columns, rows, overall, comparedBy, collectorOnly };
}

function columnsOf(runs: readonly CylinderRun[]): readonly RoadColumn[] {
  const columns = new Map<string, { cylinders: readonly string[]; units: Unit[]; tipIn: TipIn | undefined }>();
  for (const { sensors } of runs)
    for (const { cylinders, units, tipIn } of sensors) {
      if (cylinders.length === 0) continue;
      const key = cylinders.join(' ');
      const column = columns.get(key) ?? { cylinders, units: [], tipIn: undefined };
      column.units.push(...units);
      column.tipIn = tipIn ?? column.tipIn;
      columns.set(key, column);
    }
  return [...columns.values()];
}

/** Two sensors in one log, whatever else there is: each reads by its own slope. */
function isSideBySide(runs: readonly CylinderRun[]): boolean {
  return runs.some(({ sensors }) => sensors.filter(({ cylinders }) => cylinders.length > 0).length > 1);
}

function pairsOf(count: number): readonly (readonly [number, number])[] {
  return Array.from({ length: count }, (_, a) =>
    Array.from({ length: count - a - 1 }, (_, k) => [a, a + k + 1] as const),
  ).flat();
}

function mostReal<D extends Difference>(differences: readonly D[]): D | undefined {
  return differences.reduce<D | undefined>(
    (best, each) => (best === undefined || each.chanceReal > best.chanceReal ? each : best),
    undefined,
  );
}

function cellOf(units: readonly Unit[], band: Band): RoadCell | undefined {
  const mean = regimeMean(units);
  if (mean === undefined) return undefined;
  const { lambda, seconds } = mean;
  const stands = lambda < band.low ? 'rich' : lambda > band.high ? 'lean' : 'inside';
  const logged = units.filter(({ opening }) => !Number.isNaN(opening));
  const opened =
    logged.reduce((sum, unit) => sum + unit.seconds * unit.opening, 0) /
    logged.reduce((sum, unit) => sum + unit.seconds, 0);
  return { ...mean, seconds, stands, opening: opened };
}
