import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { PRESSURE_UNITS } from '../units';
import { createTraceDecoder, decodeTrace, MOST_PROBLEMS } from './decoder';
import { encodeTrace } from './encoder';
import { samplesOf } from './samples';
import type { Trace, TraceColumn } from './trace';

const finite = fc.double({ min: -1e6, max: 1e6, noNaN: true }).map((x) => x + 0 || 0);
const cell = fc.oneof({ weight: 9, arbitrary: finite }, { weight: 1, arbitrary: fc.constant(Number.NaN) });

/** Any valid trace: any number of channels in any units, with or without metadata. */
const traces: fc.Arbitrary<Trace> = fc
  .record({
    stems: fc.uniqueArray(fc.integer({ min: 1, max: 8 }), { minLength: 1, maxLength: 8 }),
    unit: fc.constantFrom(...PRESSURE_UNITS),
    scale: fc.constantFrom('s' as const, 'ms' as const),
    rpm: fc.boolean(),
    meta: fc.record(
      {
        reference: fc.constantFrom('vacuum' as const, 'gauge' as const),
        barometer_kpa: fc.double({ min: 60, max: 110, noNaN: true }),
        source: fc.constantFrom('a gauge', 'gauge: two, "left"'),
        channels: fc.constant({ v1: 'left', v2: 'right' }),
      },
      { requiredKeys: [] },
    ),
    length: fc.integer({ min: 0, max: 20 }),
  })
  .chain(({ stems, unit, scale, rpm, meta, length }) => {
    const columns: TraceColumn[] = [
      { kind: 'time', name: `t_${scale}`, scale },
      ...stems.map((k): TraceColumn => ({ kind: 'pressure', name: `v${k}_${unit}`, stem: `v${k}`, unit })),
      ...(rpm ? [{ kind: 'speed', name: 'rpm' } as const] : []),
    ];
    const row = fc.array(cell, { minLength: columns.length - 1, maxLength: columns.length - 1 });
    return fc
      .tuple(
        fc.array(finite, { minLength: length, maxLength: length }),
        fc.array(row, { minLength: length, maxLength: length }),
      )
      .map(([times, cells]) => {
        const rising = [...times].sort((a, b) => a - b);
        return { meta, columns, rows: rising.map((t, i) => [t, ...(cells[i] ?? [])]) };
      });
  });

describe('trace codec', () => {
  it('brings every valid trace back', () => {
    fc.assert(
      fc.property(traces, (trace) => {
        const { trace: back, problems } = decodeTrace(encodeTrace(trace));
        expect(problems).toEqual([]);
        expect(back).toEqual(trace);
      }),
      { numRuns: 300 },
    );
  });

  it('reads chunks that cut lines anywhere as it reads the whole', () => {
    fc.assert(
      fc.property(
        traces,
        fc.array(fc.nat(), { maxLength: 12 }),
        fc.constantFrom('\n', '\r\n', '\r'),
        (trace, cuts, lineEnd) => {
          const text = encodeTrace(trace).replaceAll('\n', lineEnd);
          const places = [0, ...cuts.map((cut) => cut % (text.length + 1)), text.length].sort((a, b) => a - b);
          const decoder = createTraceDecoder();
          const chunks = places.slice(1).map((end, i) => decoder.push(text.slice(places[i], end)));
          const rows = [...chunks, decoder.end()].flatMap((chunk) => chunk.rows);
          expect({ meta: decoder.meta(), columns: decoder.columns(), rows }).toEqual(trace);
        },
      ),
    );
  });

  it('reads semicolons with decimal commas, and tabs, as commas with points', () => {
    const plain = decodeTrace('t_s,v1_kpa,rpm\n0,40.5,1050\n0.5,41,\n');
    for (const text of [
      't_s;v1_kpa;rpm\n0;40,5;1050\n0,5;41;\n',
      't_s;v1_kpa;rpm\n0;40.5;1050\n0.5;41;\n',
      't_s\tv1_kpa\trpm\n0\t40,5\t1050\n0,5\t41\t\n',
      't_s;"v1_kpa";rpm\r\n0;"40,5";1050\r\n0,5;41;\r\n',
    ])
      expect(decodeTrace(text)).toEqual(plain);
  });

  it.each(['1e300', '-1e300', '1e14', '1e308'])('passes over a row at time %s, by the column’s name', (time) => {
    const { trace, problems } = decodeTrace(`t_s,v1_kpa\n0,40\n${time},41\n1,42\n`);
    expect(trace.rows).toEqual([
      [0, 40],
      [1, 42],
    ]);
    expect(problems).toMatchObject([{ line: 3, kind: 'badNumber', reason: expect.stringContaining('column t_s') }]);
  });

  it('passes over a figure that no gauge shows', () => {
    expect(decodeTrace('t_s,v1_kpa\n0,1e308\n').problems).toMatchObject([
      { line: 2, reason: expect.stringContaining('column v1_kpa') },
    ]);
  });

  it('counts a megabyte of line ends and goes on to the line behind them', () => {
    const { trace, problems } = decodeTrace(`t_s,v1_kpa\n${'\n'.repeat(1_000_000)}0,x\n1,40\n`);
    expect(trace.rows).toEqual([[1, 40]]);
    expect(problems).toMatchObject([{ line: 1_000_002 }]);
  });

  it('is crashed by no input, and never reports without end', () => {
    const text = fc.oneof(
      fc.string({ unit: 'binary', maxLength: 400 }),
      fc
        .array(
          fc.constantFrom('t_s', ',', 'v1_kpa', '\n', '1', '-', '#', ' reference: absolute', '"', 'e9', '\r', 'nan'),
          { maxLength: 80 },
        )
        .map((a) => a.join('')),
    );
    fc.assert(
      fc.property(text, (input) => {
        const { trace, problems } = decodeTrace(input);
        expect(problems.length).toBeLessThanOrEqual(MOST_PROBLEMS);
        for (const row of trace.rows) expect(row).toHaveLength(trace.columns.length);
      }),
      { numRuns: 2000 },
    );
  });

  it('is read by an independent parser of RFC 4180', () => {
    fc.assert(
      fc.property(traces, (trace) => {
        const parsed = Papa.parse<string[]>(encodeTrace(trace), {
          comments: '#',
          skipEmptyLines: true,
          delimiter: ',',
        });
        expect(parsed.data[0]).toEqual(trace.columns.map(({ name }) => name));
        expect(parsed.data.slice(1).map((row) => row.map((c) => (c === '' ? Number.NaN : Number(c))))).toEqual(
          trace.rows,
        );
      }),
    );
  });
});

