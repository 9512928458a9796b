import { describe, expect, it } from 'vitest';
import { decodeTrace } from './decoder';
import { describeTable } from './describeTable';
import { checkTableDescription, lackOf } from './description';
import { samplesOf } from './samples';

/** Half a second of two runners, kPa below ambient: deep, and nearly full once in a cycle. */
const DEEP = [52, 45, 22, 6, 30, 50];
const rowsOf = (row: (depression: number, i: number) => string) => DEEP.map(row).join('\n');
const number = (value: number) => value.toFixed(2).replace('.', ',');

function proposed(text: string) {
  const proposal = describeTable(text);
  if (proposal === undefined) throw new Error('a table was given');
  return proposal;
}

describe('a table with names of its own', () => {
  it.each([
    ['underscored kPa', `time_s,p1_kpa,p2_kpa,rpm\n${rowsOf((d, i) => `${i * 0.1},${d},${d - 2},1050`)}`],
    [
      'semicolons, decimal commas, a row of units, German',
      `Zeit;Unterdruck 1;Unterdruck 2;Drehzahl\ns;mbar;mbar;1/min\n${rowsOf((d, i) => `${number(i * 0.1)};${number(d * 10)};${number(d * 10 - 20)};1050`)}`,
    ],
    [
      'absolute, brackets, milliseconds',
      `Timestamp (ms)\tMAP 1 [kPa]\tMAP 2 [kPa]\tEngine Speed (rpm)\n${rowsOf((d, i) => `${i * 100}\t${100 - d}\t${102 - d}\t1050`)}`,
    ],
    ['negative against the air', `t;ch1 (kPa);ch2 (kPa);n\n${rowsOf((d, i) => `${i / 10};${-d};${2 - d};1050`)}`],
    [
      'inches of mercury',
      `time,vac1 (inHg),vac2 (inHg),rpm\n${rowsOf((d, i) => `${i / 10},${d / 3.38639},${(d - 2) / 3.38639},1050`)}`,
    ],
  ])('is read as proposed: %s', (_, text) => {
    const { description } = proposed(text);
    const told = description.reference === 'absolute' ? { ...description, barometerKPa: 100 } : description;
    expect(lackOf(told)).toBeUndefined();
    expect(checkTableDescription(told)).toMatchObject({ outcome: 'valid' });
    const { trace, problems } = decodeTrace(text, told);
    expect(problems).toEqual([]);
    const samples = samplesOf(trace);
    for (const [i, time] of samples.times.entries()) expect(time).toBeCloseTo(i / 10, 6);
    expect(samples.channels.map(({ throat }) => throat)).toEqual(['1', '2']);
    DEEP.forEach((depression, i) => {
      expect(samples.channels[0]?.depressionsKPa[i]).toBeCloseTo(depression, 1);
      expect(samples.channels[1]?.depressionsKPa[i]).toBeCloseTo(depression - 2, 1);
    });
    expect(samples.rpm).toEqual(DEEP.map(() => 1050));
  });

  it('says by which figure absolute pressures and depressions were told apart, and nothing where they do not tell', () => {
    const because = (shift: (d: number) => number) =>
      proposed(`time,p1\n${rowsOf((d, i) => `${i / 10},${shift(d)}`)}`).referenceBecause;
    expect(because((d) => d)).toBe('the lowest figure, 6 kPa, is near nothing');
    expect(because((d) => 100 - d)).toBe('the highest figure, 94 kPa, is near the air’s pressure');
    expect(because((d) => -d)).toMatch(/negative/);
    expect(because(() => 50)).toBe('');
    const named = (name: string) => proposed(`time,${name} 1\n0,50\n1,51\n`);
    expect(named('Unterdruck')).toMatchObject({ referenceBecause: 'the heading says “Unterdruck”' });
    expect(named('MAP').description.reference).toBe('absolute');
  });

  it('without any heading is described by its columns', () => {
    const text = rowsOf((d, i) => `${i * 20} ${d}`.replace(' ', ','));
    const { description, names } = proposed(text);
    expect(names).toEqual(['column 1', 'column 2']);
    expect(description).toMatchObject({ heading: '', columns: [{ is: 'time', scale: 'ms' }, { is: 'pressure' }] });
    expect(decodeTrace(text, description).trace.rows).toHaveLength(DEEP.length);
  });

  it('leaves columns alone that it does not know, and gives each channel once', () => {
    const { description } = proposed('time,p1,MAP 1,battery V,temp\n0,40,41,13.8,80\n1,40,41,13.8,80\n');
    expect(description.columns.map(({ is }) => is)).toEqual(['time', 'pressure', 'pressure', 'nothing', 'nothing']);
    expect(description.columns.flatMap((c) => (c.is === 'pressure' ? [c.channel] : []))).toEqual([1, 2]);
  });

  it('is none where there are no numbers', () => {
    expect(describeTable('hello\nworld\n')).toBeUndefined();
    expect(describeTable('')).toBeUndefined();
  });

  it('says its heading anew when a board starts again, and time begins again', () => {
    const text = 'time,p1\n5,40\n6,41\ntime,p1\n0,42\n';
    const { description } = proposed(text);
    expect(decodeTrace(text, description).trace.rows).toEqual([
      [5, 40],
      [6, 41],
      [0, 42],
    ]);
  });

  it('says what a description lacks', () => {
    const { description } = proposed('time,p1\n0,40\n1,41\n');
    const [time, pressure] = description.columns;
    if (time === undefined || pressure === undefined) throw new Error('two columns were described');
    expect(lackOf({ ...description, columns: [pressure] })).toMatch(/time/);
    expect(lackOf({ ...description, columns: [time] })).toMatch(/pressures/);
    expect(lackOf({ ...description, columns: [time, pressure, pressure] })).toMatch(/same channel/);
    expect(lackOf({ ...description, reference: 'absolute' })).toMatch(/barometer/);
  });
});
