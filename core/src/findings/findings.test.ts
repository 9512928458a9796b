import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JobEvent } from '../job';
import { append, blipped, move, opened, reading, zero } from '../testing';
import { findingsOf } from './findings';

const steps = fc.oneof(
  fc
    .record({ a: fc.double({ min: 36, max: 48, noNaN: true }), b: fc.double({ min: 36, max: 48, noNaN: true }) })
    .map(({ a, b }) => reading({ kPa: [a, b] })),
  fc.integer({ min: -4, max: 4 }).map((eighths) => move('A', (eighths || 1) / 8)),
  fc.constant(blipped),
  fc.constant({
    kind: 'verdict',
    suspicion: { kind: 'deadScrew', adjuster: 'A' },
    verdict: 'mended',
  } as const),
);

describe('the findings of a log', () => {
  it('are the same, taken up where they were left or worked out afresh', () => {
    fc.assert(
      fc.property(fc.array(steps, { minLength: 1, maxLength: 8 }), (proposals) => {
        let log: readonly JobEvent[] = append(opened, zero(0, 0));
        let findings = findingsOf(log);
        for (const proposal of proposals) {
          log = append(log, proposal);
          findings = findingsOf(log, findings);
        }
        expect(findings?.suspicions).toEqual(findingsOf(log)?.suspicions);
        expect(findings?.belief.mean).toEqual(findingsOf(log)?.belief.mean);
      }),
      { numRuns: 40 },
    );
  });

  it('forget what is undone', () => {
    const before = [zero(0, 0), reading({ kPa: [44, 40] })].reduce(append, opened);
    const turned = append(before, move('A', 0.25));
    const undone = append(turned, { kind: 'undone', event: turned.at(-1)?.id ?? '' });
    expect(findingsOf(undone, findingsOf(turned))?.belief.mean).toEqual(findingsOf(before)?.belief.mean);
  });

  it('are none of an empty log', () => {
    expect(findingsOf([])).toBeUndefined();
  });
});
