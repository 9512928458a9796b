import type { Fault } from '@amber-needle/core/faults';
import type { PracticeChoices, PracticeCommand, PracticeState } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import type { SignalReading } from '@amber-needle/core/signal';
import type { TableDescription, TableProposal, TraceProblem } from '@amber-needle/core/trace';
import type { GaugeStatus } from '@/server/bench/hub';

/** What the page asks of the signal worker. `request` numbers let late answers be told from new ones. */
export type SignalRequest =
  | {
      readonly kind: 'watch';
      readonly request: number;
      readonly url: string;
      readonly strokes: 2 | 4;
      /** For a gauge whose columns have names of their own. */
      readonly described: TableDescription | undefined;
    }
  /** Listens to text that the page reads off a serial port and passes on by `text`. */
  | {
      readonly kind: 'listen';
      readonly request: number;
      readonly name: string;
      readonly strokes: 2 | 4;
      readonly described: TableDescription | undefined;
    }
  | { readonly kind: 'text'; readonly text: string }
  /** Which throat each channel sits on; a channel that is not named sits where its trace says. */
  | { readonly kind: 'places'; readonly places: Places }
  /** Runs a practice engine here instead of watching a stream; `resume` takes it up where it was left. */
  | {
      readonly kind: 'practise';
      readonly request: number;
      readonly setup: Setup;
      readonly choices: PracticeChoices;
      readonly resume: PracticeResume | undefined;
    }
  | { readonly kind: 'practice'; readonly command: PracticeCommand }
  /** Something was turned: samples from before no longer count. */
  | { readonly kind: 'mark' }
  | {
      readonly kind: 'readFile';
      readonly request: number;
      readonly file: File;
      readonly strokes: 2 | 4;
      readonly described: TableDescription | undefined;
    }
  | { readonly kind: 'cancelFile' };

/** Throats by the channels that sit on them, as `v1`. */
export type Places = Readonly<Record<string, string>>;

/** The live state of a stream: `now` for the needles, `reading` for what can be written down. */
export interface LiveView {
  readonly latestS: number;
  readonly now: SignalReading;
  readonly reading: SignalReading;
  readonly barometerKPa: number;
  /** The channels that came last, and what each shows now, kPa. */
  readonly channels: readonly { readonly stem: string; readonly throat: string }[];
}

/** What a file came to. */
export interface FileReading {
  readonly name: string;
  readonly reading: SignalReading;
  readonly barometerKPa: number;
  readonly problems: readonly TraceProblem[];
}

/** Where a practice engine was left: its screws, its couplings, and whether it ran. */
export interface PracticeResume {
  readonly positions: Readonly<Record<string, number>>;
  readonly clamped: readonly string[];
  readonly running: boolean;
}

export type SignalResponse =
  /** The practice engine's state, and why its last command could not be carried out. */
  | {
      readonly kind: 'practice';
      readonly request: number;
      readonly state: PracticeState;
      /** What is wrong with it, for whoever asks to be told. */
      readonly faults: readonly Fault[];
      readonly trouble: string | undefined;
    }
  | { readonly kind: 'live'; readonly request: number; readonly live: LiveView }
  | { readonly kind: 'gauge'; readonly request: number; readonly gauge: GaugeStatus }
  | { readonly kind: 'line'; readonly request: number; readonly state: 'open' | 'lost' }
  | { readonly kind: 'problem'; readonly request: number; readonly message: string }
  | { readonly kind: 'fileProgress'; readonly request: number; readonly share: number }
  | { readonly kind: 'fileRead'; readonly request: number; readonly file: FileReading }
  /** A table whose columns have names of their own: what they may be, for somebody to confirm. */
  | { readonly kind: 'fileUnknown'; readonly request: number; readonly proposal: TableProposal }
  /** The same of a gauge that sends. */
  | { readonly kind: 'tableUnknown'; readonly request: number; readonly proposal: TableProposal }
  | {
      readonly kind: 'fileRefused';
      readonly request: number;
      readonly message: string;
      readonly problems: readonly TraceProblem[];
    };
