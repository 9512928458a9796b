/** Ends of the arc that are offered either side, in the unit that is shown. */
const ENDS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
/** The wedge of the tolerance is at least this share of the arc: the smallest scale that an instrument's size makes readable. */
const ROOM = 1.08;
/** A finer scale is taken only when it fits with this much to spare: a needle at the border must not make the scale hop. */
const SPARE = 0.8;

/** The end of the arc for what must fit on it, kept if the one before still serves. */
export function scaleFor(deviations: readonly number[], tolerance: number, before: number | undefined): number {
  const reach = Math.max(tolerance, ...deviations.filter(Number.isFinite).map(Math.abs));
  const fitting = ENDS.find((end) => reach <= end / ROOM) ?? 100;
  if (before === undefined || fitting > before) return fitting;
  return reach < SPARE * fitting ? fitting : before;
}

/** Distance of the arc's marks: labelled ones and small ones. */
export function marksFor(end: number): { readonly labelled: number; readonly small: number } {
  const ten = 10 ** Math.ceil(Math.log10(end) - 1e-9);
  // 1, 2 or 5 of a power of ten, as shares of the next.
  const share = end / ten;
  if (share <= 0.2 + 1e-9) return { labelled: end / 2, small: end / 8 };
  return { labelled: end / 2, small: end / 10 };
}
