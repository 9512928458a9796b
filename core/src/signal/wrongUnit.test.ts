import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { kiloPascals, rpm, seconds } from '../units';
import type { SignalReading } from './steadyReading';
import { wrongUnits } from './wrongUnit';

/** An idle whose throats have these depressions, kPa, pulses in proportion. */
function idle(depressions: readonly number[], speed = 1000): SignalReading {
  const channels = depressions.map((depression, i) => ({
    throat: String(i + 1),
    state: { kind: 'steady' } as const,
    depression: kiloPascals(depression),
    uncertainty: kiloPascals(0.1),
    againstGroup: kiloPascals(0.05),
    pulse: kiloPascals(1.1 * depression),
    flutter: kiloPascals(0.1),
  }));
  const told = { speed: rpm(speed), uncertainty: rpm(3), from: 'pulses' } as const;
  return { phase: 'steady', from: seconds(0), duration: seconds(8), channels, speed: told };
}

describe('a channel in a wrong unit', () => {
  it.each([
    ['inhg', 'sends', 1 / 3.386],
    ['psi', 'sends', 1 / 6.895],
    ['mbar', 'sends', 10],
    ['inhg', 'readAs', 3.386],
  ] as const)('is noticed: %s %s', (unit, mistake, times) => {
    expect(wrongUnits(idle([44, 41 * times, 46, 40]), 4)).toEqual([{ throat: '2', unit, mistake }]);
  });

  it('is the less plausible one of a pair', () => {
    expect(wrongUnits(idle([44, 12.4]), 4)).toEqual([{ throat: '2', unit: 'inhg', mistake: 'sends' }]);
    expect(wrongUnits(idle([150, 43]), 4)).toEqual([{ throat: '1', unit: 'inhg', mistake: 'readAs' }]);
  });

  it('may be all of them: no four-stroke idles at so little; a two-stroke does, and one that revs', () => {
    expect(wrongUnits(idle([13.1, 12.6]), 4)).toEqual([{ throat: undefined, unit: 'inhg', mistake: 'sends' }]);
    expect(wrongUnits(idle([13.1, 12.6]), 2)).toEqual([]);
    expect(wrongUnits(idle([13.1, 12.6], 3500), 4)).toEqual([]);
  });

  it('is never said of throats that differ as throats do', () => {
    const throats = fc.array(fc.double({ min: 30, max: 62, noNaN: true }), { minLength: 1, maxLength: 8 });
    fc.assert(
      fc.property(throats, (depressions) => {
        expect(wrongUnits(idle(depressions), 4)).toEqual([]);
      }),
    );
  });
});
