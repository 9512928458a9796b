/** Marks of one row on a flat scale: where on it, from 0 to 1, whose they are, and whether they stand out. */
interface ScaleMark {
  readonly at: number;
  readonly labels: readonly string[];
  readonly odd: boolean;
}

export interface FlatScaleView {
  readonly marks: readonly ScaleMark[];
  /** The specification, lit, from 0 to 1. */
  readonly lit: { readonly from: number; readonly to: number } | undefined;
}

/** Room on either side of what is shown, of its width. */
const MARGIN = 0.18;
/** Marks nearer than this, of the whole scale, share one label. */
const TOGETHER = 0.045;

/** Lays figures and a specification on one scale. All alike, they fall on each other in its middle. */
export function flatScaleView(
  values: readonly { readonly label: string; readonly value: number; readonly odd: boolean }[],
  {
    spec,
    alike,
  }: { readonly spec: { readonly low: number; readonly high: number } | undefined; readonly alike: number },
): FlatScaleView {
  const [first] = values;
  if (first === undefined) return { marks: [], lit: undefined };
  const shown = [...values.map(({ value }) => value), ...(spec === undefined ? [] : [spec.low, spec.high])];
  const [least, most] = [Math.min(...shown), Math.max(...shown)];
  // Differences that nobody can measure do not fill the scale.
  const width = Math.max(most - least, 4 * alike);
  const from = (least + most) / 2 - width * (0.5 + MARGIN);
  const place = (value: number) => (value - from) / (width * (1 + 2 * MARGIN));
  const marks = marksOn(values, place);
  return { marks, lit: spec === undefined ? undefined : { from: place(spec.low), to: place(spec.high) } };
}

/** Marks of figures on a scale, in their order: neighbours that stand out alike share one label. */
export function marksOn(
  values: readonly { readonly label: string; readonly value: number; readonly odd: boolean }[],
  place: (value: number) => number,
): readonly ScaleMark[] {
  const marks: ScaleMark[] = [];
  for (const { label, value, odd } of [...values].sort((a, b) => a.value - b.value)) {
    const at = place(value);
    const last = marks.at(-1);
    const joins = last !== undefined && at - last.at <= TOGETHER && last.odd === odd;
    if (joins) marks[marks.length - 1] = { ...last, labels: [...last.labels, label] };
    else marks.push({ at, labels: [label], odd });
  }
  return marks;
}
