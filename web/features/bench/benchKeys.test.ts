import type { JobEvent } from '@amber-needle/core/job';
import { ARCHETYPES, type Setup, twinWithTwoStops } from '@amber-needle/core/setup';
import { append, blipped, instrument, move, opened, reading, zero } from '@amber-needle/core/testing';
import { describe, expect, it, vi } from 'vitest';
import { benchKeys, type Doors } from './benchKeys';
import type { BenchActions } from './useBenchActions';
import { adviceView } from './view/adviceView';
import { benchView, type Surroundings } from './view/benchView';

type Place = Surroundings & { practising?: boolean; allGauged?: boolean };

function bench(log: readonly JobEvent[], { practising = false, allGauged = false, ...around }: Place = {}) {
  const actions = {
    propose: vi.fn(() => true),
    takeReading: vi.fn(),
    takeZero: vi.fn(),
    takeFile: vi.fn(),
    turned: vi.fn(),
    coupled: vi.fn(),
    takeMatch: vi.fn(),
    blipped: vi.fn(),
    noMeter: vi.fn(),
    skipOffIdle: vi.fn(),
    stalled: vi.fn(),
    reach: vi.fn(),
    verdict: vi.fn(),
    stage: vi.fn(),
    finish: vi.fn(),
    undo: vi.fn(),
  } satisfies BenchActions;
  const doors = {
    open: vi.fn(),
    flip: vi.fn(),
    sources: vi.fn(),
    fan: { shows: 'balance', turn: vi.fn() } as const,
    ear: { next: 'quiet', run: vi.fn() },
    unit: { name: 'mbar', run: vi.fn() },
    report: vi.fn(),
    practise: vi.fn(),
    practising,
    allGauged,
  } satisfies Doors;
  const keys = benchKeys(benchView(adviceView(log, 'steady'), undefined, around), actions, doors);
  const press = (key: string) => {
    const found = keys.find((candidate) => candidate.key === key);
    if (found !== undefined && found.disabled !== true) found.run();
    return found !== undefined;
  };
  return { actions, doors, keys, press };
}

const begun = (setup: Setup) => append([], { kind: 'opened', machine: 'Key bench', complaint: '', setup });
const zeroed = [instrument(0.5), zero(0, 0)].reduce(append, opened);
const apart = append(zeroed, reading({ kPa: [44, 40] }));
const found = append(zeroed, reading({ kPa: [40, 40] }));
const coupled = [
  blipped,
  reading({ kPa: [40, 40] }),
  { kind: 'coupled', coupling: 'C', state: 'clamped' } as const,
  reading({ kPa: [40, 40] }),
].reduce(append, found);
const skipped = append(coupled, { kind: 'check', check: { what: 'offIdleSkipped' } });

describe('the keys of the bench', () => {
  it('are one for each action, and never two for one key', () => {
    for (const log of [opened, apart, found, coupled, begun(ARCHETYPES.fourBarrel)]) {
      const { keys } = bench(log);
      expect(new Set(keys.map(({ key }) => key)).size).toBe(keys.length);
    }
  });

  it('answer that there is no meter where one is asked for', () => {
    const leaky = append(zeroed, reading({ kPa: [48, 26] }));
    const asked = bench(leaky);
    asked.press(' ');
    expect(asked.doors.open).toHaveBeenCalledWith('meter');
    asked.press('n');
    expect(asked.actions.noMeter).toHaveBeenCalledOnce();
    expect(bench(append(leaky, { kind: 'check', check: { what: 'noMeter' } })).press('n')).toBe(false);
  });

  it('do what the advice asks for with the big one', () => {
    const turn = bench(apart);
    turn.press(' ');
    expect(turn.actions.turned).toHaveBeenCalledWith('A', expect.any(Number));
    const blip = bench(found);
    blip.press(' ');
    expect(blip.actions.blipped).toHaveBeenCalledOnce();
    const due = bench(coupled);
    due.press(' ');
    expect(due.actions.stage).toHaveBeenCalledWith('offIdle');
    due.press('n');
    expect(due.actions.skipOffIdle).toHaveBeenCalledOnce();
    const done = bench(skipped);
    done.press(' ');
    expect(done.actions.finish).toHaveBeenCalledOnce();
  });

  it('do nothing twice: while the advice is being worked out the big one is blocked', () => {
    const { actions, press, keys } = bench(apart, { thinking: true });
    press(' ');
    expect(actions.turned).not.toHaveBeenCalled();
    expect(keys[0]).toMatchObject({ disabled: true, label: 'one moment' });
  });

  it('leave out a screw that cannot be reached, while one is advised', () => {
    const { actions, press } = bench(apart);
    press('x');
    expect(actions.reach).toHaveBeenCalledWith(['A'], 'outOfReach');
    expect(bench(found).press('x')).toBe(false);
  });

  it('open the round of one gauge, and the meter, which decides on a plenum', () => {
    const twin = bench(apart);
    twin.press('g');
    expect(twin.doors.open).toHaveBeenCalledWith('round');
    twin.press('m');
    expect(twin.doors.open).toHaveBeenCalledWith('meter');
    const eight = bench(begun(ARCHETYPES.fourBarrel));
    expect(eight.press('g')).toBe(false);
    expect(eight.press('r')).toBe(false);
    eight.press(' ');
    expect(eight.doors.open).toHaveBeenCalledWith('meter');
    expect(bench(begun({ ...twinWithTwoStops, throats: twinWithTwoStops.throats.slice(0, 1) })).press('g')).toBe(false);
  });

  it('take one of three answers to a suspicion', () => {
    const ask = () =>
      bench(
        [move('B', 0.5), reading({ kPa: [44, 40] }), move('B', 0.5), reading({ kPa: [44, 40] })].reduce(append, apart),
      );
    const answers = [' ', 'n', 'l'].map((key) => {
      const { actions, press } = ask();
      press(key);
      return actions.verdict.mock.calls[0];
    });
    const suspicion = { kind: 'deadScrew', adjuster: 'B' };
    expect(answers).toEqual([
      [suspicion, 'mended'],
      [suspicion, 'dismissed'],
      [suspicion, 'stays'],
    ]);
  });

  it('go on to the held speed only once the idle is done', () => {
    const { actions, press } = bench(skipped);
    press('h');
    expect(actions.stage).toHaveBeenCalledWith('offIdle');
    expect(bench(apart).press('h')).toBe(false);
  });

  it('leave only undo and the report of a finished job', () => {
    const { keys, doors, press } = bench(append(coupled, { kind: 'finished', outcome: 'balanced', probability: 0.97 }));
    expect(keys.map(({ cap }) => cap)).toEqual(['Space', 'U']);
    press(' ');
    expect(doors.report).toHaveBeenCalledOnce();
  });

  it('do not offer to carry a gauge where each throat has one, but let it be done', () => {
    const carry = (allGauged: boolean, practising: boolean) =>
      bench(apart, { allGauged, practising }).keys.find(({ key }) => key === 'g')?.elsewhere ?? false;
    expect([carry(true, false), carry(false, false), carry(true, true)]).toEqual([true, false, false]);
  });

  it('keep the engine’s own button at its name while one practises', () => {
    const shown = (practising: boolean) =>
      bench(apart, { practising }).keys.find(({ key }) => key === 'p')?.elsewhere ?? false;
    expect([shown(true), shown(false)]).toEqual([true, false]);
  });
});
