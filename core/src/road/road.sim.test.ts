import { describe, expect, it } from 'vitest';
import { EASY, FULL_LOG, HARD, RIGHT, type RideModel, rideTable, simulateRide } from '../rideModel';
import { changesFor, differenceIn, JUDGED, judgeRun, type RunJudgement, readRideText, roadTable } from '.';

/** A ride of some minutes, written by a logger and read again. */
function ridden(model: Omit<RideModel, 'minutes'>, log: Partial<typeof FULL_LOG> = {}) {
  const ride = simulateRide({ ...model, minutes: 8 });
  const read = readRideText(rideTable(ride, { ...FULL_LOG, ...log }));
  if (read.outcome === 'notRead') throw new Error(read.reason);
  return { ride, run: judgeRun(read.ride) };
}

function table(front: RunJudgement, rear: RunJudgement) {
  return roadTable([
    { sensors: [{ cylinders: ['front'], units: front.sensors[0]?.units ?? [] }] },
    { sensors: [{ cylinders: ['rear'], units: rear.sensors[0]?.units ?? [] }] },
  ]);
}

describe('a ride whose truth is known', () => {
  const { ride, run } = ridden({ seed: 41, cylinders: [RIGHT], road: EASY });
  const metered = (regime: string) => {
    const values = ride.moments.flatMap(({ truth }, i) =>
      truth === regime ? [ride.cylinders[0]?.metered[i] ?? Number.NaN] : [],
    );
    return values.reduce((sum, value) => sum + value, 0) / values.length;
  };

  it('gives lambda regime by regime, within what it says of itself and a hundredth', () => {
    for (const { regime, cells } of table(run, run).rows) {
      const [cell] = cells;
      expect(Math.abs((cell?.lambda ?? 0) - metered(regime)), regime).toBeLessThan((cell?.interval90 ?? 0) + 0.01);
    }
  });

  it('names its regimes by throttle, or by engine speed and lambda alone', () => {
    /** Share of the time in stretches of two seconds and more whose middle is rightly named. */
    const right = (judged: RunJudgement) => {
      const long = judged.stretches.filter(({ from, to }) => to - from >= 2);
      const time = (of: typeof long) => of.reduce((sum, { from, to }) => sum + to - from, 0);
      const named = long.filter(
        ({ regime, from, to }) => ride.moments[Math.round((from + to) / 2 / 0.02)]?.truth === regime,
      );
      return time(named) / time(long);
    };
    expect(right(run)).toBeGreaterThan(0.95);
    expect(right(ridden({ seed: 41, cylinders: [RIGHT], road: EASY }, { throttle: false }).run)).toBeGreaterThan(0.85);
  });

  it('finds its marker within a tenth of a second', () => {
    expect(Math.abs((run.marker?.at ?? 0) - (ride.marker ?? 1))).toBeLessThan(0.1);
  });

  it('tells its sensor’s delay from shut throttles', () => {
    const [sensor] = run.sensors;
    expect(sensor?.response.changes).toBeGreaterThanOrEqual(3);
    expect(sensor?.response.delay.slow).toBeGreaterThan(0.15);
    expect(sensor?.response.delay.slow).toBeLessThan(0.8);
    expect(sensor?.seconds.warmingUp).toBeGreaterThan(10);
  });
});

describe('two runs of one carried sensor', () => {
  it('find a cylinder that is two hundredths leaner, and none where there is none', () => {
    const apart = (rear: number, seed: number) => {
      const f = 1 - rear;
      const a = ridden({ seed, cylinders: [RIGHT], road: HARD }).run;
      const b = ridden({ seed: seed + 1, cylinders: [{ pilot: f, needle: f, main: f }], road: HARD }).run;
      return table(a, b).overall;
    };
    const found = apart(0.02, 51);
    expect(found?.chanceReal).toBeGreaterThan(0.9);
    expect(Math.abs((found?.difference ?? 0) - 0.02)).toBeLessThan(1.3 * (found?.interval90 ?? 0));
    expect(apart(0, 61)?.chanceReal).toBeLessThan(0.6);
  });

  it('name the part that is off, its direction and whose it is', () => {
    const right = ridden({ seed: 71, cylinders: [RIGHT], road: EASY }).run;
    const lean = ridden({ seed: 72, cylinders: [{ ...RIGHT, main: 0.88 }], road: EASY }).run;
    const [change] = changesFor(table(lean, right), { family: 'slide' });
    expect(change).toMatchObject({ part: 'mainJet', cylinders: ['front'] });
    expect(change?.steps).toBeGreaterThan(0);
  });

  it('have nothing to compare in a regime that one of them lacks', () => {
    const units = ridden({ seed: 81, cylinders: [RIGHT], road: EASY }).run.sensors[0]?.units ?? [];
    for (const regime of JUDGED) expect(differenceIn(regime, [units, []], 'oneSensor')).toBeUndefined();
  });
});
