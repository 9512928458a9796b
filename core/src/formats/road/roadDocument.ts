import { BLENDS, type BlendName, blendStoichiometry } from '../../fuel';
import {
  type Alignment,
  alignmentOf,
  type CylinderRun,
  cautionsOf,
  changesFor,
  type Difference,
  DOUBTS,
  type Family,
  NINE_IN_TEN,
  type RideProblems,
  type RideProposal,
  type RoadTable,
  type RunJudgement,
  richCost,
  roadTable,
  type SensorJudgement,
  timeSpent,
} from '../../road';

/** One run with where it came from. */
export interface NamedRun {
  readonly file: string;
  readonly run: RunJudgement;
  /** Whose exhaust each sensor sat in. */
  readonly sensors: readonly { readonly sensor: number; readonly cylinders: readonly string[] }[];
  readonly proposal: RideProposal;
  readonly problems: RideProblems;
}

export interface RoadDocumentOptions {
  readonly fuel: BlendName;
  readonly family: Family;
  /** Line runs up by their markers. */
  readonly byMarker: boolean;
}

/** What `needle road` prints: see docs/road.md. Figures carry their unit in the name; what is not known is null. */
export function roadDocument(runs: readonly NamedRun[], { fuel, family, byMarker }: RoadDocumentOptions) {
  const table = roadTable(runs.map(unitsByCylinder));
  const [first] = runs;
  const changes = changesFor(table, { family });
  return {
    fuel: { name: fuel, stoichiometric: blendStoichiometry(BLENDS[fuel]) },
    runs: runs.map((named) =>
      runDocument(named, first === undefined ? undefined : aligned(first.run, named.run, byMarker)),
    ),
    table: tableDocument(table, blendStoichiometry(BLENDS[fuel])),
    comparedBy: table.comparedBy,
    tellsCylinders: !table.collectorOnly && table.columns.length > 1,
    overall: differenceDocument(table, table.overall),
    advice: changes.map(({ part, unit, steps, cylinders, isEveryCylinder, expected }) => ({
      part,
      unit,
      steps: Math.abs(steps),
      direction: steps > 0 ? 'richer' : 'leaner',
      cylinders,
      everyCylinder: isEveryCylinder,
      expected: expected.map((cell) => ({
        cylinders: cell.cylinders,
        regime: cell.regime,
        before: cell.before,
        lambda: cell.expected,
        interval90: interval(cell.expected, NINE_IN_TEN * cell.deviation),
      })),
    })),
    cautions: cautionsOf(table, changes[0]),
    richCost: richCost(table) ?? null,
  };
}

function unitsByCylinder({ run, sensors }: NamedRun): CylinderRun {
  return {
    sensors: run.sensors.map(({ sensor, units, tipIn }) => ({
      units,
      tipIn,
      cylinders: sensors.find((each) => each.sensor === sensor)?.cylinders ?? [],
    })),
  };
}

function aligned(first: RunJudgement, run: RunJudgement, byMarker: boolean): Alignment {
  return alignmentOf([first.ride, byMarker ? first.marker : undefined], [run.ride, byMarker ? run.marker : undefined]);
}

function runDocument({ file, proposal, problems, run, sensors }: NamedRun, alignment: Alignment | undefined) {
  const { ride, marker, stretches } = run;
  return {
    file,
    rows: ride.times.length,
    seconds: ride.times.at(-1) ?? 0,
    stepS: ride.step,
    columns: proposal.description.columns.map((column, c) => ({
      name: proposal.names[c] ?? '',
      ...column,
      because: proposal.because[c] ?? '',
    })),
    passedOver: problems,
    sensors: run.sensors.map((judged) => ({
      ...sensorDocument(judged),
      cylinders: sensors.find(({ sensor }) => sensor === judged.sensor)?.cylinders ?? [],
    })),
    regimesToldBy: run.knownBy,
    idleRpm: finite(run.idleRpm),
    marker:
      marker === undefined
        ? null
        : { atS: marker.at, deviationS: marker.deviation, bursts: marker.bursts, by: marker.by },
    alignment:
      alignment === undefined
        ? null
        : { by: alignment.by, shiftS: alignment.shift, deviationS: finite(alignment.deviation) },
    regimes: stretches.map(({ regime, from, to }) => ({ regime, fromS: from, toS: to })),
    timeSpentS: timeSpent(stretches),
  };
}

function sensorDocument({ sensor, name, seconds, response, freeAir, signature, tipIn }: SensorJudgement) {
  return {
    sensor,
    name,
    believedS: seconds.believed,
    notBelievedS: Object.fromEntries(
      DOUBTS.flatMap((doubt) => (doubt === 'believed' || seconds[doubt] === 0 ? [] : [[doubt, seconds[doubt]]])),
    ),
    delayS: response.delay,
    timeConstantS: response.timeConstant,
    delayToldFromChanges: response.changes,
    freeAir:
      freeAir === undefined
        ? null
        : { oxygenPercent: freeAir.oxygenPercent ?? null, lambda: freeAir.lambda, factor: freeAir.factor ?? null },
    signature: signature ?? null,
    tipIn: tipIn ?? null,
  };
}

function tableDocument(table: RoadTable, stoichiometric: number) {
  return table.rows.map(({ regime, band, cells, difference }) => ({
    regime,
    target: [band.low, band.high],
    cylinders: cells.flatMap((cell, c) =>
      cell === undefined
        ? []
        : [
            {
              cylinders: table.columns[c]?.cylinders ?? [],
              lambda: cell.lambda,
              interval90: interval(cell.lambda, cell.interval90),
              airFuelRatio: cell.lambda * stoichiometric,
              seconds: cell.seconds,
              stretches: cell.pieces,
              stands: cell.stands,
              meanOpening: finite(cell.opening),
            },
          ],
    ),
    difference: differenceDocument(table, difference),
  }));
}

function differenceDocument(
  { columns }: RoadTable,
  difference: (Difference & { readonly between: readonly [number, number] }) | undefined,
) {
  if (difference === undefined) return null;
  const [a, b] = difference.between;
  return {
    of: columns[b]?.cylinders ?? [],
    over: columns[a]?.cylinders ?? [],
    lambda: difference.difference,
    interval90: interval(difference.difference, difference.interval90),
    chanceReal: difference.chanceReal,
  };
}

function interval(middle: number, half: number): readonly [number, number] {
  return [middle - half, middle + half];
}

/** JSON has no NaN and no infinity: what is not known is null. */
function finite(value: number): number | null {
  return Number.isFinite(value) ? value : null;
}
