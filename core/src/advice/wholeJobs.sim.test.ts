import { beforeAll, describe, expect, it } from 'vitest';
import { ARCHETYPES, type Setup, toleranceOf, twinWithTwoStops } from '../setup';
import { banks, seeds } from '../testing/depth';
import { runTrial, type TrialResult } from '../trial';

/** A whole job on the practice engine, judged by its own truth. */
function job(setup: Setup, seed: number): TrialResult {
  const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();
  return runTrial({ setup, seed, machine: 'Test bank', complaint: '', clock });
}

const movesOf = ({ events }: TrialResult) => events.filter(({ kind }) => kind === 'move').length;

describe('jobs on a twin', () => {
  let trials: readonly TrialResult[] = [];
  beforeAll(() => {
    trials = seeds(500, { quick: 5, deep: 200 }).map((seed) => job(twinWithTwoStops, seed));
  });
  const spreadOf = ({ truth }: TrialResult) =>
    Math.abs((truth.depressions[0] ?? 0) - (truth.depressions[1] ?? 0)) / 1000;

  it('reach the end', () => {
    expect(trials.map(({ outcome }) => outcome)).toEqual(trials.map(() => 'finished'));
  });

  it('leave the true spread within tolerance: at most one of 25 beyond, and that by little', () => {
    const beyond = trials.map(spreadOf).filter((spread) => spread > 0.5);
    expect(beyond.length).toBeLessThanOrEqual(trials.length / 25);
    for (const spread of beyond) expect(spread).toBeLessThan(0.7);
  });

  it('leave the idle in its band, wander of a minute allowed', () => {
    for (const { truth } of trials) expect(Math.abs(truth.speed - 1050)).toBeLessThan(75);
  });

  it('need few moves: at most 3 in the median, 6 at the most', () => {
    const moves = trials.map(movesOf).sort((a, b) => a - b);
    expect(moves[Math.floor(moves.length / 2)]).toBeLessThanOrEqual(3);
    expect(moves.at(-1)).toBeLessThanOrEqual(6);
  });

  it('play again to the same log', () => {
    expect(job(twinWithTwoStops, 500).events).toEqual(trials[0]?.events);
  });
});

describe('a bank on one plenum', () => {
  it('comes into its tolerance of air by its own truth, by a meter alone', () => {
    const setup = ARCHETYPES.fourBarrel;
    for (const seed of seeds(70_001, { quick: 1, deep: 20 })) {
      const { outcome, truth, events } = job(setup, seed);
      const logs = truth.airflows.map(Math.log);
      expect([seed, outcome]).toEqual([seed, 'finished']);
      expect(100 * (Math.max(...logs) - Math.min(...logs))).toBeLessThan(toleranceOf(setup));
      expect(events.some(({ kind }) => kind === 'reading')).toBe(false);
    }
  });
});

describe('banks of more than two throats', () => {
  it.each(banks(['rack3', 'rack4', 'rack6'] as const, ['rack4']))(
    '%s comes into tolerance by its own truth',
    (name) => {
      const setup = ARCHETYPES[name];
      for (const seed of seeds(700, { quick: 1, deep: 20 })) {
        const trial = job(setup, seed);
        const kPa = trial.truth.depressions.map((d) => d / 1000);
        expect([seed, trial.outcome]).toEqual([seed, 'finished']);
        // A tenth of tolerance for the wander between the last reading and the truth's own stretch.
        expect(Math.max(...kPa) - Math.min(...kPa)).toBeLessThan(setup.targets.spreadKPa * 1.1);
        expect(movesOf(trial)).toBeLessThanOrEqual(5 * setup.throats.length);
      }
    },
  );
});
