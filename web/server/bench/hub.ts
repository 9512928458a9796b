import type { TraceMeta } from '@amber-needle/core/trace';

/** After this long without a sample a gauge counts as gone. */
const LEASE_MS = 3000;
/** More benches at once than any workshop has: further ones would only cost memory. Ours. */
export const MOST_BENCHES = 32;
/** More gauges at once than anybody puts on one engine. Ours. */
export const MOST_GAUGES = 8;
/** Browsers share one watcher between their tabs, so a bench has few. Ours. */
export const MOST_WATCHERS = 32;

/** What the watchers of a bench are told. */
export type BenchMessage =
  | { readonly kind: 'trace'; readonly text: string }
  | { readonly kind: 'gauge'; readonly gauge: GaugeStatus }
  | { readonly kind: 'problem'; readonly message: string };

/** A gauge that sends, as a bench lists it. */
export interface SendingGauge {
  readonly stream: string;
  readonly source: string;
  /** Its screws can be turned from the bench: it is a practice engine. */
  readonly practice: boolean;
  readonly channels: number;
  /** Samples a second; undefined while too few have come to tell. */
  readonly rateHz: number | undefined;
}

/** What a watcher hears, and what else it could listen to. */
export type GaugeStatus =
  | { readonly state: 'none'; readonly sending: readonly SendingGauge[] }
  | {
      readonly state: 'live';
      readonly stream: string;
      readonly source: string;
      readonly practice: boolean;
      readonly sending: readonly SendingGauge[];
    };

interface Gauge {
  readonly stream: string;
  meta: TraceMeta;
  channels: number;
  rateHz: number | undefined;
  lastAt: number;
}

interface Watcher {
  /** The stream it chose; undefined listens to the one that sends longest. */
  readonly stream: string | undefined;
  readonly tell: (message: BenchMessage) => void;
}

interface Bench {
  /** In the order in which they began to send. */
  readonly gauges: Map<string, Gauge>;
  readonly watchers: Set<Watcher>;
}

/** `tooMany`: benches in use; `full`: gauges that send to this one. */
export type Taken = { readonly outcome: 'taken' } | { readonly outcome: 'tooMany' } | { readonly outcome: 'full' };

/** A batch as it came, what its head says of the gauge, how many channels it has and how long it lasts. */
export interface SentBatch {
  readonly meta: TraceMeta;
  readonly text: string;
  readonly channels: number;
  /** Samples a second, as far as this batch tells. */
  readonly rateHz: number | undefined;
}

/** What a bench of this process was given, as other processes are told of it: a batch as it came, or what is wrong with one. */
export interface Given {
  readonly bench: string;
  readonly kind: 'trace' | 'problem';
  readonly text: string;
}

/**
 * Who sends to which bench, and who watches what. In memory only: all of it is learned again from the gauge's next post, within
 * a twentieth of a second, so a restarted process misses nothing (docs/decisions/0003-live-hub-in-memory.md). What comes to another
 * process is given to this one by the relay (docs/decisions/0018-a-relay-between-processes.md).
 */
export class Hub {
  private readonly benches = new Map<string, Bench>();
  /** Told of all that gauges of this process send, so that other processes can be. */
  onGiven: (given: Given) => void = () => {};

  /** Passes a checked batch on to those of the bench's watchers that listen to its gauge, and to other processes. */
  take(name: string, batch: SentBatch, nowMs: number): Taken {
    const taken = this.deliver(name, batch, nowMs);
    if (taken.outcome === 'taken') this.onGiven({ bench: name, kind: 'trace', text: batch.text });
    return taken;
  }

  /** Tells the bench's watchers, here and in other processes, that a batch could not be used. */
  tellProblem(name: string, message: string): void {
    this.deliverProblem(name, message);
    this.onGiven({ bench: name, kind: 'problem', text: message });
  }

  gaugeStatus(name: string, stream: string | undefined, nowMs: number): GaugeStatus {
    const bench = this.benches.get(name);
    return bench === undefined ? { state: 'none', sending: [] } : statusOf(bench, stream, nowMs);
  }

