import type { Samples } from '../trace';
import { KEPT_DRIFT_SIGMAS, readStretch, SHORTEST_READING, type SignalReading, steadyReading } from './steadyReading';
import { createThinner } from './thinner';
import { durationOf, type SampleWindow, since } from './window';

/** What counts as now, s: ten cycles or so at idle. */
const MOMENT = 1.2;
/** How much of the past is kept, s. */
const KEPT = 9;

/** A rolling window over a live stream. Mutable; one for each source. */
export interface LiveSignal {
  push(samples: Samples): void;
  /** Forgets what came before now: after a move, old samples speak of an engine that is no more. */
  mark(): void;
  /** The reading of what is kept since the last mark. */
  reading(): SignalReading;
  /** The last moment alone, for needles that follow the hand. */
  now(): SignalReading;
  /** True while less has come in since the last mark than a reading needs. */
  isFresh(): boolean;
  /** Time of the newest sample, s, or undefined before the first. */
  latest(): number | undefined;
}

export function createLiveSignal(strokes: 2 | 4): LiveSignal {
  let window: SampleWindow = { times: [], channels: [], rpm: undefined };
  let wasSteady = false;
  const thinner = createThinner();
  return {
    push(sent) {
      const newest = window.times.at(-1);
      const sameChannels =
        sent.channels.map(({ throat }) => throat).join() === window.channels.map((c) => c.throat).join();
      const goesOn = newest !== undefined && sameChannels && (sent.times[0] ?? newest) >= newest;
      if (!goesOn) thinner.reset();
      const samples = thinner.take(sent);
      // A restarted gauge counts from zero again, perhaps with other channels: its past does not join on to its present.
      const joined = goesOn ? append(window, samples) : append(emptyLike(samples), samples);
      window = since(joined, (joined.times.at(-1) ?? 0) - KEPT);
    },
    mark() {
      wasSteady = false;
      window = since(window, Number.POSITIVE_INFINITY);
    },
    reading: () => {
      const reading = wasSteady ? steadyReading(window, strokes, KEPT_DRIFT_SIGMAS) : steadyReading(window, strokes);
      wasSteady = reading.phase === 'steady';
      return reading;
    },
    now: () => readStretch(since(window, (window.times.at(-1) ?? 0) - MOMENT), strokes),
    isFresh: () => durationOf(window) < SHORTEST_READING,
    latest: () => window.times.at(-1),
  };
}

function emptyLike({ channels, rpm }: Samples): SampleWindow {
  return { times: [], channels: channels.map(({ throat }) => ({ throat, depressionsKPa: [] })), rpm: rpm && [] };
}

function append(window: SampleWindow, samples: Samples): SampleWindow {
  return {
    times: [...window.times, ...samples.times],
    channels: window.channels.map((channel, i) => ({
      throat: channel.throat,
      depressionsKPa: [...channel.depressionsKPa, ...(samples.channels[i]?.depressionsKPa ?? [])],
    })),
    rpm: samples.rpm && [...(window.rpm ?? []), ...samples.rpm],
  };
}
