import type { Random } from '../basics';
import { type Rpm, rpm, type Seconds } from '../units';

export interface TachometerOptions {
  /** Revolutions between two sparks of the lead it is clamped on. */
  readonly revolutionsPerSpark: number;
  /** Shares of sparks that are missed and that count twice. */
  readonly missed: number;
  readonly doubled: number;
  /** It counts for so long before it shows a new figure. */
  readonly gate: Seconds;
  readonly division: Rpm;
}

/** Ours: a clamp on a plug lead of an engine with a spark every other revolution. */
export const DEFAULT_TACHOMETER: TachometerOptions = {
  revolutionsPerSpark: 2,
  missed: 0.005,
  doubled: 0.005,
  gate: 1 as Seconds,
  division: rpm(10),
};

/** Counts sparks. Mutable. */
export interface Tachometer {
  /** What it shows, from the number of sparks since the engine was made. */
  show(sparks: number, since: Seconds): Rpm;
}

/** Times from the first to the last spark of each gate: a figure free of the rounding of a bare count. */
export function createTachometer(random: Random, options: TachometerOptions = DEFAULT_TACHOMETER): Tachometer {
  let seen: number | undefined;
  let now = 0;
  let first: number | undefined;
  let last = 0;
  let counted = 0;
  let begun = 0;
  let shown = 0;

  function heed() {
    const chance = random.uniform();
    const times = chance < options.missed ? 0 : chance < options.missed + options.doubled ? 2 : 1;
    if (times === 0) return;
    if (first === undefined) first = now;
    else counted += times;
    last = now;
  }
  function closeGate() {
    const speed =
      first !== undefined && last > first ? (counted * options.revolutionsPerSpark * 60) / (last - first) : 0;
    shown = Math.round(speed / options.division) * options.division;
    first = undefined;
    counted = 0;
    begun = now;
  }
  return {
    show(sparks, since) {
      now += since;
      for (let i = seen ?? sparks; i < sparks; i += 1) heed();
      seen = sparks;
      if (now - begun >= options.gate) closeGate();
      return rpm(shown);
    },
  };
}
