import { Ajv2020 } from 'ajv/dist/2020.js';
import { describe, expect, it } from 'vitest';
import { ARCHETYPES } from '../setup';
import { canSit, departuresOf, FAULT_KINDS, type Fault, isSame, keyOf, type Suspicion, SuspicionSchema } from './index';

const BANKS = Object.values(ARCHETYPES);
const six = ARCHETYPES.sideDraughtSix;
const AS_BUILT = departuresOf([]);

/** What an engine with these faults is, part by part. */
function parts(faults: readonly Fault[], setup = six) {
  const { throat, screw, cylinder, common, exchangedHoses } = departuresOf(faults);
  return {
    throats: setup.throats.map(({ id }) => throat(id)),
    screws: setup.adjusters.map(({ id }) => screw(id)),
    cylinders: setup.cylinders.map(({ id }) => cylinder(id)),
    common,
    exchangedHoses,
  };
}

describe.each(FAULT_KINDS.map((kind) => [kind.kind, kind] as const))('%s', (name, kind) => {
  const bank = BANKS.find((setup) => kind.places(setup).length > 0) ?? six;
  const places = kind.places(bank);

  it('sits at places of its own kind, each once', () => {
    expect(places.length).toBeGreaterThan(0);
    expect(new Set(places.map(keyOf)).size).toBe(places.length);
    expect(places.every((place) => place.kind === name)).toBe(true);
  });

  it('makes an engine depart from how it was built, where it sits', () => {
    for (const place of places) {
      const fault = kind.typical(place, 1, bank);
      expect(isSame(fault, place)).toBe(true);
      expect(parts([fault], bank)).not.toEqual(parts([], bank));
    }
  });

  it('is suspected at its places, and nowhere else', () => {
    for (const place of places) expect(canSit(bank, place)).toBe(true);
    expect(canSit(bank, { kind: 'airLeak', throat: 'nonsense' })).toBe(false);
    const elsewhere: unknown = { kind: name, throat: 'nonsense', adjuster: 'nonsense' };
    const checked = new Ajv2020({ strict: false }).compile<Suspicion>(SuspicionSchema);
    expect(checked(elsewhere) && canSit(bank, elsewhere)).toBe(false);
  });

  it('makes only parts of its bank forgotten', () => {
    const throats = bank.throats.map(({ id }) => id);
    for (const place of places) {
      const { trims = [], rests = [], screwsOf = [], screws = [] } = kind.forgets(place, bank);
      for (const throat of [...trims, ...rests, ...screwsOf]) expect(throats).toContain(throat);
      for (const screw of screws) expect(bank.adjusters.map(({ id }) => id)).toContain(screw);
    }
  });

  it('names the places that may be asked after among those it can have', () => {
    const sight = { turned: new Set(bank.adjusters.map(({ id }) => id)), blipped: true, metered: true, startled: true };
    for (const { worthALook } of kind.shows?.ways ?? []) {
      const asked = worthALook(bank, { ...sight, isWeak: () => true });
      expect(asked.map(keyOf).sort()).toEqual(places.map(keyOf).sort());
      const calm = { turned: new Set<string>(), blipped: false, metered: false, startled: false, isWeak: () => false };
      expect(worthALook(bank, calm)).toEqual([]);
    }
  });
});

describe('several faults at once', () => {
  const leak = { kind: 'airLeak', throat: '1', areaMm2: 2 } as const;
  const blocked = { kind: 'blockedIdle', throat: '1', share: 0.5 } as const;
  const jets = { kind: 'mixedJets', throats: ['1', '2'], ratio: 1.2 };

  it('add up, or multiply where each lets a share through', () => {
    const { throat } = departuresOf([leak, { ...leak, areaMm2: 3 }, blocked, { ...blocked, share: 0.2 }]);
    expect(throat('1').leakArea).toBeCloseTo(5e-6, 12);
    expect(throat('1').idleFlow).toBeCloseTo(0.4, 12);
    expect(throat('2')).toEqual(AS_BUILT.throat('2'));
  });

  it('lose no more than all', () => {
    const low = { kind: 'lowCompression', cylinder: '1', loss: 0.7 } as const;
    const stuck = { kind: 'stickingPiston', throat: '1', share: 0.7 } as const;
    expect(departuresOf([low, low]).cylinder('1').workLost).toBe(1);
    expect(departuresOf([stuck, stuck]).throat('1').riseLost).toBe(1);
  });

  it('may be of one throat and of two', () => {
    const { throat } = departuresOf([blocked, { kind: 'mixedJets', throats: jets.throats, ratio: jets.ratio }]);
    expect(throat('1').idleFlow).toBeCloseTo(0.6, 12);
    expect(throat('2').idleFlow).toBeCloseTo(1 / 1.2, 12);
  });

  it('are named by kind and place, two throats in either order', () => {
    const hoses = (a: string, b: string) => ({ kind: 'exchangedHoses' as const, throats: [a, b] });
    expect(isSame(hoses('1', '2'), hoses('2', '1'))).toBe(true);
    expect(isSame(hoses('1', '2'), hoses('1', '3'))).toBe(false);
    expect(isSame({ kind: 'airLeak', throat: '1' }, { kind: 'wornShaft', throat: '1' })).toBe(false);
  });
});
