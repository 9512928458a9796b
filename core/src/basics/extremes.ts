import { at } from './at';

/** Least and greatest value; of nothing, the empty interval. Spreading a long trace into Math.max would overflow the stack. */
export function extremesOf(values: ArrayLike<number>): { readonly low: number; readonly high: number } {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < values.length; i += 1) {
    low = Math.min(low, at(values, i));
    high = Math.max(high, at(values, i));
  }
  return { low, high };
}
