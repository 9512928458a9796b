import type { Setup } from '../setup';
import type { CautionId } from './cautions';
import type { MeasuredAt } from './quantity';

export const STAGES = [
  { id: 'takeIn', name: 'Take in' },
  { id: 'ruleOut', name: 'Rule out the rest' },
  { id: 'benchWork', name: 'Bench work' },
  { id: 'bowls', name: 'Prove the bowls' },
  { id: 'base', name: 'Base setting' },
  { id: 'refit', name: 'Refit, first start' },
  { id: 'warmUp', name: 'Warm up, connect' },
  { id: 'balance', name: 'Balance at idle' },
  { id: 'mixture', name: 'Mixture' },
  { id: 'offIdle', name: 'Off idle' },
  { id: 'underWay', name: 'Under way' },
  { id: 'closeUp', name: 'Close up' },
  { id: 'coldStart', name: 'Cold start' },
] as const;

export type StageId = (typeof STAGES)[number]['id'];

/** What kind of visit it is. */
export const VISITS = ['full', 'balance', 'fault'] as const;
export type Visit = (typeof VISITS)[number];

/** What a complaint may point at, so that a short visit still has the steps that it needs. */
export type Hint = 'bowls' | 'storage' | 'spark' | 'throttle';

interface StepFacts {
  readonly id: string;
  readonly stage: StageId;
  /** The order, in a few words. */
  readonly order: string;
  readonly how: string;
  readonly at: MeasuredAt;
  readonly cautions: readonly CautionId[];
  readonly visits: readonly Visit[];
  /** Complaints that put it into every visit. */
  readonly hints: readonly Hint[];
  readonly needs?: (setup: Setup) => boolean;
  /** Steps that come before, and why. */
  readonly waits: readonly { readonly for: string; readonly because: string }[];
  readonly minutes: number;
}

/** What a step asks for: a figure or a choice, something done, a timed test, or a way to another view. */
export type Step = StepFacts &
  (
    | { readonly does: 'measure'; readonly quantity: string }
    | { readonly does: 'do' }
    | { readonly does: 'time' }
    | { readonly does: 'go'; readonly to: 'bench' | 'suspects' }
  );
