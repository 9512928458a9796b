import {
  type Family,
  type JudgedChange,
  METERING,
  partText,
  type Road,
  type RoadChange,
  type RoadRow,
  type RoadTable,
  shareAt,
  stepsText,
  USUAL_OPENING,
} from '@amber-needle/core/road';
import { type FlatScaleView, marksOn } from '@/components/flatScaleView';
import { duration, numeral, percent } from '@/words/numbers';
import { changeText, lambdaText, partName, REGIME_WORDS, roadCautionText, VERDICT_WORDS } from '@/words/roadWords';

/** One line of the table, like with like. */
export interface LikeRow {
  readonly regime: RoadRow['regime'];
  readonly name: string;
  /** Time spent, and the parts that meter there. */
  readonly under: string;
  readonly cells: readonly (LikeCell | undefined)[];
  readonly scale: FlatScaleView;
  readonly scaleText: string;
  readonly difference: string;
}

export interface LikeCell {
  readonly lambda: string;
  readonly doubt: string;
  readonly odd: boolean;
  /** In words, for those that stand out: no meaning by colour alone. */
  readonly stands: string;
}

/** Parts that sway at least this share of the fuel are named. Ours. */
const METERS = 0.3;

/** The table as it is drawn: every row on one scale. */
export function likeRows({
  table,
  family,
}: {
  readonly table: RoadTable;
  readonly family: Family;
}): readonly LikeRow[] {
  const shown = table.rows.flatMap(({ cells, band }) => [
    band.low,
    band.high,
    ...cells.flatMap((cell) => cell?.lambda ?? []),
  ]);
  const [low, high] = [Math.min(...shown) - 0.03, Math.max(...shown) + 0.03];
  const place = (lambda: number) => (lambda - low) / (high - low);
  return table.rows.map((row) => {
    const { regime, band, cells } = row;
    const labels = table.columns.map(({ cylinders }) => shortName(cylinders));
    return {
      regime,
      name: REGIME_WORDS[regime],
      under: `${duration(Math.max(...cells.map((cell) => cell?.seconds ?? 0)))} · ${partsAt(row, family)}`,
      cells: cells.map(
        (cell): LikeCell | undefined =>
          cell && {
            lambda: lambdaText(cell.lambda),
            doubt: `± ${numeral(Math.max(0.01, cell.interval90), 2)}`,
            odd: cell.stands !== 'inside',
            stands: cell.stands === 'inside' ? '' : cell.stands,
          },
      ),
      scale: {
        lit: { from: place(band.low), to: place(band.high) },
        marks: marksOn(
          cells.flatMap((cell, c) =>
            cell === undefined ? [] : [{ label: labels[c] ?? '', value: cell.lambda, odd: cell.stands !== 'inside' }],
          ),
          place,
        ),
      },
      scaleText: `${REGIME_WORDS[regime]}: right from ${lambdaText(band.low)} to ${lambdaText(band.high)}`,
      difference: differenceText(table, row.difference),
    };
  });
}

/** Cylinders of one column in a word. */
export function columnName(cylinders: readonly string[]): string {
  const [only] = cylinders;
  return cylinders.length === 1 ? `${only}` : 'together';
}

function shortName(cylinders: readonly string[]): string {
  return cylinders.length === 1 ? (cylinders[0] ?? '') : 'all';
}

/** Parts that meter in a regime, the strongest first. */
function partsAt({ regime, cells }: RoadRow, family: Family): string {
  const openings = cells.flatMap((cell) => (cell === undefined || Number.isNaN(cell.opening) ? [] : [cell.opening]));
  const opening =
    openings.length === 0 ? USUAL_OPENING[regime] : openings.reduce((sum, at) => sum + at, 0) / openings.length;
  return METERING[family]
    .map((part) => ({ part: part.part, share: shareAt(part, Math.max(0, opening)) }))
    .filter(({ share }) => share >= METERS)
    .sort((a, b) => b.share - a.share)
    .slice(0, 2)
    .map(({ part }) => partName(part))
    .join(', ');
}

function differenceText({ columns }: RoadTable, difference: RoadRow['difference']): string {
  if (difference === undefined || difference.chanceReal < 0.5) return '';
  const [a, b] = difference.between;
  const [of, over] = difference.difference > 0 ? [b, a] : [a, b];
  const name = (c: number) => columnName(columns[c]?.cylinders ?? []);
  return `${name(of)} leaner than ${name(over)} by ${lambdaText(Math.abs(difference.difference))}, real with ${percent(difference.chanceReal)}`;
}

/** What the side of the page says: the one thing to do, why, and what it would do. */
export interface RoadSay {
  readonly first: string;
  readonly second: string;
  readonly because: string;
  readonly expected: readonly string[];
  readonly cautions: readonly string[];
  readonly notes: readonly string[];
  readonly does: 'takeLog' | 'takeNext' | 'putOnSheet' | 'nothing';
}

