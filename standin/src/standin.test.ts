import { DEFAULT_PRACTICE } from '@amber-needle/core/practice';
import { describe, expect, it } from 'vitest';
import { HELP, parseOptions } from './options';

describe('command line', () => {
  it('has a value for every option', () => {
    expect(parseOptions(['--seed', '9'])).toEqual({
      outcome: 'run',
      options: {
        app: 'http://127.0.0.1:3000',
        bench: 'main',
        port: 0,
        serial: undefined,
        rateHz: 500,
        setupFile: undefined,
        archetype: 'twin',
        choices: { ...DEFAULT_PRACTICE, seed: 9 },
        running: false,
      },
    });
    expect(parseOptions(['--help'])).toEqual({ outcome: 'help' });
  });

  it('takes the choices of the practice panel', () => {
    const fault = { kind: 'airLeak', throat: '1', areaMm2: 1 };
    const parsed = parseOptions(['--faults', JSON.stringify([fault]), '--show-faults', '--cold', '--altitude', '900']);
    expect(parsed.outcome === 'run' && parsed.options.choices).toEqual({
      ...DEFAULT_PRACTICE,
      altitudeM: 900,
      faults: { are: 'chosen', faults: [fault] },
      shown: true,
      cold: true,
    });
    const drawn = parseOptions(['--faults', 'drawn']);
    expect(drawn.outcome === 'run' && drawn.options.choices.faults).toEqual({ are: 'drawn' });
  });

  it.each([
    ['--rate', '20'],
    ['--seed', 'x'],
    ['--port', '70000'],
    ['--app', 'nowhere'],
    ['--colour', 'red'],
    ['--archetype', 'rack5'],
    ['--altitude', 'high'],
    ['--altitude', ''],
    ['--seed', ''],
    ['--pace', '0.5'],
    ['--pace', '99'],
    ['--bench', '../x'],
    ['--faults', '[{"kind":"gremlin"}]'],
    ['--faults', 'leak'],
  ])('refuses %s %s with a reason that names it', (option, value) => {
    expect(parseOptions([option, value])).toMatchObject({
      outcome: 'wrong',
      reason: expect.stringContaining(option === '--colour' ? 'colour' : option),
    });
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
      'show-faults',
      'cold',
      'setup',
      'running',
    ])
      expect(HELP).toContain(`--${option}`);
  });
});
