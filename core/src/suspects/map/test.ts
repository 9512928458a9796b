import type { Site } from './observation';

/** What may be hurt while a test is done: the caution that the screen shows comes from here. */
export type Hazard = 'none' | 'hot' | 'fuel' | 'fire' | 'spark' | 'road';

/** One answer that a test can have. */
export interface Answer {
  readonly id: string;
  readonly text: string;
}

/** Something that can be done to part suspects. */
export interface Test {
  readonly id: string;
  /** The order, in a few words. */
  readonly name: string;
  readonly steps: string;
  readonly at: Site;
  readonly minutes: number;
  readonly tools: string;
  /** What must come off. */
  readonly takesOff: string;
  readonly hazard: Hazard;
  /** Whether all is as it was afterwards. */
  readonly undone: boolean;
  /** Machines that it can be done on; all when left out. */
  readonly needs?: MachineNeed;
  /** Two to four; the first is what a machine shows that has nothing to do with it. */
  readonly answers: readonly [Answer, Answer, ...Answer[]];
}

/** What a machine must have. */
export type MachineNeed =
  | 'slides'
  | 'constantDepression'
  | 'plates'
  | 'sharedManifold'
  | 'plenum'
  | 'manyCircuits'
  | 'fourStroke'
  | 'twoStroke'
  | 'severalThroats'
  | 'fuelScrews';
