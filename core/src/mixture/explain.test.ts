import { describe, expect, it } from 'vitest';
import type { Bare } from '../job';
import { ARCHETYPES } from '../setup';
import { colour, count, known, sensor, turn } from '../testing/mixtureLogs';
import { type Mixture, mixtureFindings, slotShownMm } from './index';
import { mixtureEvidence } from './mixtureEvidence';

const { vTwin, twoStrokeTwin, flatFour } = ARCHETYPES;
const STEADY = { flutter: 0.005 };
const saw = (observation: string, place?: string) => ({ kind: 'observed', observation, place, seen: true });

describe('what no screw cures', () => {
  const kinds = (mixture: Mixture) => mixtureFindings(mixture).map(({ is, throat }) => `${is} ${throat}`);

  it('is a contradiction, said and not averaged, with the tests that would tell', () => {
    const mixture = known(vTwin, sensor('1', 1.18), colour('1', 'yellow'));
    const found = mixtureFindings(mixture).find(({ is }) => is === 'contradiction');
    expect(found).toMatchObject({ throat: '1', leaner: { by: 'sensor' }, richer: { by: 'colour' } });
    expect(found?.is === 'contradiction' && found.tests).toContain('exhaustJoints');
    expect(kinds(known(vTwin, sensor('1', 0.97), colour('1', 'cleanBlue')))).toEqual([]);
    expect(mixtureEvidence(mixture)).toContainEqual(saw('sensorLean'));
  });

  it('is a cylinder that misses, and whether it does wherever its screw stands', () => {
    const stays = (mixture: Mixture) =>
      mixtureFindings(mixture).flatMap((each) => (each.is === 'misses' ? [each.stays] : []));
    expect(stays(known(vTwin, colour('2', 'misses')))).toEqual([false]);
    const missed = sensor('2', 1.3, { flutter: 0.4 });
    expect(stays(known(vTwin, missed))).toEqual([false]);
    const anywhere = known(vTwin, missed, turn('M2', -0.75), missed);
    expect(stays(anywhere)).toEqual([true]);
    expect(mixtureEvidence(anywhere)).toEqual([saw('missesAnyScrew', '2')]);
    expect(stays(known(vTwin, sensor('2', 0.95, { flutter: 0.005 }), turn('M2', -0.75), missed))).toEqual([false]);
  });

  it('is nothing of a screw whose cylinder misses: its figures say nothing of the screw', () => {
    const missed = sensor('1', 1.3, { flutter: 0.4 });
    expect(kinds(known(vTwin, count('M1', 2), count('M2', 2), missed, turn('M1', -1.5), missed))).toEqual(['misses 1']);
  });

  it('is a screw without effect, with how much of the slot its stops have uncovered', () => {
    const mixture = known(
      vTwin,
      turn('A', 1),
      sensor('1', 1.0),
      turn('M1', -0.5),
      sensor('1', 1.0),
      turn('M1', -0.5),
      sensor('1', 1.0),
    );
    expect(kinds(mixture)).toContain('noEffect 1');
    expect(slotShownMm(mixture, '1')).toBeGreaterThan(1.1);
    expect(slotShownMm(known(twoStrokeTwin), '1')).toBeUndefined();
    expect(mixtureEvidence(mixture)).toContainEqual(saw('screwDead', '1'));
  });

  it('is a screw that ends far from its sisters, and one at its end', () => {
    const six = known(ARCHETYPES.sideDraughtSix, turn('M2', 1.25));
    expect(kinds(six)).toContain('farFromSisters 2');
    const lean = known(vTwin, turn('M1', -4), sensor('1', 1.15), sensor('1', 1.15));
    expect(kinds(lean)).toContain('outOfReach 1');
    expect(mixtureEvidence(lean)).toContainEqual(saw('leanAtEnd', '1'));
    const seated = known(vTwin, count('M1', 0.75), turn('M1', 0.75), sensor('1', 0.8), sensor('1', 0.8));
    expect(mixtureEvidence(seated)).toContainEqual(saw('richAtEnd', '1'));
  });

  it('says which way a screw ends far from its sisters, of two the one away from its base', () => {
    const side = (...more: readonly Bare[]) =>
      mixtureFindings(known(vTwin, count('M1', 2), count('M2', 2), ...more)).flatMap((each) =>
        each.is === 'farFromSisters' ? [`${each.throat} ${each.side}`] : [],
      );
    expect(side(turn('M1', -1.5))).toEqual(['1 richer']);
    expect(side(turn('M2', 1.25))).toEqual(['2 leaner']);
    expect(side(turn('M2', 0.5))).toEqual([]);
  });

  it('has a screw that was felt speak against what would take its say away', () => {
    const felt = [sensor('1', 0.85, STEADY), turn('M1', 0.5), sensor('1', 0.93, STEADY), turn('M1', 0.5)] as const;
    const mixture = known(vTwin, count('M1', 2), count('M2', 2), ...felt, sensor('1', 1.02, STEADY));
    expect(mixtureEvidence(mixture)).toEqual([
      saw('screwLeaner', '1'),
      { ...saw('screwDead', '1'), seen: false },
      { ...saw('missesIdle', '1'), seen: false },
    ]);
  });

  it('is a first opening apart from its sisters’, where there are any: how an engine opens is its kind’s', () => {
    const open = (exhaust: string, lambda: number): Bare => ({
      kind: 'mixtureSeen',
      seen: { how: 'firstOpening', exhaust, lambda },
    });
    const idle = [sensor('1', 0.95, STEADY), sensor('2', 0.95, STEADY)] as const;
    expect(kinds(known(vTwin, ...idle, open('1', 1.08), open('2', 1.09)))).toEqual([]);
    expect(kinds(known(vTwin, ...idle, open('1', 1.26), open('2', 1.08)))).toEqual([
      'firstOpeningLean 1',
      'firstOpeningRich 2',
    ]);
  });

  it('is a pilot jet where the idle is right and the first opening lean', () => {
    const first: Bare = { kind: 'mixtureSeen', seen: { how: 'firstOpening', exhaust: '1', lambda: 1.06 } };
    const free: Bare = { kind: 'mixtureSeen', seen: { how: 'freeAir', oxygenPercent: 20.95 } };
    expect(kinds(known(vTwin, free, sensor('1', 0.95), first))).toContain('firstOpeningLean 1');
    expect(kinds(known(vTwin, free, sensor('1', 1.05), first))).not.toContain('firstOpeningLean 1');
  });

  it('is a cylinder that its sister robs', () => {
    const mixture = known(flatFour, sensor('1', 0.9), sensor('2', 1.03), sensor('1', 0.9), sensor('2', 1.03));
    expect(mixtureFindings(mixture)).toContainEqual(expect.objectContaining({ is: 'sistersUnlike', cylinder: '2' }));
  });
});
