/** Ends of the arc that are offered either side, kPa or per cent of air. */
const ENDS = [1, 2, 5, 10, 20, 50, 100];
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
  if (end <= 1) return { labelled: 0.5, small: 0.1 };
  if (end <= 2) return { labelled: 1, small: 0.25 };
  if (end <= 5) return { labelled: 2.5, small: 0.5 };
  if (end <= 10) return { labelled: 5, small: 1 };
  return { labelled: end / 2, small: end / 10 };
}
