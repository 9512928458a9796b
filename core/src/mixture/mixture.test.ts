import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { append, idOf } from '../testing/jobs';
import { known, logOf, PLAN, sensor, speed, standAt, turn } from '../testing/mixtureLogs';
import { asFound, mixtureOf, mixtureOutlook } from './index';
import { torqueLack } from './torque';

const { vTwin, twoStrokeTwin } = ARCHETYPES;

describe('what is known of a mixture', () => {
  it('is nothing without a plan, and refuses one where no screw sets it', () => {
    expect(mixtureOf(vTwin, logOf(vTwin))).toBeUndefined();
    expect(() => logOf(ARCHETYPES.twin, PLAN)).toThrow('noMixtureScrew');
    expect(() => logOf(vTwin, { ...PLAN, fuel: { ethanol: 0.8, methanol: 0.4 } })).toThrow('noSuchFuel');
    expect(() => logOf(vTwin, PLAN, sensor('7', 1))).toThrow('noSuchExhaust');
  });

  it('follows a sensor, less so one that is short of volts, and undoes it', () => {
    const good = standAt(known(vTwin, sensor('1', 1.03)), 0);
    expect(good.lambda).toBeCloseTo(1.03, 1);
    expect(good.doubt).toBeLessThan(0.02);
    const starved = standAt(known(vTwin, sensor('1', 1.03, { supplyV: 10.5 })), 0);
    expect(starved.doubt).toBeGreaterThan(2 * good.doubt);
    const log = logOf(vTwin, PLAN, sensor('1', 1.03));
    const undone = mixtureOf(vTwin, append(log, { kind: 'undone', event: idOf(log.length) }));
    expect(undone && standAt(undone, 0).doubt).toBeGreaterThan(0.1);
  });

  it('does not follow a two-stroke’s sensor onto the seat: it misses at idle, and reads lean', () => {
    const drowned = standAt(
      known(twoStrokeTwin, sensor('1', 1.2, { flutter: 0.4 }), sensor('1', 1.2, { flutter: 0.4 })),
      0,
    );
    expect(drowned.lambda).toBeLessThan(1.05);
    expect(drowned.doubt).toBeGreaterThan(0.08);
  });

  it('learns from one figure what a turn did, where that was three times what was thought', () => {
    // A quarter turn that leaned by 0.13 of a logarithm: the gain is a half a turn, thought to be a seventh.
    const after = known(vTwin, sensor('1', 0.85), turn('M1', 0.25), sensor('1', 0.968));
    const gain = Math.exp(after.state.mean[after.layout.gain(0)] ?? 0);
    expect(gain).toBeGreaterThan(0.4);
    expect(gain).toBeLessThan(0.7);
    expect(standAt(after, 0).lambda).toBeCloseTo(0.968, 1);
  });

  it('takes a figure that no mixture burns at for a cylinder that does not burn', () => {
    const dead = known(vTwin, sensor('1', 4.9, { flutter: 0.02 }));
    expect(standAt(dead, 0).lambda).toBeLessThan(1.3);
    expect(standAt(dead, 0).doubt).toBeGreaterThan(0.1);
    expect(dead.missing[0]).toBeGreaterThan(0.5);
    // Read again with nothing turned it is hardly news.
    const again = known(vTwin, sensor('1', 4.9, { flutter: 0.02 }), sensor('1', 4.8, { flutter: 0.02 }));
    expect(Math.abs(standAt(again, 0).lambda - standAt(dead, 0).lambda)).toBeLessThan(0.05);
  });

  it('reads misses after richness as drowned, not as lean', () => {
    const rich = known(
      vTwin,
      sensor('1', 0.75, { flutter: 0.005 }),
      turn('M1', -0.5),
      sensor('1', 1.3, { flutter: 0.4 }),
    );
    expect(standAt(rich, 0).lambda).toBeLessThan(0.75);
  });

  it('certifies nothing but the mean by a sensor where all exhausts meet', () => {
    const mean = known(vTwin, { ...PLAN, sensor: 'collector' }, sensor('collector', 0.95));
    expect(standAt(mean, 0).chance).toBeLessThan(0.4);
    expect(mixtureOutlook(mean).next).not.toBeUndefined();
  });

  it('finds where a screw stands on the hill from speeds on both sides, whatever the idle itself', () => {
    // A hill of its own: turns leaner against lambda by 0.11 each, speed by the textbook's torque, of one cylinder in two.
    const at = (leaner: number) => 980 * (1 - 0.7 * 0.5 * torqueLack(0.87 * Math.exp(0.11 * leaner)));
    const climb = [0.5, 0.5, 0.5, 0.5].flatMap((by, i, all) => {
      const now = all.slice(0, i + 1).reduce((a, b) => a + b, 0);
      return [turn('M1', by), speed(at(now))];
    });
    const mixture = known(vTwin, { ...PLAN, rule: { by: 'leanBest' } }, speed(at(0)), ...climb);
    const truth = 0.87 * Math.exp(0.11 * 2);
    const { lambda, doubt } = standAt(mixture, 0);
    expect(Math.abs(lambda - truth)).toBeLessThan(0.08);
    expect(doubt).toBeLessThan(0.1);
  });

  it('begins another screw’s sweep without a speed from before the last turn', () => {
    const planned = { ...PLAN, rule: { by: 'leanBest' } } as const;
    expect(known(vTwin, planned, speed(980), turn('M1', 0.5), turn('M2', 0.5)).sweep?.points).toEqual([]);
    const read = known(vTwin, planned, speed(980), turn('M1', 0.5), speed(970), turn('M2', 0.5)).sweep;
    expect(read?.points.map(({ rpm }) => rpm)).toEqual([970]);
  });

  it('aims leaner where one circuit of many moves the speed little', () => {
    const alone = known(vTwin, { ...PLAN, rule: { by: 'leanBest' } });
    const many = known(ARCHETYPES.sideDraughtSix, { ...PLAN, rule: { by: 'leanBest' } });
    expect(standAt(many, 0).target).toBeGreaterThan(standAt(alone, 0).target);
  });

  it('says what it was as found, the turns taken back', () => {
    const mixture = known(vTwin, sensor('1', 0.86), turn('M1', 0.5), sensor('1', 0.92));
    expect(asFound(mixture)[0]?.lambda).toBeCloseTo(0.86, 1);
  });
});
