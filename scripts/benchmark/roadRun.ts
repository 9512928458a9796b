import { seededRandom } from '@amber-needle/core/basics';
import {
  type Carried,
  EASY,
  FULL_LOG,
  GOOD_SENSOR,
  HARD,
  type LogMakings,
  type Parts,
  RIGHT,
  rideTable,
  type SimulatedRide,
  simulateRide,
} from '@amber-needle/core/rideModel';
import {
  changesFor,
  differenceIn,
  differenceOverAll,
  isJudged,
  JUDGED,
  type JudgedRegime,
  judgeRun,
  type Regime,
  type RunJudgement,
  readRideText,
  regimeMean,
  roadTable,
} from '@amber-needle/core/road';

/** One seed of the ride benchmark: `tsx roadRun.ts easy|hard FIRST COUNT`. Each line of the output is what was seen of one seed. */
const [kind = 'easy', first = '0', count = '1'] = process.argv.slice(2);
const road = kind === 'hard' ? HARD : EASY;
const MINUTES = 10;
/** Names that pass: neither enters a mean, and which of the two a moment is says nothing. */
const passing = new Set<Regime>(['shift', 'transient']);

export interface RoadSeed {
  readonly road: string;
  readonly labels: Readonly<Record<'throttle' | 'load' | 'speed', number>>;
  readonly intervals: readonly { readonly regime: JudgedRegime; readonly held: boolean; readonly half: number }[];
  readonly foundApart: boolean;
  readonly foundAlike: boolean;
  readonly markers: readonly number[];
  readonly partNamed: boolean;
  readonly scopeNamed: boolean;
  readonly analysisMs: number;
}

const LOGS: Readonly<Record<'throttle' | 'load' | 'speed', LogMakings>> = {
  throttle: FULL_LOG,
  load: { ...FULL_LOG, throttle: false, load: true },
  speed: { ...FULL_LOG, throttle: false },
};

function judged(ride: SimulatedRide, log: LogMakings): RunJudgement {
  const read = readRideText(rideTable(ride, log));
  if (read.outcome === 'notRead') throw new Error(read.reason);
  return judgeRun(read.ride);
}

/** A carried sensor: good on easy roads, with an offset and a lag of its own on hard ones. */
function sensorOf(seed: number): Carried {
  if (kind !== 'hard') return GOOD_SENSOR;
  const random = seededRandom(seed * 7 + 3);
  return {
    ...GOOD_SENSOR,
    offset: 0.015 * random.normal(),
    noise: 0.008,
    lag: 0.08 + 0.2 * random.uniform(),
    delay: [0.05 + 0.05 * random.uniform(), 0.3 + 0.3 * random.uniform()],
  };
}

/** Share of the time, half a second and more from a border, that has its right name. */
function labelled({ stretches }: RunJudgement, { moments }: SimulatedRide): number {
  const STEP = 5;
  const truth = moments.filter((_, i) => i % STEP === 0);
  const half = Math.round(0.5 / (0.02 * STEP));
  let [right, all] = [0, 0];
  truth.forEach(({ truth: name, time }, i) => {
    for (let k = -half; k <= half; k += 1) if ((truth[i + k]?.truth ?? name) !== name) return;
    const said = stretches.find(({ from, to }) => time >= from && time < to)?.regime;
    all += 1;
    if (said === name || (said !== undefined && passing.has(said) && passing.has(name))) right += 1;
  });
  return right / all;
}

const PART_NAMES: Readonly<Record<keyof Parts, readonly string[]>> = {
  pilot: ['pilotJet', 'idleScrew'],
  needle: ['needle', 'needleJet'],
  main: ['mainJet'],
};

