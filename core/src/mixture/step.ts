import type { Turns } from '../units';
import type { MixtureInstrument } from './words';

/** What is known of all circuits, with a plan of what they would be after a turn. */
export interface MixtureExpectation {
  readonly throat: string;
  readonly lambda: number;
  readonly doubt: number;
}

export type TurnPurpose = 'base' | 'alive' | 'target' | 'tell' | 'opening';

/** The next step on a mixture. Without words. */
export type MixtureStep =
  /** Look at these exhausts, cylinders or throats with this. */
  | {
      readonly do: 'look';
      readonly instrument: MixtureInstrument;
      readonly places: readonly string[];
      readonly purpose: 'first' | 'afterTurn' | 'check';
    }
  /** Count this screw in to its seat, write it down, and turn it back out. The engine stands. */
  | { readonly do: 'count'; readonly adjuster: string }
  /** Hold these sensors in free air and say what oxygen they show. */
  | { readonly do: 'freeAir'; readonly places: readonly string[] }
  | {
      readonly do: 'turn';
      readonly adjuster: string;
      readonly turns: Turns;
      readonly way: 'richer' | 'leaner';
      readonly throats: readonly string[];
      /**
       * `base`: to its base turns; `alive`: an engine that does not idle gets fuel first; `target`: to where it should be; `tell`: to see how the engine
       * answers; `opening`: for the first opening, its screw is set again after.
       */
      readonly purpose: TurnPurpose;
      readonly expected: readonly MixtureExpectation[];
      /** Expected change of the idle, as a share, where a hill is climbed. */
      readonly drop: number;
    };
