import { fittingOf, type Setup } from '../setup';
import type { Place } from './places';

/** A timed test as it runs: what the log says of its latest run. */
export interface TimedRun {
  readonly startedAt: string;
  readonly attitude: string | undefined;
  readonly marks: readonly TimedMark[];
  readonly ended: { readonly outcome: TimedOutcome; readonly afterS: number } | undefined;
}

export interface TimedMark {
  readonly mark: string;
  readonly afterS: number;
  readonly place: Place;
  readonly value: number | undefined;
}

export type TimedOutcome = 'passed' | 'failed' | 'recorded' | 'given up';

/** What a timed test asks for. Times are `common practice, no source`. */
export interface TimedTest {
  readonly id: string;
  /** It may pass after so long, s. */
  readonly passAfterS: number;
  /** And is looked at again then, s. */
  readonly lookAgainAfterS?: number;
  /** Its attitude is asked for: what the set must stand like. */
  readonly attitude?: string;
  /** What is marked while it runs. */
  readonly marks: 'overflow' | 'speed' | 'oxygen' | 'none';
  /** This number of marks ends it. */
  readonly marksToEnd?: number;
}

export const TIMED_TESTS: readonly TimedTest[] = [
  {
    id: 'staticFuel',
    passAfterS: 60,
    lookAgainAfterS: 300,
    attitude: 'upright, at the angle it has on the engine',
    marks: 'overflow',
  },
  { id: 'throttleReturn', passAfterS: 0, marks: 'speed', marksToEnd: 5 },
  { id: 'freeAir', passAfterS: 0, marks: 'oxygen', marksToEnd: 1 },
  { id: 'warm', passAfterS: 0, marks: 'none' },
];

export function timedTestOf(id: string): TimedTest | undefined {
  return TIMED_TESTS.find((test) => test.id === id);
}

/** A valve that does not hold floods within so long, s; later it seeps. `common practice, no source`. */
export const FLOODS_WITHIN_S = 10;
/** Oxygen of free air as a good sensor shows it, per cent. `common practice, no source`. */
const FREE_AIR = { low: 20.5, high: 21.3 };

export type TimedVerdict =
  | { readonly is: 'running'; readonly passesAtS: number }
  | { readonly is: 'mayPass' }
  | {
      readonly is: 'failed';
      readonly why: string;
      readonly tells: { readonly test: string; readonly answer: string } | undefined;
    }
  | { readonly is: 'recorded' };

/**
 * What a run says after some seconds. A static test fails at its first overflow and may pass after a minute without one; throttles return alike
 * when five idles lie within the band that the bank's target allows; a sensor must show free air.
 */
export function judgeTimed(
  setup: Setup,
  { test, run, afterS }: { readonly test: TimedTest; readonly run: Pick<TimedRun, 'marks'>; readonly afterS: number },
): TimedVerdict {
  const values = run.marks.flatMap(({ value }) => value ?? []);
  switch (test.marks) {
    case 'none':
      return { is: 'recorded' };
    case 'overflow': {
      const first = run.marks.filter(({ mark }) => mark === 'overflow').sort((a, b) => a.afterS - b.afterS)[0];
      if (first !== undefined) {
        const fast = first.afterS <= FLOODS_WITHIN_S;
        return {
          is: 'failed',
          why: `${first.place ?? 'A bowl'} ran over after ${Math.round(first.afterS)} s: ${fast ? 'its needle valve does not close' : 'it seeps'}.`,
          tells: { test: 'staticFuel', answer: fast ? 'fast' : 'slow' },
        };
      }
      return afterS < test.passAfterS ? { is: 'running', passesAtS: test.passAfterS } : { is: 'mayPass' };
    }
    case 'speed': {
      if (values.length < (test.marksToEnd ?? 1)) return { is: 'running', passesAtS: 0 };
      const scatter = Math.max(...values) - Math.min(...values);
      const allowed = setup.targets.idleBandRpm;
      return scatter <= allowed
        ? { is: 'mayPass' }
        : {
            is: 'failed',
            why: `The idle comes back ${Math.round(scatter)} rpm apart; this bank’s target needs ${allowed}. Shaft, spring, slide or cable first.`,
            tells: { test: 'fiveBlips', answer: 'scatter' },
          };
    }
    case 'oxygen': {
      const [oxygen] = values;
      if (oxygen === undefined) return { is: 'running', passesAtS: 0 };
      return oxygen >= FREE_AIR.low && oxygen <= FREE_AIR.high
        ? { is: 'mayPass' }
        : {
            is: 'failed',
            why: `${oxygen} % is not free air: ${FREE_AIR.low} to ${FREE_AIR.high} %.`,
            tells: { test: 'freeAir', answer: 'wrong' },
          };
    }
  }
}

/** Carburetors whose overflow is watched in a test at an inlet. */
export function watchedAt(setup: Setup, inlet: Place): readonly string[] {
  return fittingOf(setup).inlets.find(({ name }) => name === inlet)?.feeds ?? [];
}
