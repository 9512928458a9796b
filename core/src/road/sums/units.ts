import { at, ln } from '../../basics';
import type { KeptStretch } from '../regimes';
import type { Ride } from '../ride';
import { delayAt, firstAfter, type Response } from '../sensor';
import { isJudged, type JudgedRegime } from '../words';

/** The mean of a piece of one stretch, of one sensor: the unit that sums are made of, for samples within it are not independent. */
export interface Unit {
  readonly regime: JudgedRegime;
  readonly lambda: number;
  /** Believed time in it, s. */
  readonly seconds: number;
  /** Means of the opening, and of the logarithm of engine speed; NaN where they were not logged. */
  readonly opening: number;
  readonly logRpm: number;
  /** Middle of the piece, s. */
  readonly at: number;
}

/** A long stretch is cut into pieces of this, s: what wanders on a ride has gone round by then. Ours. */
const PIECE_S = 20;
/** After a change the sensor is given its delay, and so many time constants, to have forgotten what was before. */
const FORGOTTEN = 3;
/** And the wall its film, s. Ours. */
const FILM_S = 0.6;
/** Shorter pieces say nothing, s. */
const LEAST_S = 0.4;

interface Believed {
  readonly ride: Ride;
  readonly lambda: Float64Array;
  readonly doubts: Uint8Array;
  readonly response: Response;
  readonly stretches: readonly KeptStretch[];
}

/** The units of a sensor’s ride. Each sample belongs to the moment its gas left the engine: its time less the sensor's delay. */
export function unitsOf({ ride, lambda, doubts, response, stretches }: Believed): readonly Unit[] {
  const settle = FILM_S + FORGOTTEN * response.timeConstant;
  return stretches.flatMap(({ regime, from, to, leftOut }) => {
    if (!isJudged(regime) || leftOut) return [];
    const delay = delayAt(
      response,
      ride.rpm?.[Math.min(ride.times.length - 1, firstAfter(ride.times, (from + to) / 2))],
    );
    const [begin, end] = [from + delay + settle, to + delay];
    const pieces = Math.max(1, Math.round((end - begin) / PIECE_S));
    const length = (end - begin) / pieces;
    if (!(length > 0)) return [];
    return Array.from({ length: pieces }, (_, p) =>
      pieceOf({ ride, lambda, doubts, delay }, { regime, from: begin + p * length, to: begin + (p + 1) * length }),
    ).filter(({ seconds }) => seconds >= LEAST_S);
  });
}

function pieceOf(
  { ride, lambda, doubts, delay }: Pick<Believed, 'ride' | 'lambda' | 'doubts'> & { readonly delay: number },
  { regime, from, to }: { readonly regime: JudgedRegime; readonly from: number; readonly to: number },
): Unit {
  const { times, opening, rpm, step } = ride;
  const end = firstAfter(times, to);
  // The engine was so much earlier where the gas now read came from.
  const back = Math.round(delay / step);
  let [count, sum, opened, revs] = [0, 0, 0, 0];
  for (let i = firstAfter(times, from); i < end; i += 1) {
    if (doubts[i] !== 0) continue;
    const then = Math.max(0, i - back);
    count += 1;
    sum += at(lambda, i);
    opened += opening?.[then] ?? Number.NaN;
    revs += ln(rpm?.[then] ?? Number.NaN);
  }
  return {
    regime,
    lambda: sum / count,
    seconds: count * step,
    opening: opened / count,
    logRpm: revs / count,
    at: (from + to) / 2,
  };
}
