import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Bare } from '../job';
import { ARCHETYPES } from '../setup';
import { count, known, sensor, standAt, turn } from '../testing/mixtureLogs';

const { vTwin, siamesedFour } = ARCHETYPES;
const STEADY = { flutter: 0.005 };
const gainOf = (mixture: ReturnType<typeof known>, screw: number) =>
  Math.exp(mixture.state.mean[mixture.layout.gain(screw)] ?? 0);

describe('a plain figure', () => {
  it('is believed whatever was believed before, and teaches no screw the impossible', () => {
    const act = fc.oneof(
      fc.record({ turns: fc.integer({ min: -16, max: 16 }).map((eighths) => eighths / 8) }),
      fc.record({ lambda: fc.double({ min: 0.6, max: 1.4, noNaN: true }) }),
      fc.record({ misses: fc.double({ min: 1, max: 5, noNaN: true }) }),
    );
    fc.assert(
      fc.property(
        fc.array(act, { maxLength: 12 }),
        fc.double({ min: 0.65, max: 1.3, noNaN: true }),
        fc.constantFrom(vTwin, siamesedFour),
        (acts, lambda, bank) => {
          const first = bank.cylinders.slice(0, bank.throats[0]?.feeds.length ?? 1).map(({ id }) => id);
          let position = 0;
          const log = acts.flatMap((each): Bare[] => {
            if ('misses' in each) return first.map((id) => sensor(id, each.misses, { flutter: 0.5 }));
            if ('lambda' in each) return first.map((id) => sensor(id, each.lambda, STEADY));
            if (Math.abs(position + each.turns) > 1.5) return [];
            position += each.turns;
            return [turn('M1', each.turns)];
          });
          const mixture = known(bank, ...log, ...first.map((id) => sensor(id, lambda, STEADY)));
          expect(Math.abs(Math.log(standAt(mixture, 0).lambda / lambda))).toBeLessThan(0.03);
          expect(gainOf(mixture, 0)).toBeLessThan(3);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('shows a screw that does nothing in one turn', () => {
    const dead = known(vTwin, count('M1', 2), sensor('1', 0.74, STEADY), turn('M1', 1), sensor('1', 0.743, STEADY));
    expect(gainOf(dead, 0)).toBeLessThan(0.03);
    expect(standAt(dead, 0).lambda).toBeCloseTo(0.743, 1);
  });

  it('is no lesson about a screw where something else must have moved it', () => {
    const moved = known(vTwin, sensor('1', 0.95, STEADY), turn('M1', -0.25), sensor('1', 1.2, STEADY));
    expect(standAt(moved, 0).lambda).toBeCloseTo(1.2, 1);
    expect(gainOf(moved, 0)).toBeLessThan(0.5);
  });
});

describe('misses', () => {
  it('of a few cycles leave a figure what it is; of many, only a bound', () => {
    const few = standAt(known(vTwin, sensor('1', 1.2, { flutter: 0.05 })), 0);
    expect(few.lambda).toBeGreaterThan(1.12);
    expect(few.doubt).toBeLessThan(0.05);
    const many = standAt(known(vTwin, sensor('1', 1.2, { flutter: 0.3 })), 0);
    expect(many.doubt).toBeGreaterThan(2 * few.doubt);
  });

  it('after a leaner turn of what burned are lean, after a richer one rich', () => {
    const missed = sensor('1', 2, { flutter: 0.5 });
    const from = (turns: number) =>
      standAt(known(vTwin, sensor('1', 0.85, STEADY), turn('M1', turns), missed), 0).lambda / 0.85;
    expect(from(1)).toBeGreaterThan(1.15);
    expect(from(-1)).toBeLessThan(0.87);
  });

  it('show at least how rich a mixture is: a figure far richer than what is believed is believed', () => {
    const believed = [sensor('1', 1.08, STEADY), turn('M1', -0.5)] as const;
    const drowned = standAt(known(vTwin, ...believed, sensor('1', 0.72, { flutter: 0.03 })), 0);
    expect(drowned.lambda).toBeLessThan(0.75);
  });

  it('that stay whatever is turned drive no belief away', () => {
    const missed = sensor('1', 2.2, { flutter: 0.6 });
    const round = [turn('M1', -0.25), missed] as const;
    const mixture = known(vTwin, missed, ...round, ...round, ...round, ...round);
    expect(standAt(mixture, 0).lambda).toBeLessThan(1.35);
    expect(standAt(mixture, 0).doubt).toBeGreaterThan(0.08);
  });
});