/** Says what to do next. `pick`: which of the changes, the best first. */
export function roadSay(road: Road, pick = 0): RoadSay {
  const { now, waiting, advice, cautions } = road;
  const notes = now === undefined ? [] : notesOf(now.table);
  const cautioned = cautions.map((caution) => roadCautionText(caution, now?.table.columns.length ?? 1));
  const nothing = { because: '', expected: [], cautions: cautioned, notes };
  if (now === undefined)
    return {
      ...nothing,
      first: 'Bring the log',
      second: 'of a ride',
      because:
        'Engine speed, lambda and throttle, one run a cylinder: idle, a few quick bursts as a marker, then steady, roll-on, full load where the law and the place allow it.',
      does: 'takeLog',
    };
  if (waiting !== undefined)
    return {
      ...nothing,
      first: 'Ride it again',
      second: changeText(waiting).toLowerCase(),
      because: 'Once it is changed, the next log judges it. Expected then:',
      expected: expectedLines(waiting.expected, now.table.columns.length),
      does: 'takeNext',
    };
  const change = advice[pick];
  const judged = road.rounds.findLast((round) => round.judged !== undefined)?.judged;
  if (change === undefined) {
    const inside = now.table.rows.every(({ cells }) =>
      cells.every((cell) => cell === undefined || cell.stands === 'inside'),
    );
    return {
      ...nothing,
      first: inside ? 'Leave it so' : 'Nothing to change',
      second: inside ? 'all inside' : 'not by this log',
      because: inside
        ? 'Every regime that was ridden lies inside its band.'
        : 'What is outside its band is too little, or known too badly, to be worth a change. A longer ride would tell more.',
      does: 'takeLog',
    };
  }
  return {
    ...nothing,
    first: partText(change.part, change.cylinders, change.isEveryCylinder),
    second: stepsText(change.part, change.unit, change.steps),
    because: becauseText(change, now.table, judged),
    expected: expectedLines(change.expected, now.table.columns.length),
    does: 'putOnSheet',
  };
}

function becauseText({ cures }: RoadChange, table: RoadTable, judged: JudgedChange | undefined): string {
  const last = judged === undefined ? '' : `${VERDICT_WORDS[judged.verdict]} `;
  if (cures === undefined) return last;
  const band = table.rows.find(({ regime }) => regime === cures.regime)?.band;
  const whose = table.columns.length > 1 ? ` of ${columnName(cures.cylinders)}` : '';
  const aim = band === undefined ? '' : `, right from ${lambdaText(band.low)} to ${lambdaText(band.high)}`;
  return `${last}${REGIME_WORDS[cures.regime]}${whose} runs at ${lambdaText(cures.before)}${aim}.`;
}

/** What is expected of every regime that would move, and a word on the rest. */
function expectedLines(expected: RoadChange['expected'], columns: number): readonly string[] {
  const moved = expected.filter(({ before, expected: after }) => Math.abs(after - before) >= 0.005);
  const lines = moved.map(({ regime, cylinders, before, expected: after, deviation }) => {
    const whose = columns > 1 ? ` ${columnName(cylinders)}` : '';
    return `${REGIME_WORDS[regime]}${whose}: ${lambdaText(before)} to ${lambdaText(after)} ± ${numeral(Math.max(0.01, 1.645 * deviation), 2)}`;
  });
  return moved.length === expected.length ? lines : [...lines, 'The rest stays where it is.'];
}

function notesOf(table: RoadTable): readonly string[] {
  const notes: string[] = [];
  if (table.collectorOnly)
    notes.push('One sensor in the collector tells the mean of all cylinders and nothing of any one of them.');
  const overall = differenceText(table, table.overall);
  if (overall !== '' && table.columns.length > 1) notes.push(`Over all regimes ${overall}.`);
  const small = table.overall !== undefined && Math.abs(table.overall.difference) < 0.025;
  if (table.comparedBy === 'twoSensors' && small)
    notes.push('Two sensors differ by so much themselves: exchange them and ride once more, if it matters.');
  return notes;
}

/** How a change came out, line by line. */
export function judgedLines(
  { cells }: JudgedChange,
  columns: number,
): readonly { readonly text: string; readonly held: boolean }[] {
  return cells
    .filter(({ share }) => share > 0.05)
    .map(({ regime, cylinders, expected, got, held }) => ({
      held,
      text: `${REGIME_WORDS[regime]}${columns > 1 ? ` ${columnName(cylinders)}` : ''}: expected ${lambdaText(expected)}, got ${lambdaText(got)}`,
    }));
}
