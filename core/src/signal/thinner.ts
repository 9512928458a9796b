import { at } from '../basics';
import type { Samples } from '../trace';

/** What the pulses of an idle need, and the grid that cycles are found on has; more only costs time. */
const ENOUGH_HZ = 500;
/** So many samples tell the rate. Ours. */
const ENOUGH_TO_TELL = 8;
/** A rate that is told a hair too low is still the whole number that it is. */
const NEARLY = 0.05;

/**
 * Puts neighbouring samples of a fast gauge together to their means, to no fewer than 500 a second: means over cycles stay what they were, and
 * noise beyond what the pulses hold drops out instead of being folded into them. Mutable; one for each source.
 */
export interface Thinner {
  /** What has become whole with these samples; the rest waits for the next. */
  take(samples: Samples): Samples;
  /** Begins anew: the next samples do not join on. */
  reset(): void;
}

export function createThinner(): Thinner {
  let together: number | undefined;
  let waiting: Samples | undefined;
  return {
    take(samples) {
      together ??= countFor(samples.times);
      if (together === undefined || together < 2) return samples;
      const all = waiting === undefined ? samples : joined(waiting, samples);
      const whole = Math.floor(all.times.length / together);
      waiting = sliced(all, whole * together, all.times.length);
      return meansOf(all, whole, together);
    },
    reset() {
      together = undefined;
      waiting = undefined;
    },
  };
}

/** How many samples go together; undefined while the rate cannot be told. */
function countFor(times: readonly number[]): number | undefined {
  if (times.length < ENOUGH_TO_TELL) return undefined;
  const rate = (times.length - 1) / (at(times, times.length - 1) - at(times, 0));
  return Number.isFinite(rate) ? Math.max(1, Math.floor(rate / ENOUGH_HZ + NEARLY)) : undefined;
}

/** Every list of numbers in samples, changed alike. */
function eachSeries(samples: Samples, change: (values: readonly number[]) => readonly number[]): Samples {
  return {
    ...samples,
    times: change(samples.times),
    channels: samples.channels.map((channel) => ({ ...channel, depressionsKPa: change(channel.depressionsKPa) })),
    rpm: samples.rpm && change(samples.rpm),
  };
}

function sliced(samples: Samples, from: number, to: number): Samples {
  return eachSeries(samples, (values) => values.slice(from, to));
}

function joined(first: Samples, second: Samples): Samples {
  return {
    ...second,
    times: [...first.times, ...second.times],
    channels: second.channels.map((channel, i) => ({
      ...channel,
      depressionsKPa: [...(first.channels[i]?.depressionsKPa ?? []), ...channel.depressionsKPa],
    })),
    rpm: second.rpm && [...(first.rpm ?? []), ...second.rpm],
  };
}

/** Means of `whole` blocks of `count`; what was not measured is left out of its block. */
function meansOf(samples: Samples, whole: number, count: number): Samples {
  return eachSeries(samples, (values) =>
    Array.from({ length: whole }, (_, block) => {
      let sum = 0;
      let known = 0;
      for (let i = block * count; i < (block + 1) * count; i += 1) {
        const value = at(values, i);
        if (Number.isNaN(value)) continue;
        sum += value;
        known += 1;
      }
      return known === 0 ? Number.NaN : sum / known;
    }),
  );
}
