import { describe, expect, it } from 'vitest';
import { type BenchMessage, Hub, MOST_BENCHES, MOST_GAUGES, MOST_WATCHERS } from './hub';

const hub = new Hub();
const meta = (stream: string) => ({ stream, source: `Gauge ${stream}` });
const batch = (stream: string, text: string) => ({ meta: meta(stream), text, channels: 2, rateHz: 500 });

function watched(bench: string, stream?: string) {
  const heard: BenchMessage[] = [];
  const stop = hub.watch(bench, { stream, tell: (message) => heard.push(message) }, 0);
  if (stop === undefined) throw new Error('the bench takes watchers');
  return { heard, stop };
}

describe('the hub of a bench', () => {
  it('tells watchers of a new gauge, then of its samples', () => {
    const { heard } = watched('a');
    hub.take('a', batch('one', 'text'), 0);
    hub.take('a', batch('one', 'more'), 50);
    expect(heard.map(({ kind }) => kind)).toEqual(['gauge', 'trace', 'trace']);
    expect(hub.gaugeStatus('a', undefined, 60)).toMatchObject({ state: 'live', source: 'Gauge one', practice: false });
  });

  it('hears the first of two gauges until another is chosen or the first has been silent for 3 s, and lists both', () => {
    const first = watched('b');
    const second = watched('b', 'two');
    hub.take('b', batch('one', 'by one'), 0);
    hub.take('b', batch('two', 'by two'), 1);
    const traces = (heard: readonly BenchMessage[]) => heard.flatMap((m) => (m.kind === 'trace' ? [m.text] : []));
    expect([traces(first.heard), traces(second.heard)]).toEqual([['by one'], ['by two']]);
    expect(hub.gaugeStatus('b', undefined, 2)).toMatchObject({
      stream: 'one',
      sending: [
        { stream: 'one', channels: 2, rateHz: 500 },
        { stream: 'two', channels: 2, rateHz: 500 },
      ],
    });
    hub.take('b', batch('two', 'alone'), 3000);
    expect(traces(first.heard)).toEqual(['by one', 'alone']);
    expect(hub.gaugeStatus('b', 'one', 3000)).toMatchObject({ state: 'none', sending: [{ stream: 'two' }] });
  });

  it('takes no more gauges than anybody puts on an engine', () => {
    for (let i = 0; i < MOST_GAUGES; i += 1) hub.take('g', batch(`s${i}`, ''), 0);
    expect(hub.take('g', batch('late', ''), 0).outcome).toBe('full');
    expect(hub.take('g', batch('late', ''), 4000).outcome).toBe('taken');
  });

  it('keeps benches apart, and forgets watchers that have gone', () => {
    const { heard, stop } = watched('c');
    hub.take('d', batch('one', ''), 0);
    stop();
    hub.tellProblem('c', 'nobody hears this');
    expect(heard).toEqual([]);
  });

  it('knows where a practice instrument takes turns only while it sends', () => {
    hub.take('e', { ...batch('one', ''), meta: { ...meta('one'), control: 'http://127.0.0.1:4000' } }, 0);
    expect(hub.practiceControl('e', undefined, 100)).toBe('http://127.0.0.1:4000');
    expect(hub.practiceControl('e', 'one', 5000)).toBeUndefined();
    expect(hub.practiceControl('nowhere', undefined, 0)).toBeUndefined();
  });

  it('has so many watchers and no more, and so many benches at once; those that nobody uses make room', () => {
    const stops = Array.from({ length: MOST_WATCHERS }, () => hub.watch('f', { stream: undefined, tell: () => {} }, 0));
    expect(stops.every((stop) => stop !== undefined)).toBe(true);
    expect(hub.watch('f', { stream: undefined, tell: () => {} }, 0)).toBeUndefined();
    stops[0]?.();
    expect(hub.watch('f', { stream: undefined, tell: () => {} }, 0)).toBeDefined();
    const outcomes = Array.from(
      { length: MOST_BENCHES + 5 },
      (_, i) => hub.take(`many-${i}`, batch('x', ''), 10_000).outcome,
    );
    expect(outcomes.filter((outcome) => outcome === 'tooMany').length).toBeGreaterThan(0);
    expect(hub.take('many-late', batch('x', ''), 20_000).outcome).toBe('taken');
  });
});
