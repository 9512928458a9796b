import type { Forecast } from '../belief';
import type { Suspicion } from '../faults';
import type { CircuitStand, MixtureStep } from '../mixture';
import type { Rpm, Seconds, Turns } from '../units';
import type { OffIdleFinding } from './offIdle';

/** What is known when a suggestion is given: behind the *why* key. */
export interface Grounds {
  /** Probability that every pair is within tolerance and the idle in its band, as things stand. */
  readonly probability: number;
  /** The same for the two halves of that question. */
  readonly balanced: number;
  readonly idleInBand: number;
  /** What the belief holds now. */
  readonly now: Forecast;
  readonly readings: number;
}

/** What one turn in of a screw does, as far as is known: change of its throats against the others, kPa of depression or per cent of air. */
export interface ScrewEffect {
  readonly perTurn: number;
  /** Relative standard uncertainty. */
  readonly doubt: number;
}

/**
 * The next thing to do. Without words: `phraseAdvice` in the interface has those.
 * `read`: what for, and how long to hold still. `settle`: let the engine come to rest first. `couple`: clamp, or loosen and go back.
 */
export type Advice = { readonly grounds: Grounds } & (
  | {
      readonly kind: 'read';
      readonly purpose:
        | 'zeroGauges'
        | 'firstReading'
        | 'matchGauges'
        | 'afterMatching'
        | 'afterMove'
        | 'afterCoupling'
        /** Open the throttle for a moment first and turn nothing: what comes to rest elsewhere then was no screw. */
        | 'afterBlip'
        /** A meter on one mouth after the other: where less air comes in than the depression speaks of, some comes in behind. */
        | 'meterMouths'
        | 'longer';
      readonly duration: Seconds;
    }
  | { readonly kind: 'settle'; readonly after: 'move' | 'coupled'; readonly duration: Seconds }
  | {
      readonly kind: 'turn';
      readonly adjuster: string;
      readonly turns: Turns;
      readonly expected: Forecast;
      /** Probability that every target holds after the move. */
      readonly probabilityAfter: number;
      readonly effect: ScrewEffect;
      /** `whichNeedles`: to see which needles it moves, for hoses may sit on each other's throats. */
      readonly purpose: 'balance' | 'idleSpeed' | 'whichNeedles' | 'afterStall';
    }
  | { readonly kind: 'couple'; readonly coupling: string; readonly state: 'clamped' | 'loosened' }
  /**
   * Neither a turn nor a reading helps. `screws`: no free screw reaches balance; `speed`: none brings the idle into its band;
   * `readings`: as good as it gets, and not sure enough.
   */
  | { readonly kind: 'undecided'; readonly limit: 'screws' | 'speed' | 'readings' }
  /** Moves did not do what an honest screw would, or the bank was found as none would leave it. */
  | { readonly kind: 'suspect'; readonly suspicion: Suspicion; readonly suspicionProbability: number }
  /** The mixture is due: a look at it, or a turn of one of its screws. */
  | { readonly kind: 'mixture'; readonly step: MixtureStep; readonly stands: readonly CircuitStand[] }
  /** The engine is held above idle: read there. */
  | { readonly kind: 'holdAndRead'; readonly hold: Rpm; readonly duration: Seconds }
  /** What that showed. */
  | { readonly kind: 'offIdle'; readonly finding: OffIdleFinding }
  | { readonly kind: 'done' }
);
