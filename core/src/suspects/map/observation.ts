/** Where something is seen: on the whole bank, at a carburetor (named by one of its throats) or at a cylinder. */
export type Site = 'bank' | 'throat' | 'cylinder';

/** How often, in words that a mechanic would use; the figures behind them stand in `frequency.ts`. */
export type Frequency = 'always' | 'mostly' | 'often' | 'sometimes' | 'rarely' | 'never';

/** When it is seen, as it is asked. */
export type When =
  | 'history'
  | 'fuel'
  | 'start'
  | 'idle'
  | 'offIdle'
  | 'cruise'
  | 'load'
  | 'afterHotStop'
  | 'bench'
  | 'plugs';

/** Something that can be seen, heard, smelt or remembered. */
export interface Observation {
  readonly id: string;
  /** As a person would say it, of a place where `at` is one: "puddle under it". */
  readonly text: string;
  readonly when: When;
  readonly at: Site;
  /** How often it is seen with none of the causes of the map behind it. */
  readonly anyway: Frequency;
  /** Other words that complaints have for it, for the search. */
  readonly words?: string;
}
