import { at, extremesOf } from '../basics';
import type { PressureUnit } from '../units';
import type { ColumnMeaning, TableDescription } from './description';
import { numberOf } from './row';
import { tableHeadOf } from './tableHead';

/** A proposal of what a foreign table holds, and how sure it is of the reference. */
export interface TableProposal {
  readonly description: TableDescription;
  /** Names as they stand, or `column 1` where there are none. */
  readonly names: readonly string[];
  /** First figures of each column, for the eye. */
  readonly samples: readonly (readonly string[])[];
  /** Why the reference is thought to be what it is; empty where values do not tell. */
  readonly referenceBecause: string;
}

const LINES_LOOKED_AT = 400;
const SHOWN = 3;
/** A manifold's pressure comes close to the air's once in a cycle, and a depression to nothing: closer than the other by this, kPa. Ours. */
const TELLING_KPA = 10;
/** And no further from it than this, kPa: a table without pulses tells nothing. Ours. */
const NEAR_KPA = 25;
const ROUGH_AIR_KPA = 100;

/** Words for what a column is, in the languages that loggers speak here. `common practice, no source`. */
const TIME = /^(t|time|zeit|temps|tiempo|tempo|tijd|timestamp|clock|elapsed|seconds?|sec|secs|millis|ms|s)$/;
const SPEED = /^(rpm|engine ?speed|speed|n|drehzahl|umin|u min|1 min|tours|r[ée]gime|tr min|giri|toeren|vueltas)$/;
const LAMBDA = /^(lambda|lam|λ)\s*(\d?)$/;
const THROTTLE = /^(tps|throttle|throttle ?pos(ition)?|drosselklappe|gas|papillon|farfalla|acelerador)$/;
const PRESSURE =
  /^(p|pressure|press|map|manifold|vac|vacuum|depression|d[ée]pression|unterdruck|druck|vuoto|pressione|vac[ií]o|presi[óo]n|v|ch|channel|kanal|canal|canale|cyl|cylinder|zyl|zylinder|sensor|gauge|carb|throat|in|a)\s*(\d?)$/;

