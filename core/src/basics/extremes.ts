/** Least and greatest value; of nothing, the empty interval. Spreading a long trace into Math.max would overflow the stack. */
export function extremesOf(values: ArrayLike<number>): { readonly low: number; readonly high: number } {
  let low = Number.POSITIVE_INFINITY;
  let high = Number.NEGATIVE_INFINITY;
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i] ?? Number.NaN;
    // Of NaN nothing is known, and so nothing of the whole: as Math.min and Math.max have it.
    if (Number.isNaN(value)) return { low: value, high: value };
    if (value < low) low = value;
    if (value > high) high = value;
  }
  return { low, high };
}
