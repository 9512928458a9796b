import type {
  Doubt,
  FreeAir,
  KeptStretch,
  KnownBy,
  Marker,
  Pyramid,
  Relabelled,
  Response,
  RideDescription,
  RideProblems,
  RideProposal,
  RoadMap,
  Signature,
  TipIn,
  Unit,
} from '@amber-needle/core/road';

/** What somebody has said of a run. */
export interface RunWordsSaid {
  readonly stretches: readonly Relabelled[];
  readonly markerAt?: number | undefined;
}

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
      readonly words: RunWordsSaid;
    }
  /** Judges a ride that the worker holds anew. */
  | { readonly request: number; readonly kind: 'judge'; readonly hash: string; readonly words: RunWordsSaid }
  /** A file that was read is kept now, under this hash. */
  | { readonly request: number; readonly kind: 'keep'; readonly hash: string };

/** One sensor of a run as a page draws it. */
export interface DrawnSensor {
  readonly sensor: number;
  readonly name: string;
  readonly believed: Pyramid;
  readonly doubted: Pyramid;
  readonly seconds: Readonly<Record<Doubt, number>>;
  readonly response: Response;
  readonly freeAir: FreeAir | undefined;
  readonly signature: Signature | undefined;
  readonly units: readonly Unit[];
  readonly tipIn: TipIn | undefined;
  readonly map: RoadMap;
}

/** A run as a page draws it: judged, without its samples. */
export interface DrawnRun {
  readonly seconds: number;
  readonly step: number;
  readonly startedAt: number | undefined;
  readonly knownBy: KnownBy;
  readonly idleRpm: number;
  readonly stretches: readonly KeptStretch[];
  readonly marker: Marker | undefined;
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
