import { describe, expect, it } from 'vitest';
import {
  type BenchMessage,
  gaugeStatus,
  MOST_BENCHES,
  MOST_WATCHERS,
  practiceControl,
  takeTrace,
  tellProblem,
  watchBench,
} from './hub';

const meta = (stream: string) => ({ stream, source: `Gauge ${stream}` });

function watched(bench: string) {
  const heard: BenchMessage[] = [];
  const stop = watchBench(bench, 0, (message) => heard.push(message));
  if (stop === undefined) throw new Error('the bench takes watchers');
  return { heard, stop };
}

describe('the hub of a bench', () => {
  it('tells watchers of a new gauge, then of its samples', () => {
    const { heard } = watched('a');
    takeTrace('a', { meta: meta('one'), text: 'text' }, 0);
    takeTrace('a', { meta: meta('one'), text: 'more' }, 50);
    expect(heard.map(({ kind }) => kind)).toEqual(['gauge', 'trace', 'trace']);
    expect(gaugeStatus('a', 60)).toEqual({ state: 'live', source: 'Gauge one', practice: false });
  });

  it('holds the bench for the first gauge and names a second, until the first has been silent for 3 s', () => {
    const { heard } = watched('b');
    takeTrace('b', { meta: meta('one'), text: '' }, 0);
    expect(takeTrace('b', { meta: meta('two'), text: '' }, 2999)).toEqual({ outcome: 'occupied', by: 'Gauge one' });
    expect(heard.at(-1)).toMatchObject({ kind: 'problem' });
    expect(gaugeStatus('b', 3000)).toEqual({ state: 'none' });
    expect(takeTrace('b', { meta: meta('two'), text: '' }, 3000)).toEqual({ outcome: 'taken' });
  });

  it('keeps benches apart, and forgets watchers that have gone', () => {
    const { heard, stop } = watched('c');
    takeTrace('d', { meta: meta('one'), text: '' }, 0);
    stop();
    tellProblem('c', 'nobody hears this');
    expect(heard).toEqual([]);
  });

  it('knows where a practice instrument takes turns only while it sends', () => {
    takeTrace('e', { meta: { ...meta('one'), control: 'http://127.0.0.1:4000' }, text: '' }, 0);
    expect(practiceControl('e', 100)).toBe('http://127.0.0.1:4000');
    expect(practiceControl('e', 5000)).toBeUndefined();
    expect(practiceControl('nowhere', 0)).toBeUndefined();
  });

  it('has so many watchers and no more, and so many benches at once; those that nobody uses make room', () => {
    const stops = Array.from({ length: MOST_WATCHERS }, () => watchBench('f', 0, () => {}));
    expect(stops.every((stop) => stop !== undefined)).toBe(true);
    expect(watchBench('f', 0, () => {})).toBeUndefined();
    stops[0]?.();
    expect(watchBench('f', 0, () => {})).toBeDefined();
    const outcomes = Array.from(
      { length: MOST_BENCHES + 5 },
      (_, i) => takeTrace(`many-${i}`, { meta: meta('x'), text: '' }, 10_000).outcome,
    );
    expect(outcomes.filter((outcome) => outcome === 'tooMany').length).toBeGreaterThan(0);
    expect(takeTrace('many-late', { meta: meta('x'), text: '' }, 20_000).outcome).toBe('taken');
  });
});
