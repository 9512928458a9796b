import { describe, expect, it } from 'vitest';
import { BLEND_NAMES, BLENDS } from '../fuel';
import {
  coDensity,
  colourAnswers,
  colourChance,
  coOfLambda,
  coPerPart,
  lambdaOfCo,
  liftAnswers,
  liftChance,
  plugChance,
  sensorDensity,
  warmthChance,
} from './likelihoods';

describe('words', () => {
  it('share out all of the chance among their answers', () => {
    for (let x = -0.5; x < 0.5; x += 0.05) {
      for (const all of [colourAnswers(x), liftAnswers(x)]) expect(all.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 6);
      const warm = (['colder', 'alike', 'hotter'] as const).reduce((sum, word) => sum + warmthChance(word, x), 0);
      expect(warm).toBeCloseTo(1, 1);
    }
  });

  // Common practice, no source: yellow is rich, clean blue right, pale lean; a lift that stays up is rich, one that falls lean.
  it('mean what practitioners say they mean', () => {
    expect(colourChance('cleanBlue', 'idle', Math.log(0.97))).toBeGreaterThan(
      colourChance('yellow', 'idle', Math.log(0.97)),
    );
    expect(colourChance('yellow', 'idle', Math.log(0.82))).toBeGreaterThan(
      colourChance('cleanBlue', 'idle', Math.log(0.82)),
    );
    expect(colourChance('misses', 'idle', Math.log(1.5))).toBeGreaterThan(
      colourChance('misses', 'idle', Math.log(0.95)),
    );
    expect(liftChance('risesAndStays', Math.log(0.8))).toBeGreaterThan(0.9);
    expect(liftChance('falls', Math.log(1.1))).toBeGreaterThan(0.8);
    expect(plugChance('sooty', Math.log(0.75))).toBeGreaterThan(0.8);
  });

  it('of a sensor whose cycles miss are a bound and no figure', () => {
    const missed = { shown: 1.15, doubt: 0.006, missing: 0.85, leanBy: 0.15 };
    expect(sensorDensity(missed, Math.log(0.92))).toBeCloseTo(sensorDensity(missed, Math.log(1)), 2);
    expect(sensorDensity(missed, Math.log(1.3))).toBeLessThan(0.1 * sensorDensity(missed, Math.log(0.92)));
    const sound = { ...missed, missing: 0.03 };
    expect(sensorDensity(sound, Math.log(1.15))).toBeGreaterThan(20 * sensorDensity(sound, Math.log(0.92)));
  });
});

describe('carbon monoxide', () => {
  it('means 0.95 at 1.8 % of petrol near idle, and less than half a per cent says only: not rich', () => {
    expect(lambdaOfCo(1.8, BLENDS.petrol)).toBeCloseTo(0.95, 3);
    expect(coOfLambda(0.95, BLENDS.petrol)).toBeCloseTo(1.8, 3);
    expect(lambdaOfCo(0.4, BLENDS.petrol)).toBeUndefined();
    const little = coDensity(0.2, { missing: 0.003, leanBy: 0.15, fuel: BLENDS.petrol });
    expect(little(Math.log(1.1))).toBeGreaterThan(10 * little(Math.log(0.9)));
  });

  it('means another lambda of another fuel: its carbon is another part of its smoke', () => {
    for (const name of BLEND_NAMES) {
      const fuel = BLENDS[name];
      expect(lambdaOfCo(coOfLambda(0.93, fuel), fuel)).toBeCloseTo(0.93, 6);
    }
    expect(coPerPart(BLENDS.e5) / coPerPart(BLENDS.petrol)).toBeCloseTo(1, 1);
    expect(coPerPart(BLENDS.methanol)).not.toBeCloseTo(coPerPart(BLENDS.petrol), 0);
  });
});
