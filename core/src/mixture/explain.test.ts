import { describe, expect, it } from 'vitest';
import type { Bare } from '../job';
import { ARCHETYPES } from '../setup';
import { colour, known, sensor, turn } from '../testing/mixtureLogs';
import { type Mixture, mixtureFindings, slotShownMm } from './index';
import { mixtureEvidence } from './mixtureEvidence';

const { vTwin, twoStrokeTwin, flatFour } = ARCHETYPES;

describe('what no screw cures', () => {
  const kinds = (mixture: Mixture) => mixtureFindings(mixture).map(({ is, throat }) => `${is} ${throat}`);

  it('is a contradiction, said and not averaged, with the tests that would tell', () => {
    const mixture = known(vTwin, sensor('1', 1.18), colour('1', 'yellow'));
    const found = mixtureFindings(mixture).find(({ is }) => is === 'contradiction');
    expect(found).toMatchObject({ throat: '1', leaner: { by: 'sensor' }, richer: { by: 'colour' } });
    expect(found?.is === 'contradiction' && found.tests).toContain('exhaustJoints');
    expect(kinds(known(vTwin, sensor('1', 0.97), colour('1', 'cleanBlue')))).toEqual([]);
    expect(mixtureEvidence(mixture)).toContainEqual({
      kind: 'observed',
      observation: 'sensorLean',
      place: undefined,
      seen: true,
    });
  });

  it('is a cylinder that misses', () => {
    expect(kinds(known(vTwin, colour('2', 'misses')))).toContain('misses 2');
    expect(kinds(known(vTwin, sensor('2', 1.3, { flutter: 0.4 })))).toContain('misses 2');
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
    expect(mixtureEvidence(mixture)).toContainEqual({
      kind: 'observed',
      observation: 'screwDead',
      place: '1',
      seen: true,
    });
  });

  it('is a screw that ends far from its sisters, and one at its end', () => {
    const six = known(ARCHETYPES.sideDraughtSix, turn('M2', 1.25));
    expect(kinds(six)).toContain('farFromSisters 2');
    const lean = known(vTwin, turn('M1', -4), sensor('1', 1.15), sensor('1', 1.15));
    expect(kinds(lean)).toContain('outOfReach 1');
    expect(mixtureEvidence(lean)).toContainEqual({
      kind: 'observed',
      observation: 'leanAtEnd',
      place: '1',
      seen: true,
    });
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
