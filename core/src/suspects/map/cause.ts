import type { Frequency, Site } from './observation';
import type { MachineNeed } from './test';

/** How common a cause is among machines that come in, before anything is known. */
export type Commonness = 'common' | 'usual' | 'uncommon' | 'rare';

/** What mends a cause, and what proves that it did. */
export interface Remedy {
  readonly steps: string;
  readonly parts: string;
  /** Settings that have to be done again afterwards. */
  readonly redo: string;
  /** The test whose usual answer proves the cure; undefined where only the complaint's going away does. */
  readonly proof: string | undefined;
}

/** One thing that can be wrong: what it shows, what tests answer with it, and what mends it. */
export interface Cause {
  /** The name of a fault of `core/faults` where there is one. */
  readonly id: string;
  readonly name: string;
  readonly at: Site;
  readonly commonness: Commonness;
  readonly needs?: MachineNeed;
  /** Why it shows what it shows. */
  readonly because: string;
  /** How often each thing is seen with it; what is not named is not made likelier by it. */
  readonly signs: Readonly<Record<string, Frequency>>;
  /** How often a test gives an answer other than the usual one. */
  readonly tests: Readonly<Record<string, Readonly<Record<string, Frequency>>>>;
  readonly remedy: Remedy;
}

type Facts = Omit<Cause, 'id' | 'name' | 'at' | 'remedy'> & {
  readonly mend: string;
  readonly parts?: string;
  readonly redo?: string;
  readonly proof?: string;
};

/** A cause, its remedy written in short. */
export function cause(at: Site, id: string, name: string): (facts: Facts) => Cause {
  return ({ mend, parts = 'none', redo = 'nothing', proof, ...facts }) => ({
    ...facts,
    id,
    name,
    at,
    remedy: { steps: mend, parts, redo, proof },
  });
}