/** The mean of a regime over many rides of the same kind: what a ride's own mean is an estimate of. */
function population(): Readonly<Partial<Record<JudgedRegime, number>>> {
  const sums: Partial<Record<JudgedRegime, { sum: number; count: number }>> = {};
  for (let seed = 0; seed < 8; seed += 1) {
    const ride = simulateRide({ seed: 990_000 + seed, minutes: 20, cylinders: [RIGHT], road });
    ride.moments.forEach(({ truth }, i) => {
      if (!isJudged(truth)) return;
      const entry = sums[truth] ?? { sum: 0, count: 0 };
      entry.sum += ride.cylinders[0]?.metered[i] ?? Number.NaN;
      entry.count += 1;
      sums[truth] = entry;
    });
  }
  return Object.fromEntries(Object.entries(sums).map(([regime, { sum, count: n }]) => [regime, sum / n]));
}

const truth = population();
const SURE = 0.9;

function apart(a: RunJudgement, b: RunJudgement): boolean {
  const units = [a.sensors[0]?.units ?? [], b.sensors[0]?.units ?? []] as const;
  const each = JUDGED.flatMap((regime) => differenceIn(regime, units, 'oneSensor') ?? []);
  const all = differenceOverAll(each, 'oneSensor');
  return [...each, ...(all === undefined ? [] : [all])].some(({ chanceReal }) => chanceReal > SURE);
}

function seedRun(seed: number): RoadSeed {
  const sensor = sensorOf(seed);
  const rideOf = (which: number, parts: Parts) =>
    simulateRide({ seed: seed * 10 + which, minutes: MINUTES, cylinders: [parts], road, sensor });
  const right = rideOf(0, RIGHT);
  const other = rideOf(1, RIGHT);
  const lean: Parts = { pilot: 0.98, needle: 0.98, main: 0.98 };
  const leaner = rideOf(2, lean);
  const begun = performance.now();
  const one = judged(right, FULL_LOG);
  const analysisMs = performance.now() - begun;
  const [second, third] = [judged(other, FULL_LOG), judged(leaner, FULL_LOG)];
  const part = (['pilot', 'needle', 'main'] as const)[seed % 3] ?? 'main';
  const by = [0.88, 0.92, 1.08, 1.12][Math.floor(seed / 3) % 4] ?? 0.9;
  const both = seed % 2 === 0;
  const astray: Parts = { ...RIGHT, [part]: by };
  const wrong = judged(rideOf(3, astray), FULL_LOG);
  const sister = both ? judged(rideOf(4, astray), FULL_LOG) : second;
  const table = roadTable([
    { sensors: [{ cylinders: ['front'], units: wrong.sensors[0]?.units ?? [] }] },
    { sensors: [{ cylinders: ['rear'], units: sister.sensors[0]?.units ?? [] }] },
  ]);
  const [change] = changesFor(table, { family: 'slide' });
  const partNamed =
    change !== undefined && PART_NAMES[part].includes(change.part) && Math.sign(change.steps) === (by < 1 ? 1 : -1);
  const scopeNamed =
    partNamed && change !== undefined && (both ? change.isEveryCylinder : change.cylinders.join() === 'front');
  return {
    road: kind,
    labels: {
      throttle: labelled(one, right),
      load: labelled(judged(right, LOGS.load), right),
      speed: labelled(judged(right, LOGS.speed), right),
    },
    intervals: JUDGED.flatMap((regime) => {
      const mean = regimeMean(one.sensors[0]?.units.filter((unit) => unit.regime === regime) ?? []);
      const sought = truth[regime];
      if (mean === undefined || sought === undefined) return [];
      // An offset of the sensor is in every figure alike, and told of apart: the interval is of what this sensor reads.
      const held = Math.abs(mean.lambda - sought - sensor.offset) <= mean.interval90;
      return [{ regime, held, half: mean.interval90 }];
    }),
    foundApart: apart(one, third),
    foundAlike: apart(one, second),
    markers: [right, other, leaner].map((ride, i) =>
      Math.abs(([one, second, third][i]?.marker?.at ?? Number.NaN) - (ride.marker ?? Number.NaN)),
    ),
    partNamed,
    scopeNamed,
    analysisMs,
  };
}

for (let k = 0; k < Number(count); k += 1) process.stdout.write(`${JSON.stringify(seedRun(Number(first) + k))}\n`);
