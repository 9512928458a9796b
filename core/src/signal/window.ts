import { at } from '../basics';
import type { Samples } from '../trace';

/** One channel's samples of a stretch of time, kPa below ambient; NaN where nothing came. */
export interface ChannelSamples {
  readonly throat: string;
  readonly depressionsKPa: readonly number[];
}

/** A stretch of samples that every stage of the signal path reads: rising times in seconds and one value a channel for each. */
export interface SampleWindow {
  readonly times: readonly number[];
  readonly channels: readonly ChannelSamples[];
  readonly rpm: readonly number[] | undefined;
}

/** The part of a window from `from` seconds on. */
export function since(window: SampleWindow, from: number): SampleWindow {
  return between(window, from, Number.POSITIVE_INFINITY);
}

/** The part of a window from `from` to `to`, both included. */
export function between({ times, channels, rpm }: SampleWindow, from: number, to: number): SampleWindow {
  const first = firstIndex(times, (t) => t >= from);
  const end = firstIndex(times, (t) => t > to);
  return {
    times: times.slice(first, end),
    channels: channels.map(({ throat, depressionsKPa }) => ({
      throat,
      depressionsKPa: depressionsKPa.slice(first, end),
    })),
    rpm: rpm?.slice(first, end),
  };
}

/** Times rise, so the first that holds is found by halving. */
function firstIndex(times: readonly number[], holds: (t: number) => boolean): number {
  let low = 0;
  let high = times.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(at(times, middle))) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Seconds from the first to the last sample; 0 for an empty window. */
export function durationOf({ times }: SampleWindow): number {
  return times.length < 2 ? 0 : at(times, times.length - 1) - at(times, 0);
}

/** A window over everything that a trace holds. */
export function windowOf({ times, channels, rpm }: Samples): SampleWindow {
  return { times, channels: channels.map(({ throat, depressionsKPa }) => ({ throat, depressionsKPa })), rpm };
}
