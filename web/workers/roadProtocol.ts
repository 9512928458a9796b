import type {
  Pyramid,
  RideDescription,
  RideProblems,
  RideProposal,
  RoadMap,
  RunJudgement,
  RunWords,
  SensorJudgement,
} from '@amber-needle/core/road';

/** What the page asks of the worker of rides. `request` numbers let answers find their question. */
export type RoadRequest =
  /** What are the columns of this file? */
  | { readonly request: number; readonly kind: 'look'; readonly file: File }
  /** Reads a file, and packs it to be kept. */
  | { readonly request: number; readonly kind: 'read'; readonly file: File; readonly description: RideDescription }
  /** Reads a ride that is kept, once; it stays in the worker under its hash. */
  | {
      readonly request: number;
      readonly kind: 'open';
      readonly hash: string;
      readonly description: RideDescription;
      readonly words: RunWords;
    }
  /** Judges a ride that the worker holds anew. */
  | { readonly request: number; readonly kind: 'judge'; readonly hash: string; readonly words: RunWords }
  /** A file that was read is kept now, under this hash. */
  | { readonly request: number; readonly kind: 'keep'; readonly hash: string };

/** One sensor of a run as a page draws it. */
export interface DrawnSensor extends Omit<SensorJudgement, 'lambda' | 'doubts'> {
  readonly believed: Pyramid;
  readonly doubted: Pyramid;
  readonly map: RoadMap;
}

/** A run as a page draws it: judged, without its samples. */
export interface DrawnRun extends Omit<RunJudgement, 'ride' | 'sensors'> {
  readonly seconds: number;
  readonly step: number;
  readonly startedAt: number | undefined;
  readonly sensors: readonly DrawnSensor[];
}

export type RoadResponse =
  | { readonly request: number; readonly kind: 'progress'; readonly share: number }
  | { readonly request: number; readonly kind: 'proposed'; readonly proposal: RideProposal | undefined }
  | {
      readonly request: number;
      readonly kind: 'read';
      readonly run: DrawnRun;
      readonly problems: RideProblems;
      readonly rows: number;
      /** The file, gzipped. */
      readonly packed: Blob;
    }
  | { readonly request: number; readonly kind: 'judged'; readonly run: DrawnRun }
  | { readonly request: number; readonly kind: 'kept' }
  | { readonly request: number; readonly kind: 'failed'; readonly reason: string };
