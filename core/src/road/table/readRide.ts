import { createLineCutter, splitCells } from '../../trace';
import type { Ride, RideProblems } from '../ride';
import { clockOf, DAY_S, figureOf, isFigure, stampOf } from './figure';
import { createGrowing } from './growing';
import type { RideColumn, RideDescription, TIME_SCALES } from './meaning';
import { rideOf } from './rideOf';

/** A longer line is not a log's. */
const LONGEST_LINE = 8192;
/** So many passed-over rows are shown with their line. */
const MOST_EXAMPLES = 20;
/** A clock that goes back by more than this begins anew; less is a row out of its place, s. Ours. */
const RESTART_S = 2;
/** A leap this far ahead is believed only when the next row is there too, s. Ours. */
const LEAP_S = 60;
const HALF_DAY_S = DAY_S / 2;
/** Time between a clock that stopped and one that began anew, s: long enough that no stretch runs across. Ours. */
const PAUSE_S = 5;

const SECONDS_PER: Readonly<Record<(typeof TIME_SCALES)[number], number>> = {
  s: 1,
  ms: 1e-3,
  us: 1e-6,
  min: 60,
  clock: 1,
  stamp: 1,
};

/** Reads a ride from chunks of text that may cut lines anywhere. Mutable; one for each file. */
export interface RideReader {
  push(text: string): void;
  /** Rows that were taken so far. */
  rows(): number;
  /** Ends the file. A table without rows gives a ride without samples. */
  end(): { readonly ride: Ride; readonly problems: RideProblems };
}

/** `names`: of the columns, for sensors that are shown. Rows that cannot be read are counted and passed over, never fatal. */
export function createRideReader(
  { separator, columns, heading }: RideDescription,
  names: readonly string[] = [],
): RideReader {
  const cutter = createLineCutter(LONGEST_LINE);
  const used = columns.flatMap((column, c) => (column.is === 'nothing' || column.is === 'time' ? [] : [{ column, c }]));
  const timeAt = columns.findIndex(({ is }) => is === 'time');
  const readTime = timeReader(columns[timeAt]);
  const times = createGrowing();
  const values = used.map(createGrowing);
  const counts = { badRows: 0, badCells: 0, backwards: 0, restarts: 0 };
  const examples: { line: number; reason: string }[] = [];
  const clock = createClock();
  let line = 0;
  let taken = 0;
  let begun = heading === '';
  let held: { readonly cells: readonly string[]; readonly time: number; readonly line: number } | undefined;

  function pass(what: keyof typeof counts, reason: string, at = line) {
    counts[what] += 1;
    if (examples.length < MOST_EXAMPLES) examples.push({ line: at, reason });
  }

  function keep(cells: readonly string[], time: number) {
    times.push(time);
    used.forEach(({ c }, i) => {
      const cell = cells[c] ?? '';
      const value = figureOf(cell);
      if (value === undefined) pass('badCells', `“${cell.slice(0, 40)}” in column ${names[c] ?? c + 1} is no figure`);
      values[i]?.push(value ?? Number.NaN);
    });
    taken += 1;
  }

  function takeLine(raw: string) {
    line += 1;
    const text = line === 1 ? raw.replace(/^\uFEFF/, '') : raw;
    if (text.trim() === '' || text.startsWith('#')) return;
    if (!begun && text === heading) {
      begun = true;
      return;
    }
    const cells = splitCells(text, separator);
    // Above the figures stand the logger's own words, and below the heading its units.
    if (taken === 0 && held === undefined && !cells.some(isFigureWithDigits)) return;
    if (!begun) return;
    takeRow(cells);
  }

  function takeRow(cells: readonly string[]) {
    const isShort = cells.length < columns.length;
    const isLong = cells.length > columns.length && cells.slice(columns.length).some((cell) => cell.trim() !== '');
    if (isShort || isLong) return pass('badRows', `${cells.length} cells where the table has ${columns.length}`);
    const told = readTime(cells[timeAt] ?? '');
    if (told === undefined) return pass('badRows', `“${(cells[timeAt] ?? '').slice(0, 40)}” is no time`);
    const step = clock.look(told);
    if (held !== undefined) settleHeld(told);
    if (step === 'leap') held = { cells, time: told, line };
    else if (step === 'back') pass('backwards', 'its time is before the row above');
    else {
      if (step === 'restart') counts.restarts += 1;
      keep(cells, clock.take(told));
    }
  }

  /** A leap ahead that the next row does not follow was a slip of the logger. */
  function settleHeld(next: number) {
    if (held === undefined) return;
    const isFollowed = next >= held.time && next - held.time < LEAP_S;
    if (isFollowed) keep(held.cells, clock.take(held.time));
    else pass('badRows', 'its time leaps ahead, the next one does not', held.line);
    held = undefined;
  }

  return {
    push(text) {
      for (const each of cutter.push(text)) takeLine(each);
    },
    rows: () => taken,
    end() {
      const last = cutter.end();
      if (last !== undefined) takeLine(last);
      return {
        ride: rideOf(
          { columns, names, times: times.taken(), values: values.map((each) => each.taken()) },
          clock.first(),
        ),
        problems: { ...counts, examples },
      };
    },
  };
}

function isFigureWithDigits(cell: string): boolean {
  return /\d/.test(cell) && isFigure(cell);
}

/** Seconds of a time cell; a clock's since midnight, a stamp's since 1970. */
function timeReader(column: RideColumn | undefined): (cell: string) => number | undefined {
  const scale = column?.is === 'time' ? column.scale : 's';
  if (scale === 'clock') return clockOf;
  if (scale === 'stamp') return stampOf;
  const factor = SECONDS_PER[scale];
  return (cell) => {
    const value = figureOf(cell);
    return value === undefined || Number.isNaN(value) ? undefined : value * factor;
  };
}

/** The log's own clock, made to rise: over midnight, and where it begins anew. Mutable. */
function createClock() {
  let last: number | undefined;
  let offset = 0;
  let first: number | undefined;
  const ahead = (told: number) => (last === undefined ? 0 : told + offset - last);
  return {
    look(told: number): 'next' | 'back' | 'leap' | 'restart' {
      const step = ahead(told);
      if (step > LEAP_S) return 'leap';
      if (step >= 0) return 'next';
      if (step < -HALF_DAY_S && step + DAY_S >= 0 && step + DAY_S < LEAP_S) {
        offset += DAY_S;
        return 'next';
      }
      if (step > -RESTART_S) return 'back';
      offset = (last ?? 0) + PAUSE_S - told;
      return 'restart';
    },
    take(told: number): number {
      first ??= told;
      last = told + offset;
      return last;
    },
    first: () => first,
  };
}
