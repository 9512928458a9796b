import type { TraceMeta } from '@amber-needle/core/formats/trace';

/** After this long without a sample a gauge counts as gone, and another may take its bench. */
const LEASE_MS = 3000;
/** A watcher that lets this many messages pile up has stopped listening. */
const LONGEST_QUEUE = 500;

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
function benchOf(name: string): Bench {
  globalThis.amberNeedleBenches ??= new Map();
  const benches = globalThis.amberNeedleBenches;
  const bench = benches.get(name) ?? { gauge: undefined, watchers: new Set() };
  benches.set(name, bench);
  return bench;
}

export type Taken = { readonly outcome: 'taken' } | { readonly outcome: 'occupied'; readonly by: string };

/** Passes a checked batch on to the bench's watchers, unless another gauge holds the bench. */
export function takeTrace(name: string, meta: TraceMeta, text: string, nowMs: number): Taken {
  const bench = benchOf(name);
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
  tell(benchOf(name), { kind: 'problem', message });
}

export function gaugeStatus(name: string, nowMs: number): GaugeStatus {
  return statusOf(benchOf(name), nowMs);
}

/** Where the bench's practice instrument takes screw turns, if that is what sends to it. */
export function practiceControl(name: string, nowMs: number): string | undefined {
  return liveGauge(benchOf(name), nowMs)?.meta.control;
}

/** Listens to a bench until the returned function is called. */
export function watchBench(name: string, listener: (message: BenchMessage) => void): () => void {
  const { watchers } = benchOf(name);
  watchers.add(listener);
  return () => watchers.delete(listener);
}

export const WATCHER_LIMIT = LONGEST_QUEUE;

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
