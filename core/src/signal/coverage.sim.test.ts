import { describe, expect, it } from 'vitest';
import { at, seededRandom } from '../basics';
import { createEngine } from '../engine';
import { createTransducer, DEFAULT_TRANSDUCER } from '../instruments';
import { ARCHETYPES, type ArchetypeName } from '../setup';
import { banks, seeds } from '../testing/depth';
import { pascals, seconds } from '../units';
import { steadyReading } from './steadyReading';

const STEP = seconds(0.002);
/** The truth is the mean over this long, s: its own wander is then a third of the reading's. */
const LONG = 72;
const READ = 8;

/** Readings of a running engine against what its runners show in the long run: distances in standard uncertainties. */
function distances(bank: ArchetypeName, seed: number): readonly number[] {
  const setup = ARCHETYPES[bank];
  const engine = createEngine(setup, { seed });
  engine.start();
  engine.advance(seconds(10));
  const random = seededRandom(seed);
  const exact = { ...DEFAULT_TRANSDUCER, offsetSpread: pascals(0), gainSpread: 0 };
  const gauges = setup.throats.map(() => createTransducer(random, exact));
  const sums = setup.throats.map(() => 0);
  const times: number[] = [];
  const shown = setup.throats.map((): number[] => []);
  for (let i = 0; i < LONG * 500; i += 1) {
    engine.advance(STEP);
    const { time, runnerPressures, ambient } = engine.sensors();
    const isRead = i >= 32 * 500 && i < (32 + READ) * 500;
    if (isRead) times.push(time);
    gauges.forEach((gauge, k) => {
      const depression = pascals(ambient - at(runnerPressures, k));
      sums[k] = at(sums, k) + depression / 1000 / (LONG * 500);
      if (isRead) shown[k]?.push(gauge.show(depression, STEP) / 1000);
    });
  }
  const channels = setup.throats.map(({ id }, k) => ({ throat: id, depressionsKPa: shown[k] ?? [] }));
  const reading = steadyReading({ times, channels, rpm: undefined }, setup.engine.strokes);
  if (reading.phase !== 'steady') return [];
  return reading.channels.map(({ depression: read, uncertainty }, k) => (read - at(sums, k)) / uncertainty);
}

describe('the interval of a reading', () => {
  // Of a sound 95 % interval on 200 engines 90 % lies further out than three standard errors of the count.
  it.each(banks(['twin', 'rack4', 'vTwin', 'twoStrokeTwin'], ['twin']))(
    'holds the mean of the long run nineteen times in twenty: %s',
    (bank) => {
      const all = seeds(300, { quick: 2, deep: 50 }).flatMap((seed) => distances(bank, seed));
      const held = all.filter((sigmas) => Math.abs(sigmas) < 2).length / all.length;
      console.info(`${bank}: ${all.length} channels, ${(100 * held).toFixed(1)} % within two standard uncertainties`);
      expect(held).toBeGreaterThan(0.9);
    },
  );
});
