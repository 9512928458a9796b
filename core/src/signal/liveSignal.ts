import type { Samples } from '../formats/trace';
import { type SignalReading, steadyReading } from './steadyReading';
import { type SampleWindow, since } from './window';

/** How much of the past is kept, s. */
const KEPT = 9;

/** A rolling window over a live stream. Mutable; one for each source. */
export interface LiveSignal {
  push(samples: Samples): void;
  /** Forgets what came before now: after a move, old samples speak of an engine that is no more. */
  mark(): void;
  /** The reading of what is kept since the last mark. */
  reading(): SignalReading;
  /** Time of the newest sample, s, or undefined before the first. */
  latest(): number | undefined;
}

export function createLiveSignal(strokes: 2 | 4): LiveSignal {
  let window: SampleWindow = { times: [], channels: [], rpm: undefined };
  return {
    push(samples) {
      const newest = window.times.at(-1);
      const sameChannels =
        samples.channels.map(({ throat }) => throat).join() === window.channels.map((c) => c.throat).join();
      const goesOn = newest !== undefined && sameChannels && (samples.times[0] ?? newest) >= newest;
      // A restarted gauge counts from zero again, perhaps with other channels: its past does not join on to its present.
      const joined = goesOn ? append(window, samples) : append(emptyLike(samples), samples);
      window = since(joined, (joined.times.at(-1) ?? 0) - KEPT);
    },
    mark() {
      window = since(window, Number.POSITIVE_INFINITY);
    },
    reading: () => steadyReading(window, strokes),
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
