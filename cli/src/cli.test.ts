import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { createEngine } from '@amber-needle/core/engine';
import { writeJob } from '@amber-needle/core/formats/job';
import type { EventOf } from '@amber-needle/core/job';
import { FULL_LOG, RIGHT, rideTable, simulateRide } from '@amber-needle/core/rideModel';
import { ARCHETYPES, twinWithTwoStops } from '@amber-needle/core/setup';
import { append, opened, reading, zero } from '@amber-needle/core/testing';
import { encodeTrace } from '@amber-needle/core/trace';
import { seconds } from '@amber-needle/core/units';
import { describe, expect, it } from 'vitest';
import { needle as run } from './needle';

const NEEDLE = fileURLToPath(new URL('../bin/needle.mjs', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'needle-cli-'));

interface Ran {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

/** The program in this process: files are real, standard input is `input`. */
async function needle(args: readonly string[], input = ''): Promise<Ran> {
  const ran = { out: '', err: '' };
  const code = await run(args, {
    read: (path) => (path === '-' ? input : readFileSync(path, 'utf8')),
    lines: async function* () {
      yield* input.split('\n');
    },
    out: (text) => {
      ran.out += text;
    },
    err: (text) => {
      ran.err += text;
    },
  });
  return { code, ...ran };
}

/** The program as a shell calls it. */
function calledNeedle(args: readonly string[], input = ''): Promise<Ran> {
  return new Promise((resolve) => {
    const child = execFile(process.execPath, [NEEDLE, ...args], (error, out, err) => {
      resolve({ code: typeof error?.code === 'number' ? error.code : 0, out, err });
    });
    child.stdin?.end(input);
  });
}

function file(name: string, content: string | object): string {
  const path = join(folder, name);
  writeFileSync(path, typeof content === 'string' ? content : JSON.stringify(content));
  return path;
}

/** Eight seconds of the practice engine in inches of mercury, without a tachometer. */
function traceText(): { readonly text: string; readonly truthKPa: readonly number[]; readonly rpm: number } {
  const engine = createEngine(twinWithTwoStops, { seed: 12 });
  engine.start();
  engine.advance(seconds(8));
  const rows = Array.from({ length: 4000 }, () => {
    engine.advance(seconds(0.002));
    const { time, runnerPressures, ambient } = engine.sensors();
    return [time, ...runnerPressures.map((p) => (ambient - p) / 3386.389)];
  });
  const columns = [
    { kind: 'time', name: 't_s', scale: 's' } as const,
    { kind: 'pressure', name: 'v1_inhg', stem: 'v1', unit: 'inhg' } as const,
    { kind: 'pressure', name: 'v2_inhg', stem: 'v2', unit: 'inhg' } as const,
  ];
  const truth = engine.truth();
  return {
    text: encodeTrace({ meta: {}, columns, rows }),
    truthKPa: truth.depressions.map((d) => d / 1000),
    rpm: truth.speed,
  };
}

const apart = [zero(0, 0), reading({ kPa: [44, 40] })].reduce(append, opened);

describe('needle read', () => {
  it('gives readings in kPa with uncertainty, and speed from the pulses', async () => {
    const { text, truthKPa, rpm } = traceText();
    const { code, out, err } = await needle(['read', file('trace.csv', text)]);
    expect({ code, err }).toEqual({ code: 0, err: '' });
    const result = JSON.parse(out);
    expect(result.phase).toBe('steady');
    result.channels.forEach((channel: { depressionKPa: number; uncertaintyKPa: number }, i: number) => {
      expect(Math.abs(channel.depressionKPa - (truthKPa[i] ?? 0))).toBeLessThan(4 * channel.uncertaintyKPa + 0.1);
      expect(channel.uncertaintyKPa).toBeLessThan(0.4);
    });
    expect(result.speed.rpm / rpm).toBeCloseTo(1, 1);
  });

  it('keeps standard output clean when the file is wrong', async () => {
    const { code, out, err } = await needle(['read', file('bad.csv', '# reference: absolute\nt_s,v1_kpa\n0,60\n')]);
    expect({ code, out }).toEqual({ code: 2, out: '' });
    expect(err).toMatch(/bad\.csv:2: An absolute trace needs its barometer/);
  });

  it('reads from standard input and warns of rows passed over', async () => {
    const rows = Array.from({ length: 40 }, (_, i) => `${i * 0.2},${40 + (i % 2) / 10}`).join('\n');
    const { code, out, err } = await calledNeedle(['read', '-'], `t_s,v1_kpa\n${rows}\n8,x\n`);
    expect(code).toBe(0);
    expect(err).toMatch(/-:42: "x" in column v1_kpa is not a number/);
    expect(JSON.parse(out).channels[0].depressionKPa).toBeCloseTo(40.05, 2);
  });
});

it('corrects no option in silence', async () => {
  const trace = file('options.csv', 't_s,v1_kpa\n0,40\n');
  const wrong = [
    [['read', trace, '--strokes', '3'], '--strokes 3: give 2 or 4'],
    [['read', trace, '--seed', ''], 'give a whole number'],
    [['read', trace, 'another.csv'], 'takes one file, not also another.csv'],
  ] as const;
  const ran = await Promise.all(wrong.map(([args]) => needle(args)));
  for (const [i, { code, out, err }] of ran.entries())
    expect([code, out, err]).toEqual([2, '', expect.stringContaining(wrong[i]?.[1] ?? 'no words')]);
});

describe('needle advise', () => {
  it('covers the mixture in the same loop, once a plan says what there is to look with', async () => {
    const log = append(append([], { kind: 'opened', machine: 'Heron', complaint: '', setup: ARCHETYPES.vTwin }), {
      kind: 'mixturePlan',
      instruments: ['sensor'],
      sensor: 'each',
      rule: { by: 'lambda', target: 0.95 },
      fuel: { ethanol: 0, methanol: 0 },
      ignition: 'modest',
      order: 'mixtureOnly',
    });
    const first = JSON.parse((await needle(['advise', file('mix.json', writeJob(log))])).out);
    expect(first).toMatchObject({ kind: 'mixture', do: 'count', adjuster: 'M1' });
    expect(first.circuits[0]).toMatchObject({ throat: '1', target: expect.closeTo(0.95, 6) });
    const seen: readonly EventOf<'mixtureSeen'>['seen'][] = [
      { how: 'turns', adjuster: 'M1', fromSeat: 2 },
      { how: 'turns', adjuster: 'M2', fromSeat: 2 },
      { how: 'freeAir', exhaust: '1', oxygenPercent: 20.9 },
      { how: 'freeAir', exhaust: '2', oxygenPercent: 21 },
      {
        how: 'sensor',
        figures: [
          { exhaust: '1', lambda: 1.06 },
          { exhaust: '2', lambda: 0.95 },
        ],
      },
    ];
    const known = seen.reduce((events, each) => append(events, { kind: 'mixtureSeen', seen: each }), log);
    const turn = JSON.parse((await needle(['advise', file('mix2.json', writeJob(known))])).out);
    expect(turn).toMatchObject({ kind: 'mixture', do: 'turn', adjuster: 'M1', way: 'richer' });
    expect(turn.turns).toBeLessThan(0);
    expect(turn.expected[0].lambda).toBeLessThan(1.06);
  });

  it('says what to turn, with units in every name', async () => {
    const { code, out } = await needle(['advise', file('job.json', writeJob(apart))]);
    expect(code).toBe(0);
    const advice = JSON.parse(out);
    expect(advice.kind).toBe('turn');
    expect(advice.expected.throats[0]).toHaveProperty('depressionKPa');
    expect(advice.grounds.now.spreadKPa).toBeCloseTo(4, 1);
  });

  it('answers line for line in a stream, null for a bad line', async () => {
    const lines = [JSON.stringify(writeJob(apart)), '{"no":"job"}', JSON.stringify(writeJob(opened))];
    const { code, out, err } = await calledNeedle(['advise', '--stream'], `${lines.join('\n')}\n`);
    const answers = out
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line));
    expect(answers.map((answer) => answer?.kind ?? null)).toEqual(['turn', null, 'read']);
    expect(code).toBe(2);
    expect(err).toMatch(/line 2/);
  });
});

