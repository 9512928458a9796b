import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createRideReader, describeRide, figureOf, lackOfRide, type RideDescription } from '.';
import { clockOf, stampOf } from './figure';

/** The meanings that are proposed of a heading and a few rows. */
function meanings(text: string) {
  return describeRide(text)?.description.columns;
}

function rows(count: number, row: (i: number) => string): string {
  return Array.from({ length: count }, (_, i) => row(i)).join('\n');
}

function readAll(text: string, described?: RideDescription) {
  const proposal = describeRide(text);
  const description = described ?? proposal?.description;
  if (description === undefined) throw new Error('no table');
  const reader = createRideReader(description, proposal?.names);
  reader.push(text);
  return reader.end();
}

describe('a figure', () => {
  it('takes point and comma, thousands, and a unit behind it', () => {
    expect(['0.98', '0,98', '1.234,5', '1,234.5', '13.2 V', '88%', '-3', '1e-2'].map(figureOf)).toEqual([
      0.98, 0.98, 1234.5, 1234.5, 13.2, 88, -3, 0.01,
    ]);
  });

  it('is missing for an empty cell or a dash, and none for words', () => {
    expect([figureOf(''), figureOf('--'), figureOf('N/A')].every((value) => Number.isNaN(value))).toBe(true);
    expect(figureOf('warm')).toBeUndefined();
    expect(figureOf('Infinity')).toBeUndefined();
  });

  it('comes back from its own writing, with either decimal sign', () => {
    fc.assert(
      fc.property(fc.integer({ min: -999_999, max: 999_999 }), fc.integer({ min: 1, max: 4 }), (whole, digits) => {
        const value = whole / 10 ** digits;
        const text = value.toFixed(digits);
        expect(figureOf(text)).toBeCloseTo(value, digits);
        expect(figureOf(text.replace('.', ','))).toBeCloseTo(value, digits);
      }),
    );
  });

  it('reads clocks and stamps', () => {
    expect(clockOf('01:02:03.5')).toBe(3723.5);
    expect(clockOf('2:03,25')).toBe(123.25);
    expect(clockOf('10:00:01:250')).toBe(36_001.25);
    expect(clockOf('12.5')).toBeUndefined();
    // 2026-05-01 is 20574 days after 1970-01-01: GNU date, `date -u -d 2026-05-01 +%s` / 86400.
    expect(stampOf('2026-05-01T00:00:10.5Z')).toBe(20_574 * 86_400 + 10.5);
    expect(stampOf('01.05.2026 00:00:10,5')).toBe(20_574 * 86_400 + 10.5);
  });
});