  /** Where a practice instrument takes screw turns, if one sends to the bench: the stream's, or the first that is one. */
  practiceControl(name: string, stream: string | undefined, nowMs: number): string | undefined {
    const bench = this.benches.get(name);
    return bench && heardBy(bench, stream, nowMs)?.meta.control;
  }

  /** Listens to a bench until the returned function is called; undefined when the bench has all the watchers that it may have. */
  watch(name: string, watcher: Watcher, nowMs: number): (() => void) | undefined {
    const bench = this.benchOf(name, nowMs);
    if (bench === undefined || bench.watchers.size >= MOST_WATCHERS) return undefined;
    bench.watchers.add(watcher);
    return () => bench.watchers.delete(watcher);
  }

  /** The same without telling other processes: one of them was given it. */
  deliver(name: string, { meta, text, channels, rateHz }: SentBatch, nowMs: number): Taken {
    const bench = this.benchOf(name, nowMs);
    if (bench === undefined) return { outcome: 'tooMany' };
    const stream = meta.stream ?? 'unnamed';
    for (const [each, gauge] of bench.gauges) if (isGone(gauge, nowMs)) bench.gauges.delete(each);
    const known = bench.gauges.get(stream);
    if (known === undefined && bench.gauges.size >= MOST_GAUGES) return { outcome: 'full' };
    bench.gauges.set(stream, { stream, meta, channels, rateHz: smoothed(known?.rateHz, rateHz), lastAt: nowMs });
    for (const watcher of bench.watchers) {
      if (known === undefined) watcher.tell({ kind: 'gauge', gauge: statusOf(bench, watcher.stream, nowMs) });
      if (heardBy(bench, watcher.stream, nowMs)?.stream === stream) watcher.tell({ kind: 'trace', text });
    }
    return { outcome: 'taken' };
  }

  /** The same as `tellProblem`, without telling other processes. */
  deliverProblem(name: string, message: string): void {
    for (const { tell } of this.benches.get(name)?.watchers ?? []) tell({ kind: 'problem', message });
  }

  /** The bench of a name, made when it is first used; undefined when there are too many in use. */
  private benchOf(name: string, nowMs: number): Bench | undefined {
    const known = this.benches.get(name);
    if (known !== undefined) return known;
    for (const [each, bench] of this.benches) {
      if (bench.watchers.size === 0 && sendingTo(bench, nowMs).length === 0) this.benches.delete(each);
    }
    if (this.benches.size >= MOST_BENCHES) return undefined;
    const made: Bench = { gauges: new Map(), watchers: new Set() };
    this.benches.set(name, made);
    return made;
  }
}

/** A batch of some samples tells its rate badly: shown to two figures, and slow to change. */
function smoothed(before: number | undefined, now: number | undefined): number | undefined {
  if (now === undefined || before === undefined) return now ?? before;
  return before + (now - before) / 10;
}

function isGone({ lastAt }: Gauge, nowMs: number): boolean {
  return nowMs - lastAt >= LEASE_MS;
}

function sendingTo(bench: Bench, nowMs: number): readonly Gauge[] {
  return [...bench.gauges.values()].filter((gauge) => !isGone(gauge, nowMs));
}

/** The gauge that was chosen, whether or not it sends; without a choice the one that sends longest. */
function heardBy(bench: Bench, stream: string | undefined, nowMs: number): Gauge | undefined {
  const sending = sendingTo(bench, nowMs);
  return stream === undefined ? sending[0] : sending.find((gauge) => gauge.stream === stream);
}

function statusOf(bench: Bench, stream: string | undefined, nowMs: number): GaugeStatus {
  const sending = sendingTo(bench, nowMs).map(
    ({ stream: each, meta, channels, rateHz }): SendingGauge => ({
      stream: each,
      source: sourceOf(meta),
      practice: meta.control !== undefined,
      channels,
      rateHz: rateHz === undefined ? undefined : Number(rateHz.toPrecision(1)),
    }),
  );
  const heard = heardBy(bench, stream, nowMs);
  if (heard === undefined) return { state: 'none', sending };
  const { meta } = heard;
  return { state: 'live', stream: heard.stream, source: sourceOf(meta), practice: meta.control !== undefined, sending };
}

function sourceOf(meta: TraceMeta): string {
  return meta.source ?? 'a gauge without a name';
}
