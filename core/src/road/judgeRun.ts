import { type Marker, markerOf } from './align';
import {
  gridOf,
  type KeptStretch,
  type KnownBy,
  knownBy,
  labelGrid,
  type Relabelled,
  relabelled,
  stretchesOf,
} from './regimes';
import type { Ride } from './ride';
import {
  DOUBTS,
  type Doubt,
  type FreeAir,
  freeAirOf,
  markDoubted,
  plainDoubts,
  type Response,
  responseOf,
  type Signature,
  signatureOf,
} from './sensor';
import { type TipIn, tipInOf, type Unit, unitsOf } from './sums';

/** What somebody has said of a run: times with another name, and where its marker is. */
export interface RunWords {
  readonly stretches: readonly Relabelled[];
  readonly markerAt?: number | undefined;
}

/** One sensor of a run, as far as it is believed. */
export interface SensorJudgement {
  readonly sensor: number;
  readonly name: string;
  readonly lambda: Float64Array;
  /** A place in `DOUBTS` for each sample. */
  readonly doubts: Uint8Array;
  /** Seconds of each doubt. */
  readonly seconds: Readonly<Record<Doubt, number>>;
  readonly response: Response;
  readonly freeAir: FreeAir | undefined;
  readonly signature: Signature | undefined;
  readonly units: readonly Unit[];
  readonly tipIn: TipIn | undefined;
}

/** One run: what it was, what of it is believed, and the units that sums are made of. */
export interface RunJudgement {
  readonly ride: Ride;
  readonly knownBy: KnownBy;
  readonly idleRpm: number;
  readonly stretches: readonly KeptStretch[];
  readonly marker: Marker | undefined;
  readonly sensors: readonly SensorJudgement[];
}

/** Judges a run by itself: sensor first, then regimes, then pieces of them that can be compared. */
export function judgeRun(ride: Ride, words: RunWords = { stretches: [] }): RunJudgement {
  const first = ride.lambdas[0]?.values;
  const early = gridOf(ride, 0);
  const response = first === undefined ? undefined : responseOf(ride, early, first);
  const late = response === undefined ? 0 : (response.delay.slow + response.delay.fast) / 2;
  const grid = gridOf(ride, late);
  const stretches = relabelled(stretchesOf(labelGrid(grid), grid.step), words.stretches);
  return {
    ride,
    knownBy: knownBy(grid),
    idleRpm: grid.idleRpm,
    stretches,
    marker: markerOf(ride, words.markerAt),
    sensors: ride.lambdas.map(({ sensor, name, values }, i) =>
      judgeSensor(ride, {
        sensor,
        name,
        values,
        stretches,
        response: i === 0 && response !== undefined ? response : responseOf(ride, early, values),
      }),
    ),
  };
}

interface SensorMakings {
  readonly sensor: number;
  readonly name: string;
  readonly values: Float64Array;
  readonly stretches: readonly KeptStretch[];
  readonly response: Response;
}

function judgeSensor(ride: Ride, { sensor, name, values, stretches, response }: SensorMakings): SensorJudgement {
  const doubts = plainDoubts(ride, values);
  const freeAir = freeAirOf(ride, values);
  const signature = signatureOf(ride, values, { stretches, doubts });
  if (signature !== undefined) markDoubted(ride, doubts, { stretches, doubt: signature.is });
  return {
    sensor,
    name,
    lambda: values,
    doubts,
    seconds: secondsOf(doubts, ride.step),
    response,
    freeAir,
    signature,
    units: unitsOf({ ride, lambda: values, doubts, response, stretches }),
    tipIn: tipInOf({ ride, lambda: values, response }, stretches),
  };
}

function secondsOf(doubts: Uint8Array, step: number): Readonly<Record<Doubt, number>> {
  const counts = new Array<number>(DOUBTS.length).fill(0);
  for (const code of doubts) counts[code] = (counts[code] ?? 0) + 1;
  const seconds = (doubt: Doubt) => (counts[DOUBTS.indexOf(doubt)] ?? 0) * step;
  return {
    believed: seconds('believed'),
    missing: seconds('missing'),
    engineOff: seconds('engineOff'),
    warmingUp: seconds('warmingUp'),
    lowSupply: seconds('lowSupply'),
    saturated: seconds('saturated'),
    stuck: seconds('stuck'),
    misses: seconds('misses'),
    leak: seconds('leak'),
  };
}
