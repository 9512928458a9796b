import { describe, expect, it } from 'vitest';
import { seededRandom } from '../basics';
import { closeRound, type RoundStop, roundPlan } from './round';

const four = ['1', '2', '3', '4'];

function stops(throats: readonly string[], shows: (throat: string, atS: number) => number): readonly RoundStop[] {
  return roundPlan(throats).map((throat, i) => ({
    throat,
    value: shows(throat, 20 * i),
    uncertainty: 0.05,
    atS: 20 * i,
  }));
}

const truth: Record<string, number> = { '1': 45, '2': 44, '3': 46, '4': 43.5 };

describe('the plan of a round', () => {
  it('ends where it began, and comes back on the way when the way is long', () => {
    expect(roundPlan(['1', '2'])).toEqual(['1', '2', '1']);
    expect(roundPlan(four)).toEqual(['1', '2', '3', '4', '1']);
    expect(roundPlan(['1', '2', '3', '4', '5', '6'])).toEqual(['1', '2', '3', '4', '1', '5', '6', '1']);
    expect(roundPlan(['1', '2', '3', '4', '5', '6', '7'])).toEqual(['1', '2', '3', '4', '1', '5', '6', '7', '1']);
    expect(roundPlan(['1'])).toEqual(['1']);
  });
});

describe('a round with one instrument', () => {
  it('says which throat is next', () => {
    const all = stops(four, (throat) => truth[throat] ?? 0);
    expect(closeRound(four, [], 1)).toEqual({ outcome: 'going', next: '1' });
    expect(closeRound(four, all.slice(0, 4), 1)).toEqual({ outcome: 'going', next: '1' });
  });

  it('takes an even drift out of what lies between', () => {
    const round = closeRound(
      four,
      stops(four, (throat, atS) => (truth[throat] ?? 0) + 0.01 * atS),
      1.5,
    );
    expect(round).toMatchObject({ outcome: 'closed', drift: expect.closeTo(0.8, 9) });
    if (round.outcome !== 'closed') return;
    for (const { throat, value } of round.channels) expect(value).toBeCloseTo(truth[throat] ?? 0, 9);
  });

  it('is refused when the drift is larger than the difference looked for', () => {
    const drifting = stops(four, (throat, atS) => (truth[throat] ?? 0) - 0.02 * atS);
    expect(closeRound(four, drifting, 1.5)).toEqual({ outcome: 'drifted', drift: expect.closeTo(-1.6, 9) });
  });

  it('holds the truth within two of its uncertainties on wandering idles', () => {
    const random = seededRandom(11);
    const six = ['1', '2', '3', '4', '5', '6'];
    let inside = 0;
    let all = 0;
    for (let i = 0; i < 200; i += 1) {
      let wander = 0;
      const round = closeRound(
        six,
        stops(six, (throat) => {
          wander += 0.1 * random.normal();
          return 40 + Number(throat) / 3 + wander + 0.05 * random.normal();
        }),
        1.5,
      );
      if (round.outcome !== 'closed') continue;
      const [first] = round.channels;
      for (const { throat, value, uncertainty } of round.channels.slice(1)) {
        const apart = value - (first?.value ?? 0) - (Number(throat) - 1) / 3;
        all += 1;
        if (Math.abs(apart) < 2 * Math.hypot(uncertainty, first?.uncertainty ?? 0, 0.1)) inside += 1;
      }
    }
    // 200 rounds of five throats: at the two sigma of a normal variable 95 %, two wide for chance and for the walk's own shape.
    expect(inside / all).toBeGreaterThan(0.9);
    expect(all).toBeGreaterThan(800);
  });
});
