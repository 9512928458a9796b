import { describe, expect, it } from 'vitest';
import { type BenchMessage, gaugeStatus, practiceControl, takeTrace, tellProblem, watchBench } from './hub';

const meta = (stream: string) => ({ stream, source: `Gauge ${stream}` });

function watched(bench: string) {
  const heard: BenchMessage[] = [];
  return { heard, stop: watchBench(bench, (message) => heard.push(message)) };
}

describe('the hub of a bench', () => {
  it('tells watchers of a new gauge, then of its samples', () => {
    const { heard } = watched('a');
    takeTrace('a', meta('one'), 'text', 0);
    takeTrace('a', meta('one'), 'more', 50);
    expect(heard.map(({ kind }) => kind)).toEqual(['gauge', 'trace', 'trace']);
    expect(gaugeStatus('a', 60)).toEqual({ state: 'live', source: 'Gauge one', practice: false });
  });

  it('holds the bench for the first gauge and names a second, until the first has been silent for 3 s', () => {
    const { heard } = watched('b');
    takeTrace('b', meta('one'), '', 0);
    expect(takeTrace('b', meta('two'), '', 2999)).toEqual({ outcome: 'occupied', by: 'Gauge one' });
    expect(heard.at(-1)).toMatchObject({ kind: 'problem' });
    expect(gaugeStatus('b', 3000)).toEqual({ state: 'none' });
    expect(takeTrace('b', meta('two'), '', 3000)).toEqual({ outcome: 'taken' });
  });

  it('keeps benches apart, and forgets watchers that have gone', () => {
    const { heard, stop } = watched('c');
    takeTrace('d', meta('one'), '', 0);
    stop();
    tellProblem('c', 'nobody hears this');
    expect(heard).toEqual([]);
  });

  it('knows where a practice instrument takes turns only while it sends', () => {
    takeTrace('e', { ...meta('one'), control: 'http://127.0.0.1:4000' }, '', 0);
    expect(practiceControl('e', 100)).toBe('http://127.0.0.1:4000');
    expect(practiceControl('e', 5000)).toBeUndefined();
    expect(practiceControl('nowhere', 0)).toBeUndefined();
  });
});
