import { describe, expect, it } from 'vitest';
import { foldJob, type JobEvent } from '../../job';
import { twinWithTwoStops } from '../../setup';
import { append, opened, reading, zero } from '../../testing';
import { benchEvidence } from './benchEvidence';
import { searchOf } from './jobEvidence';
import { suspectsOfJob } from './suspectsOfJob';

const jobOf = (log: readonly JobEvent[]) => {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return job;
};
const seen = (observation: string, place?: string) =>
  ({ kind: 'observed', observation, seen: true, ...(place === undefined ? {} : { place }) }) as const;
const told = [seen('puddle', '1'), seen('fuelSmell'), seen('missesIdle', '2')].reduce(append, opened);
const observations = (log: readonly JobEvent[]) =>
  searchOf(jobOf(log)).evidence.map(({ evidence }) =>
    evidence.kind === 'observed' ? evidence.observation : evidence.kind,
  );

describe('the search in a job’s log', () => {
  it('takes the last word on each thing, and what is undone leaves no trace', () => {
    const again = append(told, { ...seen('fuelSmell'), seen: false });
    expect(searchOf(jobOf(again)).evidence.at(-1)).toMatchObject({
      evidence: { observation: 'fuelSmell', seen: false },
    });
    const undone = append(again, { kind: 'undone', event: again.at(-1)?.id ?? '' });
    expect(searchOf(jobOf(undone))).toEqual(searchOf(jobOf(told)));
    const before = suspectsOfJob(jobOf(told), []).suspects.ranked.map(({ probability }) => probability);
    expect(suspectsOfJob(jobOf(undone), []).suspects.ranked.map(({ probability }) => probability)).toEqual(before);
  });

  it('keeps, once a cause is put right, what it does not explain: there may be a second', () => {
    const cured = append(told, { kind: 'cured', cause: 'flooding', place: '1' });
    expect(observations(cured)).toEqual(['missesIdle']);
    expect(searchOf(jobOf(cured)).cured[0]?.evidence).toHaveLength(2);
    const found = append(cured, { kind: 'tested', test: 'swapPlug', place: '2', answer: 'moves' });
    expect(suspectsOfJob(jobOf(found), []).suspects.ranked[0]?.cause.id).toBe('weakSpark');
  });

  it('refuses what is on no map, or at no place of the bank', () => {
    expect(() => append(opened, seen('purpleSmoke'))).toThrow('noSuchObservation');
    expect(() => append(opened, seen('puddle', '9'))).toThrow('noSuchPlace');
    expect(() => append(opened, seen('fades', '1'))).toThrow('noSuchPlace');
    expect(() => append(opened, { kind: 'tested', test: 'openCap', answer: 'perhaps' })).toThrow('noSuchTest');
    expect(() => append(opened, { kind: 'cured', cause: 'gremlins' })).toThrow('noSuchCause');
  });
});

describe('a job that knows what was put right before', () => {
  const knowing = (on: string) =>
    append([], {
      kind: 'opened',
      machine: 'Test twin',
      complaint: '',
      setup: twinWithTwoStops,
      cures: { workshop: [{ cause: 'flooding', count: 4 }], here: [{ cause: 'flooding', place: '1', on }] },
    });
  const puddle = (log: readonly JobEvent[]) => suspectsOfJob(jobOf(append(log, seen('puddle', '1'))), []);

  it('thinks of what comes back within days, and not of what was long ago', () => {
    const back = puddle(knowing('2025-12-28T00:00:00.000Z')).told.map(({ evidence }) => evidence);
    expect(back).toContainEqual({ kind: 'observed', observation: 'newThenBad', seen: true });
    const old = puddle(knowing('2025-06-01T00:00:00.000Z')).told;
    expect(old).toHaveLength(1);
  });

  it('can leave it out of the weighing', () => {
    const log = append(knowing('2025-06-01T00:00:00.000Z'), seen('puddle', '1'));
    const first = (byMapAlone: boolean) =>
      suspectsOfJob(jobOf(log), [], { byMapAlone }).suspects.ranked[0]?.probability;
    expect(first(false)).toBeGreaterThan(first(true) ?? 1);
  });
});

describe('what the bench saw by itself', () => {
  const fluttering = (kPa: number): Parameters<typeof append>[1] => {
    const base = reading({ kPa: [40, 41] });
    return { ...base, channels: base.channels.map((channel, i) => ({ ...channel, flutterKPa: i === 0 ? kPa : 0.1 })) };
  };

  it('is a needle that flutters in two readings, and not in one', () => {
    const once = [zero(0, 0), fluttering(1)].reduce(append, opened);
    expect(benchEvidence(jobOf(once), [])).toEqual([]);
    const twice = append(once, fluttering(0.9));
    expect(benchEvidence(jobOf(twice), [])).toEqual([
      { kind: 'observed', observation: 'flutters', place: '1', seen: true },
    ]);
    expect(suspectsOfJob(jobOf(twice), []).told).toEqual([
      {
        evidence: { kind: 'observed', observation: 'flutters', place: '1', seen: true },
        eventId: undefined,
        seenBy: 'bench',
      },
    ]);
    // A person’s own word on the same thing counts before it.
    const denied = append(twice, { ...seen('flutters', '1'), seen: false });
    expect(suspectsOfJob(jobOf(denied), []).told).toHaveLength(1);
  });

  it('is its own suspicion once that is likelier than not', () => {
    const dead = { suspicion: { kind: 'deadScrew', adjuster: 'A' }, probability: 0.7 } as const;
    expect(benchEvidence(jobOf(opened), [dead])).toEqual([
      { kind: 'observed', observation: 'stopDead', place: '1', seen: true },
    ]);
    expect(benchEvidence(jobOf(opened), [{ ...dead, probability: 0.4 }])).toEqual([]);
    const worn = { suspicion: { kind: 'wornShaft', throat: '2' }, probability: 0.9 } as const;
    expect(benchEvidence(jobOf(opened), [worn])).toMatchObject([{ observation: 'comesElsewhere', place: '2' }]);
  });
});
