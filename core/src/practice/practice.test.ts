import { Ajv2020 } from 'ajv/dist/2020.js';
import Type from 'typebox';
import { describe, expect, it } from 'vitest';
import { FaultSchema } from '../faults';
import { ARCHETYPE_NAMES, ARCHETYPES } from '../setup';
import { seconds } from '../units';
import {
  checkPracticeChoices,
  checkPracticeCommand,
  createPracticeBench,
  DEFAULT_PRACTICE,
  drawFault,
  faultTemplates,
  STRENGTHS,
} from './index';

const bench = (choices: Partial<typeof DEFAULT_PRACTICE> = {}) =>
  createPracticeBench(ARCHETYPES.vTwin, { ...DEFAULT_PRACTICE, ...choices }, 500);

describe('the practice bench', () => {
  it('starts, holds a speed, lets go and stops, and tells so', () => {
    const { carryOut, state, engine } = bench();
    expect(state()).toMatchObject({ running: false, filters: true, holdRpm: null, faults: null, coolantC: 90 });
    carryOut({ do: 'start' });
    engine.advance(seconds(3));
    carryOut({ do: 'hold', rpm: 2200 });
    engine.advance(seconds(12));
    expect(Math.abs(engine.sensors().speed - 2200)).toBeLessThan(120);
    expect(state().holdRpm).toBe(2200);
    carryOut({ do: 'letGo' });
    engine.advance(seconds(8));
    expect(engine.sensors().speed).toBeLessThan(1400);
    carryOut({ do: 'stop' });
    expect(state().running).toBe(false);
  });

  it('says in words what cannot be turned, and what was broken', () => {
    const { carryOut, state } = bench();
    expect(carryOut({ do: 'turn', adjuster: 'A', turns: 0.0625 })).toBeUndefined();
    expect(carryOut({ do: 'turn', adjuster: 'A', turns: -10 })).toMatch(/3.0625 turns left that way/);
    expect(carryOut({ do: 'turn', adjuster: 'X', turns: 1 })).toMatch(/no screw X/);
    expect(state().damaged).toEqual([]);
    expect(carryOut({ do: 'turn', adjuster: 'A', turns: -10, forced: true })).toMatch(/damaged/);
    expect(state()).toMatchObject({ damaged: ['A'], positions: { A: -3 } });
    expect(carryOut({ do: 'couple', coupling: 'Z', clamped: true })).toMatch(/not there/);
  });

  it('keeps hidden faults to itself and shows the others', () => {
    const hidden = bench({ faults: { are: 'drawn' } });
    expect(hidden.state().faults).toBeNull();
    expect(hidden.faults).toEqual([drawFault(ARCHETYPES.vTwin, DEFAULT_PRACTICE.seed)]);
    expect(bench({ faults: { are: 'drawn' }, shown: true }).state().faults).toEqual(hidden.faults);
    expect(bench({ shown: true }).state().faults).toEqual([]);
  });

  it('can be cold, choked, warmed up, and have its filters off', () => {
    const { carryOut, state, engine } = bench({ cold: true });
    expect(state().coolantC).toBe(15);
    carryOut({ do: 'choke', share: 1 });
    carryOut({ do: 'start' });
    engine.advance(seconds(4));
    expect(state()).toMatchObject({ running: true, choke: 1 });
    carryOut({ do: 'warmUp' });
    carryOut({ do: 'choke', share: 0 });
    carryOut({ do: 'filters', on: false });
    expect(state()).toMatchObject({ coolantC: 90, choke: 0, filters: false });
  });

  it('holds a meter on a mouth and lays it aside again', () => {
    const { gauges, carryOut, state } = bench();
    carryOut({ do: 'start' });
    expect(carryOut({ do: 'meter', throat: '9' })).toContain('no throat 9');
    expect(carryOut({ do: 'meter', throat: '2' })).toBeUndefined();
    for (let i = 0; i < 2000; i += 1) gauges.take();
    expect(state().meter).toMatchObject({ throat: '2' });
    expect(state().meter?.shown).toBeGreaterThan(1);
    carryOut({ do: 'meter', throat: null });
    expect(state().meter).toBeNull();
  });

  it('puts all hoses on one throat, and each back on its own', () => {
    const { carryOut, state } = bench();
    expect(carryOut({ do: 'tee', on: true, throat: '9' })).toContain('no throat 9');
    carryOut({ do: 'tee', on: true, throat: '2' });
    expect(state().teed).toBe('2');
    carryOut({ do: 'tee', on: true });
    expect(state().teed).toBe('1');
    carryOut({ do: 'tee', on: false });
    expect(state().teed).toBeNull();
  });

  it('takes samples as a gauge set would', () => {
    const { gauges, carryOut } = bench();
    carryOut({ do: 'start' });
    const rows = Array.from({ length: 3 }, () => gauges.take());
    expect(rows.map(([time]) => time)).toEqual([0.002, 0.004, 0.006]);
    expect(rows[0]).toHaveLength(gauges.columns.length);
  });
});

describe('choices and commands', () => {
  it('are checked, with the path of what is wrong', () => {
    expect(checkPracticeChoices(DEFAULT_PRACTICE).outcome).toBe('valid');
    expect(checkPracticeChoices({ ...DEFAULT_PRACTICE, seed: -1 })).toMatchObject({
      outcome: 'invalid',
      problems: [{ path: '/seed' }],
    });
    expect(checkPracticeCommand({ do: 'turn', adjuster: 'A', turns: 0.1 }).outcome).toBe('invalid');
    expect(checkPracticeCommand({ do: 'explode' }).outcome).toBe('invalid');
    expect(checkPracticeCommand({ do: 'hold', rpm: 2000 }).outcome).toBe('valid');
  });
});

describe('fault templates', () => {
  const check = new Ajv2020({ strict: false }).compile(Type.Array(FaultSchema));

  it.each(ARCHETYPE_NAMES)('of %s are faults that the engine takes, in every strength', (name) => {
    for (const strength of STRENGTHS) {
      const templates = faultTemplates(ARCHETYPES[name], strength);
      expect(check(JSON.parse(JSON.stringify(templates)))).toBe(true);
      expect(new Set(templates.map((fault) => JSON.stringify(fault))).size).toBe(templates.length);
    }
  });

  it('are drawn by the seed, and in time every kind', () => {
    const kinds = new Set(Array.from({ length: 300 }, (_, seed) => drawFault(ARCHETYPES.siamesedFour, seed).kind));
    const all = new Set(faultTemplates(ARCHETYPES.siamesedFour, 'clear').map(({ kind }) => kind));
    expect(kinds).toEqual(all);
    expect(drawFault(ARCHETYPES.twin, 3)).toEqual(drawFault(ARCHETYPES.twin, 3));
  });
});
