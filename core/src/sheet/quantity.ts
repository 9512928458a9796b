import type { Body, Circuit, Setup } from '../setup';
import type { MeasureUnit } from '../units';

/** Where something is measured: once, at each inlet, carburetor, throat or cylinder. */
export type MeasuredAt = 'bank' | 'inlet' | 'carburetor' | 'throat' | 'cylinder';

/** What it means where one place differs, or lies outside its specification. */
export interface Meaning {
  readonly says: string;
  /** What to do, or which step to do again. */
  readonly redo: string;
  /** What it says in the search: an answer of one of its tests. */
  readonly tells?: { readonly test: string; readonly answer: string };
}

interface Common {
  readonly id: string;
  readonly name: string;
  readonly at: MeasuredAt;
  /** Bodies that have it; all when left out. */
  readonly bodies?: readonly Body[];
  readonly circuit?: Circuit;
  readonly needs?: (setup: Setup) => boolean;
}

/** Something that has a figure. */
export interface Figure extends Common {
  readonly kind: 'figure';
  /** As people write it, the usual one first. */
  readonly units: readonly [MeasureUnit, ...MeasureUnit[]];
  /** Two that differ by no more are alike, in the quantity's own unit: what the usual instrument resolves, and what does not matter. */
  readonly alike: number;
  /** The same as a share of the figure, where that is larger. */
  readonly alikeShare?: number;
  /** What counts where the setup's own specification says nothing, in the quantity's own unit. */
  readonly spec?: { readonly low: number; readonly high: number };
  readonly low?: Meaning;
  readonly high?: Meaning;
}

/** Something that is one of a few. The first is as it should be. */
export interface Choice extends Common {
  readonly kind: 'choice';
  readonly choices: readonly [ChoiceOf, ...ChoiceOf[]];
}

export interface ChoiceOf {
  readonly id: string;
  readonly text: string;
  /** Undefined for what is as it should be. */
  readonly means?: Meaning;
}

export type SheetQuantity = Figure | Choice;
