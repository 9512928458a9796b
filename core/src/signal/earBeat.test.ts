import { describe, expect, it } from 'vitest';
import { earBeatHz } from './earBeat';

describe('balance by ear', () => {
  it('beats slower the closer the throats are, and not at all when they agree', () => {
    expect([4, 2, 1, 0].map((spread) => earBeatHz(spread, 1))).toEqual([6, 3, 1.5, 0]);
    expect(earBeatHz(1000, 1)).toBe(14);
  });

  it('is silent where nothing is compared', () => {
    expect(earBeatHz(undefined, 1)).toBeUndefined();
    expect(earBeatHz(Number.NaN, 1)).toBeUndefined();
  });
});