const UNITS: readonly (readonly [RegExp, PressureUnit])[] = [
  [/^(mbar|hpa|millibar)/, 'mbar'],
  [/^bar/, 'bar'],
  [/^kpa/, 'kpa'],
  [/^psi/, 'psi'],
  [/^(in ?hg|inch ?hg|"hg)/, 'inhg'],
  [/^(cm ?hg)/, 'cmhg'],
  [/^(mm ?hg|torr)/, 'mmhg'],
  [/^(in ?h2o|inch ?h2o)/, 'inh2o'],
];

/**
 * Proposes what the columns of a table are, from its heading, a row of units below it where there is one, and its figures. Undefined where
 * nothing in it looks like a table of numbers.
 */
export function describeTable(text: string): TableProposal | undefined {
  const head = tableHeadOf(text, LINES_LOOKED_AT, {
    isFigure: (cell, separator) => Number.isFinite(numberOf(cell, separator) ?? Number.NaN),
    isUnit: (cell) => unitIn(cell) !== undefined,
  });
  if (head === undefined) return undefined;
  const { separator, rows, names: heading, units } = head;
  const width = at(rows, 0).length;
  const figures = Array.from({ length: width }, (_, column) =>
    rows.flatMap((row) => {
      const value = numberOf(row[column] ?? '', separator);
      return value === undefined || Number.isNaN(value) ? [] : [value];
    }),
  );
  const columns = meaningsOf(heading, units, figures);
  const { reference, because } = referenceOf(columns, figures, heading?.join(' ') ?? '');
  return {
    description: {
      separator,
      heading: head.heading,
      unitsRow: units !== undefined,
      reference,
      columns: [...columns],
    },
    names: figures.map((_, i) => heading?.[i] ?? `column ${i + 1}`),
    samples: figures.map((_, i) => rows.slice(0, SHOWN).map((row) => (row[i] ?? '').trim())),
    referenceBecause: because,
  };
}

function meaningsOf(
  heading: readonly string[] | undefined,
  units: readonly string[] | undefined,
  figures: readonly (readonly number[])[],
): readonly ColumnMeaning[] {
  const used = new Set<number>();
  const channelFor = (wanted: number) => {
    let channel = wanted >= 1 && wanted <= 8 && !used.has(wanted) ? wanted : 1;
    while (used.has(channel)) channel += 1;
    used.add(channel);
    return channel;
  };
  let hasTime = false;
  let hasSpeed = false;
  return figures.map((values, i): ColumnMeaning => {
    const { words, unit } = named(heading?.[i] ?? '', units?.[i]);
    if (!hasTime && (TIME.test(words) || (heading === undefined && i === 0 && isRising(values)))) {
      hasTime = true;
      return { is: 'time', scale: scaleOf(words, unit, values) };
    }
    if (!hasSpeed && (SPEED.test(words) || /^(rpm|u\/min|1\/min|tr\/min)/.test(unit))) {
      hasSpeed = true;
      return { is: 'speed' };
    }
    const [, , lambda] = LAMBDA.exec(words) ?? [];
    if (lambda !== undefined) return { is: 'lambda', channel: Number(lambda) || 1 };
    if (THROTTLE.test(words)) return { is: 'throttle' };
    const [, , number] = PRESSURE.exec(words) ?? [];
    const said = unitIn(unit);
    const isPressure = number !== undefined || said !== undefined || heading === undefined;
    if (!isPressure || values.length === 0) return { is: 'nothing' };
    const channel = channelFor(Number(number ?? /(\d)\s*$/.exec(words)?.[1] ?? 0));
    if (channel > 8) return { is: 'nothing' };
    return { is: 'pressure', channel, unit: said ?? likelyUnit(values) };
  });
}

/** A heading's words without its unit, and the unit: in brackets, behind an underscore, or from the row of units. */
function named(heading: string, below: string | undefined): { readonly words: string; readonly unit: string } {
  const plain = heading.trim().toLowerCase();
  const [, bracketed] = /[[(]([^\])]*)[\])]/.exec(plain) ?? [];
  const [, before, behind] = /^(.*)[_ ]([a-zµ"/0-9]+)$/.exec(plain) ?? [];
  const trailing = behind !== undefined && (unitIn(behind) !== undefined || /^(s|ms|rpm)$/.test(behind));
  const unit = below ?? bracketed ?? (trailing ? behind : undefined) ?? '';
  const bare = (trailing ? before : plain) ?? plain;
  const words = bare
    .replace(/[[(].*$/, '')
    .replace(/[_.\-/:]+/g, ' ')
    .trim();
  return { words, unit: unit.trim().toLowerCase() };
}

function unitIn(text: string): PressureUnit | undefined {
  const plain = text.trim().toLowerCase();
  return UNITS.find(([pattern]) => pattern.test(plain))?.[1];
}

function isRising(values: readonly number[]): boolean {
  return values.length > 1 && values.every((value, i) => i === 0 || value >= at(values, i - 1));
}

/** Steps of a thousandth are seconds, of ones and more are milliseconds: nobody samples less than once in five seconds. */
function scaleOf(words: string, unit: string, values: readonly number[]): 's' | 'ms' {
  if (/^(ms|milli)/.test(unit) || /^(ms|millis)$/.test(words)) return 'ms';
  if (/^s/.test(unit)) return 's';
  const step = ((values.at(-1) ?? 0) - (values[0] ?? 0)) / Math.max(1, values.length - 1);
  return step >= 1 ? 'ms' : 's';
}

/**
 * The unit that makes a pressure of a running engine's runner, kPa: deepest depressions and absolute pressures lie between some tens and a
 * hundred. A column without a unit is proposed, not decided: somebody confirms it.
 */
function likelyUnit(values: readonly number[]): PressureUnit {
  const { low, high } = extremesOf(values);
  const largest = Math.max(Math.abs(low), Math.abs(high));
  if (largest <= 1.5) return 'bar';
  if (largest <= 31) return 'inhg';
  if (largest <= 115) return 'kpa';
  return largest <= 790 && largest > 200 && low >= 0 && high < 700 ? 'mmhg' : 'mbar';
}

const ROUGH_KPA: Readonly<Record<PressureUnit, number>> = {
  kpa: 1,
  bar: 100,
  mbar: 0.1,
  psi: 6.895,
  inhg: 3.386,
  mmhg: 0.1333,
  cmhg: 1.333,
  inh2o: 0.249,
};

/** Words that say what a pressure is measured against; figures that tell go before them. `common practice, no source`. */
const SAYS_BELOW = /vac(uum)?|depression|d[ée]pression|unterdruck|vuoto|vac[ií]o/i;
const SAYS_ABSOLUTE = /\bmap\b|abs(olute?)?|absolut/i;

/** Once a cycle a runner fills up: an absolute pressure then comes near the air's, a depression near nothing. */
function referenceOf(
  columns: readonly ColumnMeaning[],
  figures: readonly (readonly number[])[],
  heading: string,
): { readonly reference: TableDescription['reference']; readonly because: string } {
  const pressures = columns.flatMap((column, i) => {
    if (column.is !== 'pressure') return [];
    const kPa = ROUGH_KPA[column.unit];
    const { low, high } = extremesOf(figures[i] ?? []);
    return [{ low: low * kPa, high: high * kPa }];
  });
  if (pressures.length === 0) return { reference: 'vacuum', because: '' };
  const low = Math.min(...pressures.map((p) => p.low));
  const high = Math.max(...pressures.map((p) => p.high));
  if (low < -TELLING_KPA / 2 && high < TELLING_KPA)
    return { reference: 'gauge', because: 'the figures are negative: against the air, down' };
  const fromAir = Math.abs(ROUGH_AIR_KPA - high);
  if (fromAir < NEAR_KPA && low > fromAir + TELLING_KPA)
    return { reference: 'absolute', because: `the highest figure, ${high.toFixed(0)} kPa, is near the air’s pressure` };
  if (low < NEAR_KPA && low + TELLING_KPA < fromAir)
    return { reference: 'vacuum', because: `the lowest figure, ${low.toFixed(0)} kPa, is near nothing` };
  const word = SAYS_BELOW.exec(heading)?.[0] ?? SAYS_ABSOLUTE.exec(heading)?.[0];
  if (word === undefined) return { reference: 'vacuum', because: '' };
  return { reference: SAYS_BELOW.test(heading) ? 'vacuum' : 'absolute', because: `the heading says “${word}”` };
}