describe('a proposal', () => {
  it('reads headings of several languages and habits', () => {
    const cases: readonly (readonly [string, string, readonly string[]])[] = [
      ['Time (s),RPM,TPS (%),Lambda', '0.05,1100,2.1,0.97', ['time', 'speed', 'throttle', 'lambda']],
      ['Zeit;Drehzahl [U/min];Drosselklappe [%];Lambda', '0,05;1100;2,1;0,97', ['time', 'speed', 'throttle', 'lambda']],
      [
        'Temps\tRégime moteur (tr/min)\tPapillon (°)\tRichesse',
        '0,05\t1100\t2,1\t0,97',
        ['time', 'speed', 'throttle', 'lambda'],
      ],
      [
        'Tempo;Giri motore;Farfalla %;Lambda 1;Lambda 2',
        '0,05;1100;2,1;0,97;0,95',
        ['time', 'speed', 'throttle', 'lambda', 'lambda'],
      ],
      ['Tiempo,RPM,Acelerador,AFR', '0.05,1100,2.1,14.2', ['time', 'speed', 'throttle', 'lambda']],
      [
        'tijd;toerental;gasklep;lambda;snelheid (km/h)',
        '0,05;1100;2,1;0,97;48',
        ['time', 'speed', 'throttle', 'lambda', 'roadSpeed'],
      ],
      [
        'timestamp_ms,engine_rpm,map_kpa,afr_1,battery_v',
        '50,1100,35.2,14.1,13.6',
        ['time', 'speed', 'pressure', 'lambda', 'supply'],
      ],
      ['t_s,rpm,throttle_pct,lambda1', '0.05,1100,2.1,0.97', ['time', 'speed', 'throttle', 'lambda']],
      [
        'Time,Speed (rpm),GPS speed (mph),EGT (C),O2 (%),AFR',
        '0.1,1100,12,420,1.2,14.4',
        ['time', 'speed', 'roadSpeed', 'exhaust', 'oxygen', 'lambda'],
      ],
      ['Time;Coolant (°C);Latitude;Lambda', '0,05;81;57,1;0,97', ['time', 'nothing', 'nothing', 'lambda']],
    ];
    for (const [heading, row, wanted] of cases)
      expect(
        meanings(`${heading}\n${row}\n${row.replace('0', '1')}`)?.map(({ is }) => is),
        heading,
      ).toEqual(wanted);
  });

  it('tells lambda from air/fuel ratio by the figures, whatever the heading says', () => {
    expect(meanings('t,afr\n0,0.96\n1,0.97\n2,1.01')?.[1]).toMatchObject({ is: 'lambda', scale: 'lambda' });
    expect(meanings('t,lambda\n0,14.1\n1,14.2\n2,13.9')?.[1]).toMatchObject({ is: 'lambda', scale: 'petrol' });
  });

  it('tells the throttle’s scale by unit, word or size', () => {
    const scale = (heading: string, high: number) =>
      meanings(`t,${heading},lambda\n0,0.5,0.9\n1,${high},0.9\n2,1,0.95`)?.[1];
    expect(scale('TPS (V)', 4.4)).toMatchObject({ scale: 'volts' });
    expect(scale('TPS', 4.4)).toMatchObject({ scale: 'volts' });
    expect(scale('Drosselklappenwinkel', 84)).toMatchObject({ scale: 'degrees' });
    expect(scale('TPS', 84)).toMatchObject({ scale: 'percent' });
  });

  it('tells seconds from milliseconds, clocks and stamps', () => {
    const time = (first: string, second: string) => meanings(`Time,AFR\n${first},14.1\n${second},14.2`)?.[0];
    expect(time('0.00', '0.05')).toMatchObject({ scale: 's' });
    expect(time('0', '50')).toMatchObject({ scale: 'ms' });
    expect(time('0', '1')).toMatchObject({ scale: 's' });
    expect(time('12:00:00.0', '12:00:00.1')).toMatchObject({ scale: 'clock' });
    expect(time('2026-05-01 12:00:00', '2026-05-01 12:00:01')).toMatchObject({ scale: 'stamp' });
  });

  it('passes over a preamble and takes the row of units', () => {
    const text = `Logger 3.1\nDriver;A. Holm\nTime;Engine speed;Lambda\ns;rpm;λ\n${rows(5, (i) => `${i},0;1100;0,97`)}`;
    expect(meanings(text)?.map(({ is }) => is)).toEqual(['time', 'speed', 'lambda']);
    expect(readAll(text).ride.times.length).toBe(5);
  });

  it('goes by the figures where there is no heading', () => {
    const text = rows(40, (i) => `${(i * 0.05).toFixed(2)},${1100 + 40 * i},${i},${(0.9 + 0.002 * i).toFixed(3)}`);
    expect(meanings(text)?.map(({ is }) => is)).toEqual(['time', 'speed', 'throttle', 'lambda']);
  });

  it('says what is missing, and refuses two columns of one thing', () => {
    expect(describeRide('hello\nworld')).toBeUndefined();
    expect(lackOfRide({ separator: ',', heading: '', columns: [{ is: 'time', scale: 's' }] })).toContain('lambda');
    const twice: RideDescription = {
      separator: ',',
      heading: '',
      columns: [
        { is: 'time', scale: 's' },
        { is: 'lambda', sensor: 1, scale: 'lambda' },
        { is: 'speed', thousands: false },
        { is: 'speed', thousands: false },
      ],
    };
    expect(lackOfRide(twice)).toContain('the engine speed');
  });
});