describe('needle check', () => {
  it('passes sound documents and names the place in others', async () => {
    expect((await needle(['check', file('setup.json', twinWithTwoStops)])).code).toBe(0);
    const broken = await needle(['check', file('broken.json', { ...twinWithTwoStops, cylinders: [] })]);
    expect(broken).toMatchObject({ code: 2, out: '' });
    expect(broken.err).toMatch(/\/cylinders: must NOT have fewer than 1 items/);
    expect((await needle(['check', file('other.json', { format: 'x' })])).err).toMatch(/\/format: must be/);
    expect((await needle(['check', join(folder, 'none.json')])).err).toMatch(/cannot be read/);
  });
});

it('helps', async () => {
  expect((await needle(['help'])).out).toContain('needle advise --stream');
  expect((await needle(['dance', 'x'])).code).toBe(2);
  expect((await needle(['read', 'x', '--sideways'])).err).toMatch(/sideways/);
});

describe('lambda', () => {
  it('is read off a gauge on its own scale, and told for the fuel that burns', async () => {
    const { code, out } = await needle(['lambda', '--afr', '13,14', '--fuel', 'e85']);
    const told = JSON.parse(out);
    expect(code).toBe(0);
    expect(told.lambda).toBeCloseTo(0.9, 2);
    expect(told.airFuelRatio / told.lambda).toBeCloseTo(told.stoichiometric, 9);
    // About 9.8 (Heywood, eq. 3.7, for 85 % of ethanol).
    expect(told.stoichiometric).toBeCloseTo(9.8, 0);
  });

  it('is refused with what to give', async () => {
    const none = await needle(['lambda']);
    expect([none.code, none.err]).toEqual([2, 'needle: needle lambda: give one of --lambda and --afr\n']);
    expect((await needle(['lambda', '--lambda', '-1'])).code).toBe(2);
    expect((await needle(['lambda', '--lambda', '1', '--fuel', 'coal'])).err).toContain('--fuel coal: give petrol');
  });
});

