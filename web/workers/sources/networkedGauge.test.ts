import type { Samples, TableDescription, TableProposal } from '@amber-needle/core/trace';
import { describe, expect, it } from 'vitest';
import { batchReader } from './networkedGauge';

function reader(described?: TableDescription) {
  const samples: Samples[] = [];
  const problems: string[] = [];
  const proposals: TableProposal[] = [];
  const read = batchReader(
    { samples: (batch) => samples.push(batch), problem: (message) => problems.push(message) },
    described,
    (proposal) => proposals.push(proposal),
  );
  return { read, samples, problems, proposals };
}

const table = (from: number) =>
  ['ms;p1_mbar;p2_mbar', ...Array.from({ length: 25 }, (_, i) => `${4 * (from + i)};${400 + i};${410 - i}`)].join('\n');

describe('batches of a gauge that posts', () => {
  it('are read as they say themselves', () => {
    const { read, samples, proposals } = reader();
    read('t_s,v1_kpa\n0,40\n0.1,41');
    expect([samples[0]?.times, proposals]).toEqual([[0, 0.1], []]);
  });

  it('with columns of their own are proposed once, when enough of them came', () => {
    const { read, samples, proposals } = reader();
    for (let n = 0; n < 12; n += 1) read(table(25 * n));
    expect([samples, proposals.length]).toEqual([[], 1]);
    expect(proposals[0]?.description.columns.map(({ is }) => is)).toEqual(['time', 'pressure', 'pressure']);
    const described = reader(proposals[0]?.description);
    described.read(table(0));
    expect([described.samples[0]?.times.length, described.problems]).toEqual([25, []]);
    expect(described.samples[0]?.channels[0]?.depressionsKPa[0]).toBeCloseTo(40, 6);
    described.read('t_s,v1_kpa\n0,40\n0.1,41');
    expect(described.samples[1]?.times).toEqual([0, 0.1]);
  });

  it('name what is wrong in a row and go on', () => {
    const { read, samples, problems } = reader();
    read('t_s,v1_kpa\n0,x\n0.1,41');
    expect(problems[0]).toMatch(/line 2/);
    expect(samples).toHaveLength(1);
  });
});
