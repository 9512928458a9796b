import { describe, expect, it } from 'vitest';
import { adviseNextMove } from '../advice';
import { foldBelief } from '../belief';
import { findingsOf } from '../findings';
import { type Bare, foldJob, type JobEvent } from '../job';
import { ARCHETYPES, type Setup } from '../setup';
import { append, blipped as blip, move, zero } from '../testing/jobs';
import { foundEvidence } from './foundEvidence';

function begun(setup: Setup): readonly JobEvent[] {
  const log = append([], { kind: 'opened', machine: 'Fault bench', complaint: '', setup });
  return append(log, zero(...setup.throats.map(() => 0)));
}

function shows(setup: Setup, kPa: readonly number[], rpm = setup.targets.idleRpm): Bare {
  return {
    kind: 'reading',
    source: 'program',
    durationS: 8,
    barometerKPa: 101.325,
    channels: setup.throats.map(({ id }, i) => ({
      throat: id,
      depressionKPa: kPa[i] ?? 0,
      uncertaintyKPa: 0.03,
      state: 'steady',
    })),
    speed: { rpm, uncertaintyRpm: 2, from: 'pulses' },
  };
}

function findings(log: readonly JobEvent[]) {
  const found = findingsOf(log);
  if (found === undefined) throw new Error('the log was opened');
  return found;
}

function weigh(log: readonly JobEvent[]) {
  return findings(log).suspicions;
}

function advise(log: readonly JobEvent[]) {
  const { job, belief, suspicions } = findings(log);
  return adviseNextMove(job, belief, { seed: 1, live: 'steady', suspicions });
}

const rack = ARCHETYPES.rack4;
const first = shows(rack, [47, 50.4, 47.4, 44.3]);
/** Screw A in by half a turn opens the first throat: 3.5 kPa less depression, all others a touch more. */
const sound = [first, move('A', 0.5), shows(rack, [44.2, 51.2, 48.2, 45.1], 1180)].reduce(append, begun(rack));

