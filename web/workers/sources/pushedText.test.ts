import type { Samples, TableProposal } from '@amber-needle/core/trace';
import { describe, expect, it } from 'vitest';
import { pushedText } from './pushedText';

function heard(described?: Parameters<typeof pushedText>[1]) {
  const batches: Samples[] = [];
  const problems: string[] = [];
  const proposals: TableProposal[] = [];
  const source = pushedText('Serial gauge', described, (proposal) => proposals.push(proposal));
  source.open({ samples: (b) => batches.push(b), gauge: () => {}, line: () => {}, problem: (p) => problems.push(p) });
  return { source, problems, proposals, times: () => batches.flatMap(({ times }) => times) };
}

describe('text off a serial line', () => {
  it('is joined in the middle, cut anywhere, and read from the first heading on', () => {
    const { source, problems, times } = heard();
    for (const piece of [
      '.2,41\n5,40,41\n# source: Board\n',
      '# refer',
      'ence: vacuum\nt_s,v1_kpa,v2_kpa\r\n0.1,40',
      ',41\r\n0.2,40,41\n',
    ])
      source.push(piece);
    expect(times()).toEqual([0.1, 0.2]);
    expect(problems).toEqual([]);
  });

  it('goes on when the board starts anew and its time begins again', () => {
    const { source, problems, times } = heard();
    source.push('x\nt_s,v1_kpa\n9,40\nt_s,v1_kpa\n0,41\n');
    expect(times()).toEqual([9, 0]);
    expect(problems).toEqual([]);
  });

  it('with names of its own is proposed once, and read as described from then on without another heading', () => {
    const rows = Array.from({ length: 150 }, (_, i) => `${i * 4};${400 + i};${410 + i}`);
    const first = heard();
    first.source.push(`;4\nmillis;Kanal 1;Kanal 2\n${rows.join('\n')}\n`);
    expect(first.proposals).toHaveLength(1);
    const [proposal] = first.proposals;
    const { source, problems, times } = heard(proposal?.description);
    source.push(`00;410\n${rows.slice(0, 2).join('\n')}\n`);
    expect(times()).toEqual([0, 0.004]);
    expect(problems).toEqual([]);
  });
});
