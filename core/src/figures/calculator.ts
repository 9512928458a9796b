/** One input of a calculator: what it is, in which unit it is typed, and between which bounds it makes sense. */
export interface Input {
  readonly id: string;
  readonly label: string;
  readonly unit: string;
  readonly usual: number;
  readonly low: number;
  readonly high: number;
}

export interface Answer {
  readonly label: string;
  readonly value: number;
  readonly unit: string;
  readonly decimals: number;
  /** It is a length that people write as a fraction of an inch. */
  readonly fraction?: true;
}

export type Values = Readonly<Record<string, number>>;

/** Something that is worked out from figures somebody types. */
export interface Calculator {
  readonly id: string;
  readonly name: string;
  readonly formula: string;
  readonly source: string;
  /** What it leaves out, and where it stops being true. */
  readonly limits: string;
  /** What cannot be undone, or hurts, where it is acted on. */
  readonly caution?: string;
  readonly inputs: readonly Input[];
  /** Steps of the sheet that need it. */
  readonly steps: readonly string[];
  /** Why inputs that make sense one by one make none together. */
  refuse?(values: Values): string | undefined;
  answer(values: Values): readonly Answer[];
}

/** The first input that is out of its bounds, or missing; undefined where all make sense. */
function firstBadInput({ inputs }: Calculator, values: Values): Input | undefined {
  return inputs.find(({ id, low, high }) => {
    const value = values[id];
    return value === undefined || !Number.isFinite(value) || value < low || value > high;
  });
}

/** What is wrong with the inputs, in words; undefined where all make sense. */
export function problemOf(calculator: Calculator, values: Values): string | undefined {
  const bad = firstBadInput(calculator, values);
  return bad === undefined
    ? calculator.refuse?.(values)
    : `${bad.label}: between ${bad.low} and ${bad.high} ${bad.unit}.`;
}

/** A calculator’s answers; none where an input makes no sense. */
export function answersOf(calculator: Calculator, values: Values): readonly Answer[] {
  return problemOf(calculator, values) === undefined ? calculator.answer(values) : [];
}

export function usualValues({ inputs }: Calculator): Values {
  return Object.fromEntries(inputs.map(({ id, usual }) => [id, usual]));
}
