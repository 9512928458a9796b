import { describe, expect, it } from 'vitest';
import { foldJob, type JobEvent } from '../job';
import { ARCHETYPES } from '../setup';
import { append, move, opened, reading } from '../testing';
import { afterBalance } from './way';

const next = (log: readonly JobEvent[]) => {
  const job = foldJob(log);
  if (job === undefined) throw new Error('the log was opened');
  return afterBalance(job);
};

describe('what comes after the balance', () => {
  const held = [{ kind: 'stage', stage: 'offIdle' } as const, reading({ kPa: [58, 58], rpm: 2000 })].reduce(
    append,
    opened,
  );

  it('is the look off idle, until it was looked at or skipped', () => {
    expect(next(opened)).toBe('offIdle');
    expect(next(held)).toBe('finish');
    expect(next(append(opened, { kind: 'check', check: { what: 'offIdleSkipped' } }))).toBe('finish');
  });

  it('is that look again when a screw was turned since', () => {
    const turned = [{ kind: 'stage', stage: 'idle' } as const, move('A', 0.25)].reduce(append, held);
    expect(next(turned)).toBe('offIdle');
  });

  it('is the end where throats show nothing of their own', () => {
    const begun = (setup: typeof ARCHETYPES.fourBarrel) =>
      append([], { kind: 'opened', machine: 'x', complaint: '', setup });
    expect(next(begun(ARCHETYPES.fourBarrel))).toBe('finish');
  });
});