describe('the sheet', () => {
  const { rack4 } = ARCHETYPES;

  it('plans the way of a machine and complaint', async () => {
    const setup = file('rack.json', rack4);
    const { code, out } = await needle(['plan', setup, '--visit', 'balance', '--complaint', 'drips at night']);
    const { stages, visit } = JSON.parse(out);
    expect([code, visit]).toEqual([0, 'balance']);
    const bench = stages.find(({ id }: { readonly id: string }) => id === 'benchWork');
    const height = bench.steps.find(({ id }: { readonly id: string }) => id === 'floatHeight');
    expect(height).toMatchObject({ places: ['No. 1', 'No. 2', 'No. 3', 'No. 4'], units: ['mm', 'inch', 'thou'] });
    expect(height.spec.low).toBeCloseTo(25.5, 9);
    const wrong = await needle(['plan', setup, '--visit', 'quick']);
    expect([wrong.code, wrong.err]).toEqual([2, 'needle: --visit quick: give full, balance, fault\n']);
  });

  it('judges measurements, and names the line that is wrong', async () => {
    const measured = ['32.5', '32.5', '35', '32.5'].map((typed, i) => ({
      quantity: 'pilotJet',
      place: `No. ${i + 1}`,
      typed,
    }));
    const document = { format: 'amber-needle/measurements', version: 1, setup: rack4, measured };
    const { code, out } = await needle(['judge', file('jets.json', document)]);
    expect(code).toBe(0);
    expect(JSON.parse(out).verdicts[0].findings).toMatchObject([{ place: 'No. 3', because: 'odd', side: 'high' }]);
    const bad = { ...document, measured: [...measured, { quantity: 'pilotJet', place: 'No. 7', typed: '32 mm' }] };
    const refused = await needle(['judge', file('bad.json', bad)]);
    expect(refused.code).toBe(2);
    expect(refused.err).toContain('/measured/4/place');
  });
});

