import {
  type Family,
  type JudgedChange,
  METERING,
  NINE_IN_TEN,
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
import { changeText, lambdaText, partName, REGIME_WORDS, roadCautionText } from '@/words/roadWords';

/** One line of the table, like with like. */
export interface LikeRow {
  readonly regime: RoadRow['regime'];
  readonly name: string;
  /** Time spent, and the parts that meter there. */
  readonly under: string;
  readonly cells: readonly (LikeCell | undefined)[];
  readonly scale: FlatScaleView;
  readonly scaleText: string;
  /** How far the most unlike two are apart, and in words which way; empty where they may be alike. */
  readonly apart: { readonly by: string; readonly real: string; readonly text: string } | undefined;
}

interface LikeCell {
  readonly lambda: string;
  readonly doubt: string;
  readonly odd: boolean;
  /** In words, for those that stand out: no meaning by colour alone. */
  readonly stands: string;
}

/** Parts that sway at least this share of the fuel are named. Ours. */
const METERS = 0.3;

/** The table as it is drawn: every row on one scale. */
export function likeRows({ family }: Pick<Road, 'family'>, table: RoadTable, nameOf: NameOf): readonly LikeRow[] {
  const shown = table.rows.flatMap(({ cells, band }) => [
    band.low,
    band.high,
    ...cells.flatMap((cell) => cell?.lambda ?? []),
  ]);
  const [low, high] = [Math.min(...shown) - 0.03, Math.max(...shown) + 0.03];
  const place = (lambda: number) => (lambda - low) / (high - low);
  return table.rows.map((row) => {
    const { regime, band, cells } = row;
    const labels = initials(table.columns.map(({ cylinders }) => columnName(cylinders, nameOf)));
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
      apart: apartOf(table, row.difference, nameOf),
    };
  });
}

/** What a cylinder is called on this machine. */
export type NameOf = (cylinder: string) => string;

/** Cylinders of one column in a word. */
export function columnName(cylinders: readonly string[], nameOf: NameOf): string {
  const [only] = cylinders;
  return cylinders.length === 1 && only !== undefined ? nameOf(only) : 'together';
}

/** First letters where they tell names apart, else the names. */
function initials(names: readonly string[]): readonly string[] {
  const letters = names.map((name) => name.slice(0, 1).toUpperCase());
  return new Set(letters).size === names.length ? letters : names;
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

/** A difference that is likelier real than not. */
function apartOf(table: RoadTable, difference: RoadRow['difference'], nameOf: NameOf): LikeRow['apart'] {
  if (difference === undefined || difference.chanceReal < 0.5) return undefined;
  return {
    by: lambdaText(Math.abs(difference.difference)),
    real: percent(difference.chanceReal),
    text: differenceText(table, difference, nameOf),
  };
}

function differenceText(
  { columns }: RoadTable,
  difference: NonNullable<RoadRow['difference']>,
  nameOf: NameOf,
): string {
  const [a, b] = difference.between;
  const [of, over] = difference.difference > 0 ? [b, a] : [a, b];
  const name = (c: number) => columnName(columns[c]?.cylinders ?? [], nameOf);
  return `${name(of)} is leaner than ${name(over)} by ${lambdaText(Math.abs(difference.difference))}, real with ${percent(difference.chanceReal)}`;
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
export function roadSay(road: Road, nameOf: NameOf, pick = 0): RoadSay {
  const { now, waiting, advice, cautions } = road;
  const notes = now === undefined ? [] : notesOf(now.table, nameOf);
  const cautioned = cautions.map((caution) =>
    roadCautionText({ ...caution, cylinders: caution.cylinders.map(nameOf) }, now?.table.columns.length ?? 1),
  );
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
      second: lowered(changeText({ ...waiting, cylinders: waiting.cylinders.map(nameOf) })),
      because: 'Once it is changed, the next log judges it. Expected then:',
      expected: expectedLines(waiting.expected, now.table),
      does: 'takeNext',
    };
  if (now.table.rows.length === 0)
    return { ...nothing, ...emptySay(now.rides.every(({ read }) => read !== undefined)) };
  const change = advice[pick];
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
    first: partText(change.part, change.cylinders.map(nameOf), change.isEveryCylinder),
    second: stepsText(change.part, change.unit, change.steps),
    because: becauseText(change, now.table, nameOf),
    expected: expectedLines(change.expected, now.table),
    does: 'putOnSheet',
  };
}

