import type { Job } from '../job';
import type { Evidence } from '../suspects/infer';
import type { RoadCell, RoadTable } from './judgeRoad';
import { roadOf } from './roadOfJob';
import { type JudgedRegime, LEAN_AT_FULL_LOAD } from './words';

/** A cell is outside its band for certain when its interval is too, by this at least. Ours. */
const CLEARLY = 0.015;

/**
 * What rides say in the search, in the words of its map. A ride after a change speaks for the carburetors as they are now. What one sensor reads of a
 * whole bank says nothing of a cylinder.
 */
export function roadEvidence(job: Pick<Job, 'setup' | 'road' | 'sheet'>): readonly Evidence[] {
  if (job.road.length === 0) return [];
  const { now } = roadOf(job);
  if (now === undefined) return [];
  const { table } = now;
  return table.columns.flatMap(({ cylinders }, c) => {
    const [cylinder] = cylinders;
    if (cylinder === undefined || cylinders.length > 1) return [];
    const seen = (observation: string, place = cylinder): Evidence => ({
      kind: 'observed',
      observation,
      place,
      seen: true,
    });
    const cell = (regime: JudgedRegime) => cellIn(table, regime, c);
    const steady = [cell('cruiseLow'), cell('cruiseHigh')];
    const throat = job.setup.throats.find(({ feeds }) => feeds.includes(cylinder))?.id;
    const fullLoad = cell('fullLoad');
    return [
      ...(steady.some((each) => isClearly('lean', each)) ? [seen('leanSteady')] : []),
      ...(steady.some((each) => isClearly('rich', each)) ? [seen('richSteady')] : []),
      ...(fullLoad !== undefined && fullLoad.cell.lambda - fullLoad.cell.interval90 > LEAN_AT_FULL_LOAD
        ? [seen('leanLoad')]
        : []),
      ...(throat !== undefined && isClearly('lean', cell('justOffIdle')) && cell('idle')?.cell.stands !== 'lean'
        ? [seen('firstLean', throat)]
        : []),
    ];
  });
}

interface Banded {
  readonly cell: RoadCell;
  readonly low: number;
  readonly high: number;
}

function cellIn({ rows }: RoadTable, regime: JudgedRegime, column: number): Banded | undefined {
  const row = rows.find((each) => each.regime === regime);
  const cell = row?.cells[column];
  return row === undefined || cell === undefined ? undefined : { cell, ...row.band };
}

function isClearly(stands: 'lean' | 'rich', banded: Banded | undefined): boolean {
  if (banded === undefined) return false;
  const { cell, low, high } = banded;
  const out = stands === 'lean' ? cell.lambda - cell.interval90 - high : low - cell.lambda - cell.interval90;
  return out > CLEARLY;
}
