import { createEngine } from '@amber-needle/core/engine';
import { decodeTrace, samplesOf } from '@amber-needle/core/formats/trace';
import { twinWithTwoStops } from '@amber-needle/core/setup';
import { describe, expect, it } from 'vitest';
import { carryOut, checkCommand } from './command';
import { createGaugeSet } from './gaugeSet';
import { HELP, parseOptions } from './options';

function engine() {
  return createEngine(twinWithTwoStops, { seed: 7 });
}

describe('command line', () => {
  it('has a value for every option', () => {
    expect(parseOptions(['--seed', '9'])).toEqual({
      outcome: 'run',
      options: {
        app: 'http://127.0.0.1:3000',
        bench: 'main',
        port: 0,
        seed: 9,
        rateHz: 500,
        setupFile: undefined,
        archetype: 'twin',
        altitudeM: 0,
        faults: [],
        running: false,
      },
    });
    expect(parseOptions(['--help'])).toEqual({ outcome: 'help' });
  });

  it.each([
    ['--rate', '20'],
    ['--seed', 'x'],
    ['--port', '70000'],
    ['--app', 'nowhere'],
    ['--colour', 'red'],
    ['--archetype', 'rack5'],
    ['--altitude', 'high'],
    ['--faults', '[{"kind":"gremlin"}]'],
    ['--faults', 'leak'],
  ])('refuses %s %s with a reason', (...args) => {
    expect(parseOptions(args)).toMatchObject({ outcome: 'wrong' });
  });

  it('tells in its help of every option', () => {
    for (const option of [
      'app',
      'bench',
      'port',
      'seed',
      'rate',
      'archetype',
      'altitude',
      'faults',
      'setup',
      'running',
    ])
      expect(HELP).toContain(`--${option}`);
  });
});

describe('commands', () => {
  it('turn screws in sixteenths and say why not', () => {
    const e = engine();
    expect(carryOut(e, { do: 'turn', adjuster: 'A', turns: 0.125 })).toBeUndefined();
    expect(e.positions().A).toBe(0.125);
    expect(carryOut(e, { do: 'turn', adjuster: 'A', turns: 9 })).toMatch(/past its seat or end/);
    expect(carryOut(e, { do: 'couple', coupling: 'C', clamped: true })).toBeUndefined();
    expect(checkCommand({ do: 'turn', adjuster: 'A', turns: 0.1 }).outcome).toBe('invalid');
    expect(checkCommand({ do: 'explode' }).outcome).toBe('invalid');
  });
});

describe('the gauge set', () => {
  it('sends a trace that reads back, 500 samples a second, offsets and all', () => {
    const e = engine();
    const gauges = createGaugeSet(twinWithTwoStops, e, 7, 500, { reference: 'vacuum', stream: 'test' });
    const { trace, problems } = decodeTrace(gauges.traceUpTo(500));
    expect(problems).toEqual([]);
    const samples = samplesOf(trace);
    expect(samples.times).toHaveLength(500);
    expect(samples.times.at(-1)).toBeCloseTo(1, 9);
    samples.channels.forEach(({ depressionsKPa }, i) => {
      const mean = depressionsKPa.reduce((a, b) => a + b, 0) / depressionsKPa.length;
      expect(mean).toBeCloseTo(gauges.offsets[i] ?? 0, 1);
    });
    expect(decodeTrace(gauges.traceUpTo(525)).trace.rows).toHaveLength(25);
  });
});