/** Rides that say nothing: not read yet, or with nothing in them that is believed. */
function emptySay(isRead: boolean): Pick<RoadSay, 'first' | 'second' | 'because' | 'does'> {
  return isRead
    ? {
        first: 'Nothing to judge',
        second: 'in this log',
        because: 'No regime of it is believed for long enough. What the sensor showed stands below; take another log.',
        does: 'takeLog',
      }
    : { first: 'Reading', second: 'the log', because: 'It is judged in a moment.', does: 'nothing' };
}

function becauseText({ cures, tipIn }: RoadChange, table: RoadTable, nameOf: NameOf): string {
  if (tipIn !== undefined)
    return `Opened quickly it goes ${tipIn.spike > 0 ? 'lean' : 'rich'} by ${lambdaText(Math.abs(tipIn.spike))} before it settles, in the mean of ${tipIn.count} openings.`;
  if (cures === undefined) return '';
  const band = table.rows.find(({ regime }) => regime === cures.regime)?.band;
  const whose = table.columns.length > 1 ? ` of ${columnName(cures.cylinders, nameOf)}` : '';
  const aim = band === undefined ? '' : `, right from ${lambdaText(band.low)} to ${lambdaText(band.high)}`;
  return `${REGIME_WORDS[cures.regime]}${whose} runs at ${lambdaText(cures.before)}${aim}.`;
}

function lowered(text: string): string {
  return text.charAt(0).toLowerCase() + text.slice(1);
}

/** What is expected of every regime that would move, a line each, and a word on the rest. */
function expectedLines(expected: RoadChange['expected'], { rows }: RoadTable): readonly string[] {
  const lines = rows.flatMap(({ regime, band }) => {
    const cells = expected.filter((cell) => cell.regime === regime);
    if (!cells.some((cell) => Math.abs(cell.expected - cell.before) >= 0.005)) return [];
    const doubt = Math.max(0.01, ...cells.map(({ deviation }) => NINE_IN_TEN * deviation));
    const outside = cells.some((cell) => cell.expected > band.high)
      ? ', lean'
      : cells.some((cell) => cell.expected < band.low)
        ? ', rich'
        : '';
    const figures = cells.map((cell) => lambdaText(cell.expected));
    return [`${REGIME_WORDS[regime]} ${[...new Set(figures)].join(' and ')} ± ${numeral(doubt, 2)}${outside}`];
  });
  return lines.length === rows.length ? lines : [...lines, 'The rest stays where it is.'];
}

function notesOf(table: RoadTable, nameOf: NameOf): readonly string[] {
  const notes: string[] = [];
  const { overall } = table;
  if (table.collectorOnly)
    notes.push('One sensor in the collector tells the mean of all cylinders and nothing of any one of them.');
  if (overall !== undefined && overall.chanceReal >= 0.5)
    notes.push(`Over all regimes ${differenceText(table, overall, nameOf)}.`);
  if (table.comparedBy === 'twoSensors' && overall !== undefined && Math.abs(overall.difference) < 0.025)
    notes.push('Two sensors differ by so much themselves: exchange them and ride once more, if it matters.');
  return notes;
}

/** How a change came out, line by line. */
export function judgedLines(
  { cells }: JudgedChange,
  columns: number,
  nameOf: NameOf,
): readonly { readonly text: string; readonly held: boolean }[] {
  return cells
    .filter(({ share }) => share > 0.05)
    .map(({ regime, cylinders, expected, got, held }) => ({
      held,
      text: `${REGIME_WORDS[regime]}${columns > 1 ? ` ${columnName(cylinders, nameOf)}` : ''}: expected ${lambdaText(expected)}, got ${lambdaText(got)}`,
    }));
}
