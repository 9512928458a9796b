import type { TraceMeta } from '@amber-needle/core/trace';

/** After this long without a sample a gauge counts as gone, and another may take its bench. */
const LEASE_MS = 3000;
/** More benches at once than any workshop has: further ones would only cost memory. Ours. */
export const MOST_BENCHES = 32;
/** Browsers share one watcher between their tabs, so a bench has few. Ours. */
export const MOST_WATCHERS = 32;

/** What the watchers of a bench are told. */
export type BenchMessage =
  | { readonly kind: 'trace'; readonly text: string }
  | { readonly kind: 'gauge'; readonly gauge: GaugeStatus }
  | { readonly kind: 'problem'; readonly message: string };

export type GaugeStatus =
  | { readonly state: 'none' }
  | { readonly state: 'live'; readonly source: string; readonly practice: boolean };

interface Gauge {
  readonly stream: string;
  readonly meta: TraceMeta;
  lastAt: number;
}

interface Bench {
  gauge: Gauge | undefined;
  watchers: Set<(message: BenchMessage) => void>;
}

declare global {
  var amberNeedleBenches: Map<string, Bench> | undefined;
}

/**
 * Who sends to which bench, and who watches. In memory only: all of it is learned again from the gauge's next post, within
 * a twentieth of a second, so a restarted process misses nothing (docs/decisions/0003-live-hub-in-memory.md).
 */
function benches(): Map<string, Bench> {
  globalThis.amberNeedleBenches ??= new Map();
  return globalThis.amberNeedleBenches;
}

/** The bench of a name, made when it is first used; undefined when there are too many in use. */
function benchOf(name: string, nowMs: number): Bench | undefined {
  const known = benches().get(name);
  if (known !== undefined) return known;
  for (const [each, bench] of benches()) {
    if (bench.watchers.size === 0 && liveGauge(bench, nowMs) === undefined) benches().delete(each);
  }
  if (benches().size >= MOST_BENCHES) return undefined;
  const made: Bench = { gauge: undefined, watchers: new Set() };
  benches().set(name, made);
  return made;
}

export type Taken =
  | { readonly outcome: 'taken' }
  | { readonly outcome: 'occupied'; readonly by: string }
  | { readonly outcome: 'tooMany' };

/** A batch as it came, and what its head says of the gauge. */
export interface SentBatch {
  readonly meta: TraceMeta;
  readonly text: string;
}

/** Passes a checked batch on to the bench's watchers, unless another gauge holds the bench. */
export function takeTrace(name: string, { meta, text }: SentBatch, nowMs: number): Taken {
  const bench = benchOf(name, nowMs);
  if (bench === undefined) return { outcome: 'tooMany' };
  const stream = meta.stream ?? 'unnamed';
  const holder = liveGauge(bench, nowMs);
  if (holder !== undefined && holder.stream !== stream) {
    const message = `A second gauge (${sourceOf(meta)}) is sending to this bench. It is not used; ${sourceOf(holder.meta)} goes on.`;
    tell(bench, { kind: 'problem', message });
    return { outcome: 'occupied', by: sourceOf(holder.meta) };
  }
  const isNew = holder === undefined;
  bench.gauge = { stream, meta, lastAt: nowMs };
  if (isNew) tell(bench, { kind: 'gauge', gauge: statusOf(bench, nowMs) });
  tell(bench, { kind: 'trace', text });
  return { outcome: 'taken' };
}

/** Tells the bench's watchers that a batch could not be used. */
export function tellProblem(name: string, message: string): void {
  const bench = benches().get(name);
  if (bench !== undefined) tell(bench, { kind: 'problem', message });
}

export function gaugeStatus(name: string, nowMs: number): GaugeStatus {
  const bench = benches().get(name);
  return bench === undefined ? { state: 'none' } : statusOf(bench, nowMs);
}

/** Where the bench's practice instrument takes screw turns, if that is what sends to it. */
export function practiceControl(name: string, nowMs: number): string | undefined {
  const bench = benches().get(name);
  return bench && liveGauge(bench, nowMs)?.meta.control;
}

/** Listens to a bench until the returned function is called; undefined when the bench has all the watchers that it may have. */
export function watchBench(
  name: string,
  nowMs: number,
  listener: (message: BenchMessage) => void,
): (() => void) | undefined {
  const bench = benchOf(name, nowMs);
  if (bench === undefined || bench.watchers.size >= MOST_WATCHERS) return undefined;
  bench.watchers.add(listener);
  return () => bench.watchers.delete(listener);
}

function tell(bench: Bench, message: BenchMessage): void {
  for (const listener of bench.watchers) listener(message);
}

function liveGauge(bench: Bench, nowMs: number): Gauge | undefined {
  return bench.gauge !== undefined && nowMs - bench.gauge.lastAt < LEASE_MS ? bench.gauge : undefined;
}

function statusOf(bench: Bench, nowMs: number): GaugeStatus {
  const gauge = liveGauge(bench, nowMs);
  if (gauge === undefined) return { state: 'none' };
  return { state: 'live', source: sourceOf(gauge.meta), practice: gauge.meta.control !== undefined };
}

function sourceOf(meta: TraceMeta): string {
  return meta.source ?? 'a gauge without a name';
}
