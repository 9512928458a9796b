import { at } from '../../basics';

/** Extremes of a curve at one coarseness: a bucket holds so many samples. NaN in a bucket where nothing is drawn. */
export interface PictureLevel {
  readonly bucket: number;
  readonly low: Float32Array;
  readonly high: Float32Array;
}

/** A curve at every coarseness, each twice as coarse as the one before: however far one looks, few points are drawn and no spike is lost. */
export interface Pyramid {
  readonly count: number;
  readonly levels: readonly PictureLevel[];
}

/** Coarser than this many buckets nobody looks. */
const FEWEST_BUCKETS = 128;

/** The pyramid of a curve; `drawn` says which samples belong to it. */
export function pyramidOf(values: Float64Array, drawn: (i: number) => boolean): Pyramid {
  const first = Float32Array.from(values, (value, i) => (drawn(i) ? value : Number.NaN));
  const levels: PictureLevel[] = [{ bucket: 1, low: first, high: first }];
  while (at(levels, levels.length - 1).low.length > FEWEST_BUCKETS) levels.push(coarser(at(levels, levels.length - 1)));
  return { count: values.length, levels };
}

function coarser({ bucket, low, high }: PictureLevel): PictureLevel {
  const length = Math.ceil(low.length / 2);
  const [lower, higher] = [new Float32Array(length), new Float32Array(length)];
  for (let i = 0; i < length; i += 1) {
    lower[i] = extreme(low[2 * i], low[2 * i + 1], Math.min);
    higher[i] = extreme(high[2 * i], high[2 * i + 1], Math.max);
  }
  return { bucket: 2 * bucket, low: lower, high: higher };
}

function extreme(a = Number.NaN, b = Number.NaN, pick: (a: number, b: number) => number): number {
  if (Number.isNaN(a)) return b;
  return Number.isNaN(b) ? a : pick(a, b);
}

/** Points of a curve between two places in its samples, at most about twice `most`: each bucket's low and high, in the order of places. NaN is a hole. */
export function pointsBetween(
  { count, levels }: Pyramid,
  [from, to]: readonly [number, number],
  most: number,
): readonly (readonly [number, number])[] {
  const [begin, end] = [Math.max(0, Math.floor(from)), Math.min(count, Math.ceil(to) + 1)];
  if (!(end > begin)) return [];
  const level = levels.find(({ bucket }) => (end - begin) / bucket <= most) ?? levels.at(-1);
  if (level === undefined) return [];
  const { bucket, low, high } = level;
  const out: (readonly [number, number])[] = [];
  for (let b = Math.floor(begin / bucket); b < Math.ceil(end / bucket) && b < low.length; b += 1) {
    const place = (b + 0.5) * bucket - 0.5;
    out.push([place, at(low, b)]);
    if (bucket > 1) out.push([place, at(high, b)]);
  }
  return out;
}
