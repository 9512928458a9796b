import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { banks } from '../testing/depth';
import { seconds } from '../units';
import { createTrialBench } from './trialBench';

describe('gauges on a bench without a tachometer', () => {
  const all = ['twin', 'vTwin', 'siamesedFour', 'flatFour', 'rack4', 'sideDraughtSix', 'outboardTriple'] as const;
  it.each(banks(all, ['vTwin', 'siamesedFour']))(
    'tell the speed of %s from its pulses: runners of their own, shared, evenly and unevenly fired',
    (name) => {
      const bench = createTrialBench(ARCHETYPES[name], { seed: 6 });
      bench.engine.start();
      bench.wait(seconds(10));
      // A hand reads again when an idle happens to drift.
      const readings = [1, 2, 3].map(() => ({ ...bench.read(seconds(8)), true: bench.engine.truth().speed }));
      const steady = readings.find(({ phase }) => phase === 'steady');
      expect(steady?.channels.every(({ state }) => state.kind === 'steady')).toBe(true);
      // The truth is a mean of another stretch: an idle wanders by a hundredth or so.
      expect(Math.abs((steady?.speed?.speed ?? 0) / (steady?.true ?? 1) - 1)).toBeLessThan(0.025);
    },
  );
});

describe('an airflow meter on a bench', () => {
  it('shows the air of the mouths in proportion, to what hand and eye leave of it', () => {
    const bench = createTrialBench(ARCHETYPES.fourBarrel, { seed: 6 });
    bench.engine.start();
    bench.wait(seconds(10));
    const { throats } = bench.meter();
    const { airflows } = bench.engine.truth();
    const scale = (throats[0]?.shown ?? 0) / (airflows[0] ?? 1);
    throats.forEach(({ shown }, i) => {
      // A fiftieth for the hand on each, and a quarter of a division of some ten.
      expect(Math.abs(shown / scale / (airflows[i] ?? 1) - 1)).toBeLessThan(0.1);
    });
  });
});
