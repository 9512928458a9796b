import { at, extremesOf } from '../../basics';
import { tableHeadOf } from '../../trace';
import { isPressureUnit } from '../../units';
import { clockOf, figureOf, isFigure, stampOf } from './figure';
import { MOST_SENSORS, type RideChannel, type RideColumn, type RideDescription } from './meaning';
import { COLUMN_WORDS } from './words';

/** A proposal of what a ride's table holds. */
export interface RideProposal {
  readonly description: RideDescription;
  /** Names as they stand, or `column 1` where there are none. */
  readonly names: readonly string[];
  /** First figures of each column, for the eye. */
  readonly samples: readonly (readonly string[])[];
  /** Why a column is thought to be what it is. */
  readonly because: readonly string[];
}

const LINES_LOOKED_AT = 4000;
const SHOWN = 3;
/** Steps of so many are thousandths of a second: nobody logs a ride once in five seconds. Ours. */
const LEAST_MS_STEP = 5;

/** Units as headings write them, by what they are of. `common practice, no source`. */
const UNIT_WORDS: readonly (readonly [RegExp, Unit])[] = [
  [/^(rpm|u\/?min|1\/?min|tr\/?min|giri(\/min)?|rev\/?min|min-1|omw\/min)$/, 'rpm'],
  [/^(rpm ?x ?1000|x ?1000 ?rpm|krpm|1000\/min)$/, 'krpm'],
  [/^(ms|msec|millis|milliseconds?)$/, 'ms'],
  [/^(us|µs|usec)$/, 'us'],
  [/^(s|sec|secs|seconds?|sek)$/, 's'],
  [/^(min|mins|minutes?)$/, 'min'],
  [/^(km\/?h|kmh|kph)$/, 'kmh'],
  [/^(mph|mi\/h)$/, 'mph'],
  [/^m\/?s$/, 'mps'],
  [/^(kn|kt|kts|knots?)$/, 'kn'],
  [/^(°? ?c|degc|deg c|celsius)$/, 'C'],
  [/^(°? ?f|degf|deg f|fahrenheit)$/, 'F'],
  [/^(k|kelvin)$/, 'K'],
  [/^(v|volts?)$/, 'V'],
  [/^(mv)$/, 'mV'],
  [/^(%|pct|percent|prozent|vol ?%|% ?vol)$/, '%'],
  [/^(°|deg|degrees?|grad)$/, 'deg'],
  [/^(afr|a\/f|:1|: 1|petrol|gasoline)$/, 'afr'],
  [/^(lambda|lam|λ|l)$/, 'lambda'],
  [/^(mbar|hpa)$/, 'mbar'],
  [/^bar$/, 'bar'],
  [/^kpa$/, 'kpa'],
  [/^psia?$/, 'psi'],
  [/^(in ?hg|"hg)$/, 'inhg'],
  [/^cm ?hg$/, 'cmhg'],
  [/^(mm ?hg|torr)$/, 'mmhg'],
  [/^in ?h2o$/, 'inh2o'],
];

type Unit =
  | (
      | 'rpm'
      | 'krpm'
      | 'ms'
      | 'us'
      | 's'
      | 'min'
      | 'kmh'
      | 'mph'
      | 'mps'
      | 'kn'
      | 'C'
      | 'F'
      | 'K'
      | 'V'
      | 'mV'
      | '%'
      | 'deg'
    )
  | ('afr' | 'lambda' | 'mbar' | 'bar' | 'kpa' | 'psi' | 'inhg' | 'cmhg' | 'mmhg' | 'inh2o');

/** Proposes what the columns of a ride's table are, from its heading, a row of units where there is one, and its figures. Undefined where nothing looks like a table. */
export function describeRide(text: string): RideProposal | undefined {
  const head = tableHeadOf(text, LINES_LOOKED_AT, { isFigure, isUnit: (cell) => unitIn(cell) !== undefined });
  if (head === undefined) return undefined;
  const { separator, names, units, rows } = head;
  const width = at(rows, 0).length;
  const cells = Array.from({ length: width }, (_, c) => rows.map((row) => row[c] ?? ''));
  const looks = cells.map((column, c) => lookOf(names?.[c], units?.[c], column));
  const found = new Set<RideChannel>();
  const columns: RideColumn[] = [];
  const because: string[] = [];
  const sensors = new Set<number>();
  for (const [c, look] of looks.entries()) {
    const { column, why } = columnFor(look, { found, sensors, anyName: names !== undefined });
    columns[c] = column;
    because[c] = why;
    if (column.is !== 'nothing') found.add(column.is);
    if (column.is === 'lambda') sensors.add(column.sensor);
  }
  // No word says which is the time: the first column that only rises is.
  if (!found.has('time')) {
    const rising = looks.findIndex((look, c) => columns[c]?.is === 'nothing' && isTimeLike(look));
    if (rising >= 0) {
      columns[rising] = timeColumn(at(looks, rising));
      because[rising] = 'its figures only rise';
    }
  }
  return {
    description: { separator, heading: head.heading.slice(0, 4096), columns: columns.slice(0, 64) },
    names: distinct(cells.map((_, i) => names?.[i] || `column ${i + 1}`)),
    samples: cells.map((column) => column.slice(0, SHOWN).map((cell) => cell.trim())),
    because,
  };
}

/** Names that are there twice are told apart by a number. */
function distinct(names: readonly string[]): readonly string[] {
  const seen = new Map<string, number>();
  return names.map((name) => {
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    return count === 1 ? name : `${name} (${count})`;
  });
}

/** What is seen of one column. */
interface Look {
  readonly words: string;
  readonly unit: Unit | undefined;
  readonly number: number | undefined;
  readonly cells: readonly string[];
  readonly figures: readonly number[];
}

function lookOf(name: string | undefined, below: string | undefined, cells: readonly string[]): Look {
  const { words, unit, number } = headingOf(name ?? '');
  const figures = cells.flatMap((cell) => {
    const value = figureOf(cell);
    return value === undefined || Number.isNaN(value) ? [] : [value];
  });
  const said = below === undefined ? undefined : unitIn(below);
  return { words, unit: said ?? unit, number, cells, figures };
}

/** A heading's words without accents, signs and its unit; its unit: in brackets or behind its last sign; and the number it carries. */
function headingOf(heading: string) {
  const plain = heading
    .toLowerCase()
    .replaceAll('λ', 'lambda')
    .normalize('NFD')
    .replace(/[\u0300-\u036f]/g, '')
    .trim();
  const [, bracketed] = /[[({<]\s*([^\])}>]*?)\s*[\])}>]/.exec(plain) ?? [];
  const outside = plain.replace(/[[({<][^\])}>]*[\])}>]/g, ' ');
  const [, before, behind] = /^(.*\S)[ _.\-/,]+([a-zµ°%"/0-9]+)$/.exec(outside.trim()) ?? [];
  const trailing = behind !== undefined && bracketed === undefined ? unitIn(behind) : undefined;
  const bare = (trailing === undefined ? outside : (before ?? '')).replace(/[_.\-/:,;%°]+/g, ' ').trim();
  const [, number] = /(\d)\s*$/.exec(bare.replace(/\bo2\b/, 'o')) ?? [];
  const words = bare.replace(/\b([a-z]{2,})(\d)\b/, '$1 $2').replace(/\s+/g, ' ');
  return {
    words,
    unit: bracketed === undefined ? (trailing ?? unitIn(plain)) : unitIn(bracketed),
    number: number === undefined ? undefined : Number(number),
  };
}

function unitIn(text: string): Unit | undefined {
  const plain = text.trim().toLowerCase();
  return UNIT_WORDS.find(([pattern]) => pattern.test(plain))?.[1];
}

interface SoFar {
  readonly found: ReadonlySet<RideChannel>;
  readonly sensors: ReadonlySet<number>;
  readonly anyName: boolean;
}

/** What a column is by its words first, then by its unit, then, in a table without heading, by its figures. */
function columnFor(
  look: Look,
  { found, sensors, anyName }: SoFar,
): { readonly column: RideColumn; readonly why: string } {
  const byWord = COLUMN_WORDS.find(([, pattern]) => pattern.test(look.words))?.[0];
  const is = corrected(byWord, look) ?? byUnit(look) ?? (anyName ? undefined : byFigures(look, found));
  if (is === undefined || (found.has(is) && is !== 'lambda'))
    return { column: { is: 'nothing' }, why: is === undefined ? '' : 'there is one already' };
  const why =
    byWord === is
      ? `the heading says “${look.words}”`
      : byUnit(look) === is
        ? 'its unit says so'
        : 'its figures say so';
  return { column: columnOf(is, look, sensors), why };
}

/** A word may belong to two things: `speed` in rpm is the engine's, `voltage` of a throttle is none of the supply's. */
function corrected(is: RideChannel | undefined, { unit, figures, cells }: Look): RideChannel | undefined {
  if (is === 'roadSpeed' && (unit === 'rpm' || unit === 'krpm')) return 'speed';
  if (is === 'roadSpeed' && unit === undefined && middleOf(figures) > 400) return 'speed';
  if (is === 'speed' && (unit === 'kmh' || unit === 'mph' || unit === 'mps')) return 'roadSpeed';
  if (is === 'time' && (unit === 'kmh' || unit === 'mph')) return 'roadSpeed';
  if (
    is === 'time' &&
    figures.length === 0 &&
    cells.every((cell) => clockOf(cell) === undefined && stampOf(cell) === undefined)
  )
    return undefined;
  if (is === 'supply' && figures.length > 0 && extremesOf(figures).high < 6) return undefined;
  return is;
}

function byUnit({ unit }: Look): RideChannel | undefined {
  switch (unit) {
    case 'rpm':
    case 'krpm':
      return 'speed';
    case 'afr':
    case 'lambda':
      return 'lambda';
    case 'kmh':
    case 'mph':
    case 'mps':
      return 'roadSpeed';
    default:
      return undefined;
  }
}

/** Without a heading: what figures of this size usually are on a ride. Ours. */
function byFigures(look: Look, found: ReadonlySet<RideChannel>): RideChannel | undefined {
  if (!found.has('time') && isTimeLike(look)) return 'time';
  const { low, high } = extremesOf(look.figures);
  const middle = middleOf(look.figures);
  if (look.figures.length === 0 || low === high) return undefined;
  if (middle > 0.6 && middle < 1.5 && high < 12) return 'lambda';
  if (middle > 9 && middle < 20 && high - low > 3 && low > 6 && high < 40) return 'lambda';
  if (middle > 500 && high < 16_000 && high > 1200) return 'speed';
  if (low >= 0 && high <= 105) return 'throttle';
  return undefined;
}

function columnOf(is: RideChannel, look: Look, sensors: ReadonlySet<number>): RideColumn {
  const { unit, figures } = look;
  const high = figures.length === 0 ? 0 : extremesOf(figures).high;
  switch (is) {
    case 'time':
      return timeColumn(look);
    case 'lambda':
      return { is, sensor: freeSensor(look.number, sensors), scale: middleOf(figures) > 4 ? 'petrol' : 'lambda' };
    case 'speed':
      return { is, thousands: unit === 'krpm' || (high > 0 && high < 30) };
    case 'throttle':
      return { is, scale: throttleScale(look, high) };
    case 'roadSpeed':
      return { is, unit: unit === 'mph' || unit === 'mps' || unit === 'kn' ? unit : 'kmh' };
    case 'pressure': {
      const said = unit !== undefined && isPressureUnit(unit) ? unit : high > 300 ? 'mbar' : high > 5 ? 'kpa' : 'bar';
      return { is, unit: said, isVacuum: /vac|vuoto|vide|unterdruck|depression/.test(look.words) };
    }
    case 'exhaust':
      return { is, unit: unit === 'F' || unit === 'K' ? unit : 'C' };
    case 'oxygen':
    case 'supply':
    case 'nothing':
      return { is };
  }
}

function throttleScale({ words, unit }: Look, high: number): 'percent' | 'degrees' | 'volts' {
  if (unit === 'V' || unit === 'mV') return 'volts';
  if (unit === '%') return 'percent';
  if (unit === 'deg' || /winkel|angle|grad/.test(words)) return 'degrees';
  return high > 0.3 && high <= 5.2 ? 'volts' : 'percent';
}

function freeSensor(wanted: number | undefined, taken: ReadonlySet<number>): number {
  if (wanted !== undefined && wanted >= 1 && wanted <= MOST_SENSORS && !taken.has(wanted)) return wanted;
  let free = 1;
  while (taken.has(free) && free < MOST_SENSORS) free += 1;
  return free;
}

function timeColumn({ unit, cells, figures }: Look): RideColumn {
  const is = 'time';
  const first = cells.find((cell) => cell.trim() !== '') ?? '';
  if (stampOf(first) !== undefined) return { is, scale: 'stamp' };
  if (clockOf(first) !== undefined) return { is, scale: 'clock' };
  if (unit === 'ms' || unit === 'us' || unit === 'min' || unit === 's') return { is, scale: unit };
  const steps = figures.slice(1).map((value, i) => value - at(figures, i));
  return { is, scale: steps.length > 0 && middleOf(steps) >= LEAST_MS_STEP ? 'ms' : 's' };
}

function isTimeLike({ figures, cells }: Look): boolean {
  if (figures.length === 0) return cells.some((cell) => stampOf(cell) !== undefined || clockOf(cell) !== undefined);
  return (
    figures.length > 1 &&
    figures.every((value, i) => i === 0 || value >= at(figures, i - 1)) &&
    figures[0] !== figures.at(-1)
  );
}

function middleOf(values: readonly number[]): number {
  return values.length === 0
    ? Number.NaN
    : at(
        [...values].sort((a, b) => a - b),
        Math.floor(values.length / 2),
      );
}
