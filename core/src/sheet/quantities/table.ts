import type { Choice, Figure, Meaning } from '../quantity';

/** What something means, and what to do. */
export const means = (says: string, redo: string, tells?: Meaning['tells']): Meaning => ({
  says,
  redo,
  ...(tells === undefined ? {} : { tells }),
});
/** An answer of the search’s tests. */
export const tells = (test: string, answer: string) => ({ test, answer });

/** Something with a figure. */
export function figure(id: string, name: string, facts: Omit<Figure, 'kind' | 'id' | 'name'>): Figure {
  return { kind: 'figure', id, name, ...facts };
}

/** Choices as `id: [text, meaning]`; the first is as it should be. */
export function choice(
  id: string,
  name: string,
  facts: Omit<Choice, 'kind' | 'id' | 'name' | 'choices'> & {
    readonly right: string;
    /** What else it may be; with a meaning where that is not as it should be. */
    readonly wrong: Readonly<Record<string, readonly [text: string, meaning?: Meaning]>>;
  },
): Choice {
  const { right, wrong, ...rest } = facts;
  const others = Object.entries(wrong).map(([key, [text, meaning]]) => ({
    id: key,
    text,
    ...(meaning === undefined ? {} : { means: meaning }),
  }));
  return { kind: 'choice', id, name, ...rest, choices: [{ id: 'right', text: right }, ...others] };
}
