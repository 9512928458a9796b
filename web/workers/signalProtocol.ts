import type { TraceProblem } from '@amber-needle/core/formats/trace';
import type { SignalReading } from '@amber-needle/core/signal';
import type { GaugeStatus } from '@/server/bench/hub';

/** What the page asks of the signal worker. `request` numbers let late answers be told from new ones. */
export type SignalRequest =
  | { readonly kind: 'watch'; readonly request: number; readonly url: string; readonly strokes: 2 | 4 }
  /** Something was turned: samples from before no longer count. */
  | { readonly kind: 'mark' }
  | { readonly kind: 'readFile'; readonly request: number; readonly file: File; readonly strokes: 2 | 4 }
  | { readonly kind: 'cancelFile' };

/** The live state of a stream: `now` for the needles, `reading` for what can be written down. */
export interface LiveView {
  readonly latestS: number;
  readonly now: SignalReading;
  readonly reading: SignalReading;
  readonly barometerKPa: number;
}

/** What a file came to. */
export interface FileReading {
  readonly name: string;
  readonly reading: SignalReading;
  readonly barometerKPa: number;
  readonly problems: readonly TraceProblem[];
}

export type SignalResponse =
  | { readonly kind: 'live'; readonly request: number; readonly live: LiveView }
  | { readonly kind: 'gauge'; readonly request: number; readonly gauge: GaugeStatus }
  | { readonly kind: 'line'; readonly request: number; readonly state: 'open' | 'lost' }
  | { readonly kind: 'problem'; readonly request: number; readonly message: string }
  | { readonly kind: 'fileProgress'; readonly request: number; readonly share: number }
  | { readonly kind: 'fileRead'; readonly request: number; readonly file: FileReading }
  | {
      readonly kind: 'fileRefused';
      readonly request: number;
      readonly message: string;
      readonly problems: readonly TraceProblem[];
    };