describe('suspects', () => {
  const blocked = {
    format: 'amber-needle/suspects',
    version: 1,
    machine: 'rack4',
    observed: [
      { observation: 'stood' },
      { observation: 'screwDead', place: '3' },
      { observation: 'hunts', seen: false },
    ],
    tested: [{ test: 'chokeHalf', place: '3', answer: 'better' }],
  };

  it('are ranked with their places, and the next tests told with where each answer leads', async () => {
    const { code, out } = await needle(['suspects', file('case.json', blocked)]);
    const { suspects, tests, unknown } = JSON.parse(out);
    expect([code, suspects[0].cause, suspects[0].place, unknown < 0.2]).toEqual([0, 'blockedIdle', '3', true]);
    expect(tests[0].answers.length).toBeGreaterThan(1);
    expect(
      tests.every(({ test, place }: { test: string; place: string }) => !(test === 'chokeHalf' && place === '3')),
    ).toBe(true);
  });

  it('say what is wrong with a case, and where', async () => {
    const wrong = {
      ...blocked,
      observed: [{ observation: 'purple' }],
      tested: [{ test: 'chokeHalf', place: '9', answer: 'better' }],
    };
    const { code, err } = await needle(['suspects', file('wrong.json', wrong)]);
    expect(code).toBe(2);
    expect(err).toContain('/observed/0/observation: there is no observation "purple"');
    expect(err).toContain('/tested/0/place: there is no throat "9"');
    const noMachine = await needle(['suspects', file('none.json', { ...blocked, machine: 'sled' })]);
    expect(noMachine.err).toContain('/machine');
  });

  it('answer line by line, and print everything that a case may name', async () => {
    const { out, code } = await needle(['suspects', '--stream'], `${JSON.stringify(blocked)}\nnonsense\n`);
    const [first, second] = out.trim().split('\n');
    expect([JSON.parse(first ?? '').suspects[0].cause, second, code]).toEqual(['blockedIdle', 'null', 2]);
    const { causes, observations, tests } = JSON.parse((await needle(['suspects', '--vocabulary'])).out);
    expect([causes.length > 40, observations.length > 60, tests.length > 40]).toEqual([true, true, true]);
  });
});

describe('needle road', () => {
  const ride = (seed: number, main = 1) =>
    rideTable(simulateRide({ seed, minutes: 8, cylinders: [{ ...RIGHT, main }] }), FULL_LOG);

  it('says whose part is off, with intervals, alignment and what it read', async () => {
    const front = file('front.csv', ride(31, 0.88));
    const rear = file('rear.csv', `${ride(32)}broken row\n`);
    const { code, out, err } = await needle([
      'road',
      '--cylinder',
      `front=${front}`,
      '--cylinder',
      `rear=${rear}`,
      '--marker',
      '--body',
      'roundSlide',
    ]);
    expect(code).toBe(0);
    expect(err).toContain(`${rear}:`);
    const told = JSON.parse(out);
    expect(told.runs.map((run: { columns: { is: string }[] }) => run.columns.map(({ is }) => is))).toEqual([
      ['time', 'speed', 'throttle', 'lambda'],
      ['time', 'speed', 'throttle', 'lambda'],
    ]);
    expect(told.runs[1].alignment.by).toBe('marker');
    expect(told.runs[1].passedOver.badRows).toBe(1);
    expect(told.advice[0]).toMatchObject({ part: 'mainJet', direction: 'richer', cylinders: ['front'] });
    const full = told.table.find(({ regime }: { regime: string }) => regime === 'fullLoad');
    const [lean] = full.cylinders;
    expect(lean.interval90[0]).toBeLessThan(lean.lambda);
    expect(lean.stands).toBe('lean');
    expect(told.cautions[0]).toMatchObject({ is: 'leanAtFullLoad' });
    expect(told.tellsCylinders).toBe(true);
  });

  it('reads one sensor in the collector as no cylinder’s, from standard input too', async () => {
    const all = file('all.csv', ride(33));
    expect(JSON.parse((await needle(['road', '--cylinder', `1+2=${all}`])).out).tellsCylinders).toBe(false);
    expect(JSON.parse((await needle(['road', '-'], ride(34))).out).runs[0].file).toBe('-');
  });

  it('says what is wrong and with which file', async () => {
    const text = file('letter.csv', 'dear all\nit ran well\n');
    const { code, err } = await needle(['road', text]);
    expect(code).toBe(2);
    expect(err).toContain('letter.csv: There is no table in it');
    expect((await needle(['road'])).err).toContain('name a file');
    expect((await needle(['road', '--fuel', 'coal', text])).err).toContain('--fuel coal');
    expect((await needle(['road', '--cylinder', 'front', text])).err).toContain('give NAME=FILE');
    expect((await needle(['road', 'missing.csv'])).err).toContain('missing.csv: cannot be read');
  });
});