describe('problems of a trace, by line', () => {
  const kinds = (text: string) => decodeTrace(text).problems.map(({ line, kind }) => `${line} ${kind}`);

  it('names what it cannot understand and reads the rest', () => {
    const text = '# source: x\nt_s,v1_kpa,boost_foo\n0,1,2\n1,x,2\n2,1\n1.5,1,1\n3,4,5\n';
    expect(kinds(text)).toEqual(['2 unknownColumn', '4 badNumber', '5 raggedRow']);
    expect(decodeTrace(text).trace.rows).toEqual([
      [0, 1],
      [1.5, 1],
      [3, 4],
    ]);
  });

  it('passes over rows in which time runs back', () => {
    expect(kinds('t_s,v1_kpa\n1,2\n0.5,2\n2,2\n')).toEqual(['3 timeBackwards']);
  });

  it('wants a time column, a header and a barometer for absolute pressures', () => {
    expect(kinds('v1_kpa\n1\n')).toEqual(['1 noTime']);
    expect(kinds('# source: x\n')).toEqual(['1 noHeader']);
    expect(kinds('# reference: absolute\nt_s,v1_kpa\n0,60\n')).toEqual(['2 needsBarometer']);
  });

  it('checks the metadata by its schema', () => {
    expect(kinds('# barometer_kpa: 500\nt_s,v1_kpa\n')).toEqual(['2 metadata']);
    expect(kinds('# barometre: 100\nt_s,v1_kpa\n')).toEqual(['2 metadata']);
    expect(kinds('# control: http://elsewhere.invalid:80\nt_s,v1_kpa\n')).toEqual(['2 metadata']);
  });

  it('gives up a text that is something else', () => {
    const junk = `t_s,v1_kpa\n${'hello\n'.repeat(500)}`;
    const { problems } = decodeTrace(junk);
    expect(problems).toHaveLength(MOST_PROBLEMS);
    expect(problems.at(-1)?.kind).toBe('tooMany');
  });
});

describe('samples', () => {
  it('gives the same depressions when a constant is added to absolute pressures and the barometer', () => {
    const shown = (barometer: number, pressures: readonly number[]) => {
      const rows = pressures.map((pressure, i) => `${i},${pressure}`).join('\n');
      const text = `# reference: absolute\n# barometer_kpa: ${barometer}\nt_s,v1_kpa\n${rows}\n`;
      return samplesOf(decodeTrace(text).trace).channels[0]?.depressionsKPa ?? [];
    };
    const pressure = fc.integer({ min: 20_000, max: 99_000 }).map((pascals) => pascals / 1000);
    fc.assert(
      fc.property(fc.array(pressure, { minLength: 1, maxLength: 5 }), fc.integer({ min: -20, max: 9 }), (some, by) => {
        const before = shown(100, some);
        const after = shown(
          100 + by,
          some.map((one) => one + by),
        );
        expect(after).toHaveLength(some.length);
        after.forEach((depression, i) => {
          expect(depression).toBeCloseTo(before[i] ?? Number.NaN, 9);
        });
      }),
    );
  });

  it('converts units, references and places of channels', () => {
    const text =
      '# reference: absolute\n# barometer_kpa: 100\n# channels: v1=left\nt_ms,v1_mbar,v2_mbar,rpm\n500,600,550,1000\n';
    const samples = samplesOf(decodeTrace(text).trace);
    expect(samples.times).toEqual([0.5]);
    expect(samples.channels.map(({ throat }) => throat)).toEqual(['left', '2']);
    expect(samples.channels.map(({ depressionsKPa }) => depressionsKPa[0])).toEqual([40, 45]);
    expect(samples.rpm).toEqual([1000]);
  });
});