describe('suspicions', () => {
  it('are none on an engine that answers as a sound one', () => {
    const [most] = weigh(sound);
    expect(most?.probability).toBeLessThan(0.05);
    expect(advise(sound).kind).toBe('turn');
  });

  it('name the screw that moves nothing', () => {
    const log = [first, move('B', 0.5), shows(rack, [47, 50.4, 47.4, 44.3])].reduce(append, begun(rack));
    // A weak screw would show no more: it is turned further first.
    expect(advise(log)).toMatchObject({ kind: 'turn', adjuster: 'B' });
    const further = [move('B', 0.5), shows(rack, [47, 50.4, 47.4, 44.3])].reduce(append, log);
    expect(advise(further)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'deadScrew', adjuster: 'B' } });
  });

  it('name the hoses that sit on each other’s throats', () => {
    const log = [first, move('A', 0.5), shows(rack, [47.8, 51.2, 44.4, 45.1], 1180)].reduce(append, begun(rack));
    expect(advise(log)).toMatchObject({
      kind: 'suspect',
      suspicion: { kind: 'exchangedHoses', throats: ['1', '3'] },
    });
  });

  it('name the throat that comes to rest elsewhere', () => {
    const log = [first, move('A', 0.5), shows(rack, [44.6, 51.6, 48.6, 43], 1180)].reduce(append, begun(rack));
    // The test that tells comes before the name.
    expect(advise(log)).toMatchObject({ kind: 'read', purpose: 'afterBlip' });
    const told = [blip, shows(rack, [44.6, 51.6, 48.6, 48], 1150)].reduce(append, log);
    expect(advise(told)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'wornShaft', throat: '4' } });
  });

  describe('a throat that breathed much more and lands elsewhere', () => {
    const found = shows(rack, [48, 47.6, 48.4, 39]);
    const strayed = [found, move('A', 0.5), shows(rack, [45.4, 48.4, 49.2, 36], 1180)].reduce(append, begun(rack));
    const blipped = append(strayed, blip);

    it('is worth a blip, for its stop may stray or its cylinder misfire', () => {
      expect(advise(strayed)).toMatchObject({ kind: 'read', purpose: 'afterBlip' });
      expect(findings(blipped).job).toMatchObject({ blips: 1, sinceReading: 'move' });
    });

    it('has a stop that strays if the blip moves it again', () => {
      const again = append(blipped, shows(rack, [45, 48, 48.8, 41], 1160));
      expect(advise(again)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'wornShaft', throat: '4' } });
    });

    it('has a leak if the blip moves nothing', () => {
      const still = append(blipped, shows(rack, [45.4, 48.4, 49.2, 36], 1180));
      expect(advise(still)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'airLeak', throat: '4' } });
    });
  });

  it('name the knob that moves nothing, though every turn by itself might be a lazy idle', () => {
    const level = [45, 45.5, 44.8, 46];
    const idle = shows(rack, level, rack.targets.idleRpm + 110);
    const log = [idle, move('K', -1), idle, move('K', -1), idle, move('K', -1), idle].reduce(append, begun(rack));
    expect(advise(log)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'deadScrew', adjuster: 'K' } });
  });

  it('name the throat that breathes more than screws explain', () => {
    const log = append(begun(rack), shows(rack, [48, 22, 48.4, 47.6]));
    expect(advise(log)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'airLeak', throat: '2' } });
  });

  describe('a throat that breathes more than the others, but not more than screws may explain', () => {
    const found = append(begun(rack), shows(rack, [48, 34, 48.4, 47.6]));
    // The runner of the second holds 67 kPa, the others 53: so much more air it gets, four parts of five past its throttle or all.
    const mouths = (second: number): Bare => ({
      kind: 'airflow',
      throats: [10, second, 10, 10].map((shown, i) => ({ throat: String(i + 1), shown, uncertainty: 0.2 })),
    });
    it('is worth a meter on the mouths', () => {
      expect(weigh(found)[0]?.suspicion).toEqual({ kind: 'airLeak', throat: '2' });
      expect(advise(found)).toMatchObject({ kind: 'read', purpose: 'meterMouths' });
    });
    it('has a leak if its mouth draws no more than the others', () => {
      expect(advise(append(found, mouths(10)))).toMatchObject({
        kind: 'suspect',
        suspicion: { kind: 'airLeak', throat: '2' },
      });
    });
    it('has a throttle that stands open if its mouth draws what its pressure says', () => {
      const open = append(found, mouths(12.6));
      expect(weigh(open).every(({ probability }) => probability < 0.06)).toBe(true);
      expect(advise(open).kind).toBe('turn');
    });
    it('sits on another’s hose if the mouths mirror the pressures', () => {
      const mirrored = [12.6, 10, 10, 10].map((shown, i) => ({ throat: String(i + 1), shown, uncertainty: 0.2 }));
      const [first] = weigh(append(found, { kind: 'airflow', throats: mirrored }));
      expect(first).toMatchObject({ suspicion: { kind: 'exchangedHoses', throats: ['1', '2'] } });
    });
    it('is balanced by its screw where there is no meter, or a program that has none reads instead', () => {
      expect(advise(append(found, { kind: 'check', check: { what: 'noMeter' } })).kind).toBe('turn');
      expect(advise(append(found, shows(rack, [48, 34, 48.4, 47.6]))).kind).toBe('turn');
    });
  });

  it('keep a leak whose cylinder fires as well as any, however steadily the others answer', () => {
    const answers = [3, 5, 7, 9, 11, 13].flatMap((fallen) => [
      move('A', 0.25),
      shows(rack, [48 - fallen, 30 + fallen / 5, 48.4 + fallen / 4, 47.6 + fallen / 4], 1100 + 10 * fallen),
    ]);
    const noMeter: Bare = { kind: 'check', check: { what: 'noMeter' } };
    const steady = [shows(rack, [48, 30, 48.4, 47.6]), noMeter, ...answers].reduce(append, begun(rack));
    expect(findings(steady).rivals.ruledOut).toContainEqual(
      expect.objectContaining({ suspicion: { kind: 'airLeak', throat: '2' }, way: 1 }),
    );
    expect(weigh(steady)[0]?.suspicion).toEqual({ kind: 'airLeak', throat: '2' });
    expect(weigh(steady)[0]?.probability).toBeGreaterThan(0.1);
  });

  it('take two throats of one shaft that stand apart for exchanged hoses', () => {
    const six = ARCHETYPES.sideDraughtSix;
    const log = append(begun(six), shows(six, [50, 44, 50.3, 44.2, 47, 47.1]));
    const evidence = foundEvidence(foldBelief(six, log));
    // Hoses 2 and 3 exchanged: both of the first carburetor at 50, both of the second at 44.
    expect(evidence({ kind: 'exchangedHoses', throats: ['2', '3'] })).toBeGreaterThan(2);
    expect(evidence({ kind: 'exchangedHoses', throats: ['1', '2'] })).toBeCloseTo(0, 9);
  });

  describe('a throat that stands apart from its sister on the shaft', () => {
    const six = ARCHETYPES.sideDraughtSix;
    const apart = append(begun(six), shows(six, [49.5, 49, 50.7, 49.5, 46.1, 33]));
    it('is worth a blip: a leak, or a plate that came to rest elsewhere', () => {
      const kinds = weigh(apart)
        .slice(0, 2)
        .map(({ suspicion }) => suspicion.kind);
      expect(kinds.sort()).toEqual(['airLeak', 'wornShaft']);
      expect(advise(apart)).toMatchObject({ kind: 'read', purpose: 'afterBlip' });
    });
    it('has a leak if the blip moves nothing', () => {
      const still = [blip, shows(six, [49.4, 48.9, 50.6, 49.4, 46, 33])].reduce(append, apart);
      expect(advise(still)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'airLeak', throat: '6' } });
    });
    it('has a stop that strays if the blip moves it', () => {
      const moved = [blip, shows(six, [49.8, 49.3, 51, 49.8, 46.4, 37], 845)].reduce(append, apart);
      expect(advise(moved)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'wornShaft', throat: '6' } });
    });
    it('says nothing of stops where each throat has its own', () => {
      const found = foundEvidence(foldBelief(rack, append(begun(rack), shows(rack, [48, 34, 48.4, 47.6]))));
      expect(found({ kind: 'wornShaft', throat: '2' })).toBe(0);
    });
  });

  it('are not raised again once they were dismissed, and start afresh once they were mended', () => {
    const log = [first, move('B', 0.5), shows(rack, [47, 50.4, 47.4, 44.3])].reduce(append, begun(rack));
    const suspicion = { kind: 'deadScrew', adjuster: 'B' } as const;
    const dismissed = append(log, { kind: 'verdict', suspicion, verdict: 'dismissed' });
    expect(weigh(dismissed).some((weighed) => weighed.suspicion.kind === 'deadScrew')).toBe(false);
    const mended = append(log, { kind: 'verdict', suspicion, verdict: 'mended' });
    expect(foldJob(mended)?.sinceReading).toBe('move');
    // Nothing from before counts for any rival: neither what was turned, nor what was read.
    const { rivals } = findings(append(mended, shows(rack, [47, 50.4, 47.4, 44.3])));
    expect(rivals.from).toBe(mended.length);
    expect(rivals.supposed.filter(({ rival }) => rival.suspicion.kind === 'deadScrew')).toEqual([]);
    const again = append(mended, shows(rack, [47, 50.4, 47.4, 44.3]));
    expect(weigh(again).every(({ probability }) => probability < 0.1)).toBe(true);
    expect(advise(again).kind).toBe('turn');
  });

  it('name a second fault after a first that was found and left', () => {
    const still = shows(rack, [47, 50.4, 47.4, 44.3]);
    const dead = [first, move('B', 0.5), still, move('B', 0.5), still].reduce(append, begun(rack));
    const suspicion = { kind: 'deadScrew', adjuster: 'B' } as const;
    expect(advise(dead)).toMatchObject({ kind: 'suspect', suspicion });
    const left = append(dead, { kind: 'verdict', suspicion, verdict: 'stays' });
    expect(foldJob(left)?.stands).toEqual([suspicion]);
    const strays = [
      shows(rack, [47, 50.4, 47.4, 44.3]),
      blip,
      shows(rack, [47, 50.4, 47.4, 39], 1160),
      blip,
      shows(rack, [47, 50.4, 47.4, 46], 1010),
    ].reduce(append, left);
    expect(weigh(strays).some((weighed) => weighed.suspicion.kind === 'deadScrew')).toBe(false);
    expect(advise(strays)).toMatchObject({ kind: 'suspect', suspicion: { kind: 'wornShaft', throat: '4' } });
    // The first is still reckoned with: its screw is not asked for, and turned all the same it moves nothing.
    const turned = append(strays, move('B', 0.5));
    const trims = (log: readonly JobEvent[]) => foldBelief(rack, log).mean.slice(0, 4);
    expect(trims(turned)).toEqual(trims(strays));
    const mended = append(strays, { kind: 'verdict', suspicion, verdict: 'mended' });
    expect(foldJob(mended)?.stands).toEqual([]);
    expect(trims(append(mended, move('B', 0.5)))).not.toEqual(trims(mended));
  });

  it('add up to no more than certainty', () => {
    for (const log of [sound, append(begun(rack), shows(rack, [48, 22, 48.4, 47.6]))]) {
      const sum = weigh(log).reduce((total, { probability }) => total + probability, 0);
      expect(sum).toBeLessThanOrEqual(1 + 1e-12);
    }
  });
});