describe('a reader', () => {
  const HEADING = 'Time (s),RPM,TPS (%),Lambda';

  it('reads the same whatever the chunks are', () => {
    const text = `${HEADING}\n${rows(200, (i) => `${(i * 0.05).toFixed(2)},${1100 + i},${i % 90},${(0.9 + 0.0005 * i).toFixed(4)}`)}\r\n`;
    const description = describeRide(text)?.description;
    if (description === undefined) throw new Error('no table');
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 1, maxLength: 30 }), (sizes) => {
        const reader = createRideReader(description);
        let from = 0;
        for (let k = 0; from < text.length; k += 1) {
          const size = sizes[k % sizes.length] ?? 1;
          reader.push(text.slice(from, from + size));
          from += size;
        }
        const { ride } = reader.end();
        expect(ride.times.length).toBe(200);
        expect(ride.rpm?.[199]).toBe(1299);
      }),
      { numRuns: 20 },
    );
  });

  it('counts bad rows with their lines and goes on', () => {
    const text = `${HEADING}\n0,1100,2,0.97\n0.1,1100,2\nnoise\n0.2,abc,2,0.97\n0.15,1100,2,0.97\n0.3,1100,2,0.98\n`;
    const { ride, problems } = readAll(text);
    expect(ride.times.length).toBe(3);
    expect(problems).toMatchObject({ badRows: 2, badCells: 1, backwards: 1, restarts: 0 });
    expect(problems.examples.map(({ line }) => line)).toEqual([3, 4, 5, 6]);
    expect(ride.rpm?.[1]).toBeNaN();
  });

  it('puts a second session behind the first when the clock begins anew', () => {
    const text = `${HEADING}\n${rows(20, (i) => `${i},1100,2,0.97`)}\n${rows(20, (i) => `${i},1200,2,0.97`)}`;
    const { ride, problems } = readAll(text);
    expect(problems.restarts).toBe(1);
    expect(ride.times.length).toBe(40);
    expect([...ride.times].every((time, i) => i === 0 || time > (ride.times[i - 1] ?? 0))).toBe(true);
  });

  it('does not believe one leap ahead, and does believe a pause', () => {
    const slip = `${HEADING}\n0,1100,2,0.97\n1,1100,2,0.97\n9999,1100,2,0.97\n2,1100,2,0.97\n3,1100,2,0.97`;
    expect([...readAll(slip).ride.times]).toEqual([0, 1, 2, 3]);
    const pause = `${HEADING}\n0,1100,2,0.97\n1,1100,2,0.97\n900,1100,2,0.97\n901,1100,2,0.97\n902,1100,2,0.97`;
    expect([...readAll(pause).ride.times]).toEqual([0, 1, 900, 901, 902]);
  });

  it('goes over midnight', () => {
    const text = `Clock,RPM,Lambda\n23:59:59.0,1100,0.97\n23:59:59.5,1100,0.97\n00:00:00.0,1100,0.97\n00:00:00.5,1100,0.97`;
    const { ride, problems } = readAll(text);
    expect([...ride.times]).toEqual([0, 0.5, 1, 1.5]);
    expect(problems.restarts).toBe(0);
    expect(ride.startedAt).toBe(86_399);
  });

  it('turns every scale into one set of units', () => {
    const text = `t (ms);n (rpm x1000);TPS (V);Speed (mph);MAP (inHg);EGT (°F);Batt (V);AFR\n${rows(
      60,
      (i) => `${100 * i};${i < 30 ? '1,1' : '4,4'};${i < 30 ? '0,50' : '4,50'};60;${i < 30 ? 10 : 29};1000;13,8;14,6`,
    )}`;
    const { ride } = readAll(text);
    expect(ride.times[10]).toBeCloseTo(1);
    expect(ride.rpm?.[40]).toBeCloseTo(4400);
    expect(ride.opening?.[0]).toBeCloseTo(0);
    expect(ride.opening?.[40]).toBeCloseTo(1);
    expect(ride.roadSpeed?.[0]).toBeCloseTo(26.82, 2);
    expect(ride.load?.[40]).toBeCloseTo(1);
    // 1000 F is 810.93 K: NIST SP 811, B.8.
    expect(ride.exhaust?.[0]).toBeCloseTo(810.93, 2);
    // Petrol burns completely at about 14.6 (Heywood, table D.4, by its H/C).
    expect(ride.lambdas[0]?.values[0]).toBeCloseTo(1, 1);
  });

  it('takes a quoted decimal comma between commas', () => {
    const text = `Time,RPM,Lambda\n"0,0",1100,"0,97"\n"0,1",1100,"0,98"\n"0,2",1100,"0,99"`;
    expect([...(readAll(text).ride.lambdas[0]?.values ?? [])]).toEqual([0.97, 0.98, 0.99]);
  });
});
