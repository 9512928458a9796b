import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import { type Bare, foldJob, type JobEvent } from '@amber-needle/core/job';
import { FULL_LOG, HARD, type Parts, RIGHT, rideTable, simulateRide } from '@amber-needle/core/rideModel';
import { judgeRun, keptReading, readRideText, roadChangeEvent, roadOf } from '@amber-needle/core/road';

/** Rides of the demo's jobs: an invented road, ridden by the model, written by a logger and read as any log is. */

/** One run: the sensor in one cylinder's exhaust. */
interface DemoRun {
  readonly name: string;
  readonly seed: number;
  readonly cylinder: string;
  readonly minutes: number;
  /** What its carburetor's parts feed, over what they should. */
  readonly parts: Partial<Parts>;
}

/** Runs, then the change that they call for, then the runs after it. */
export type DemoRides = readonly (DemoRun | 'change')[];

/** Both needles rich, the rear’s idle too: the part to change is named. */
export const NEEDLES_RICH: DemoRides = [
  { name: 'front run.csv', seed: 4711, cylinder: '2', minutes: 11, parts: { needle: 1.075 } },
  { name: 'rear run.csv', seed: 4712, cylinder: '1', minutes: 12, parts: { needle: 1.09, pilot: 1.06 } },
];

/** Lean at full load, larger jets put in, ridden again: the second pair of logs judges what was expected of them. */
export const JETS_JUDGED: DemoRides = [
  { name: 'left, before.csv', seed: 5121, cylinder: '1', minutes: 10, parts: { main: 0.9 } },
  { name: 'right, before.csv', seed: 5122, cylinder: '2', minutes: 10, parts: { main: 0.9 } },
  'change',
  { name: 'left, after.csv', seed: 5123, cylinder: '1', minutes: 10, parts: {} },
  { name: 'right, after.csv', seed: 5124, cylinder: '2', minutes: 10, parts: {} },
];

interface DemoAttachment {
  readonly name: string;
  readonly hash: string;
  readonly content: Buffer;
}

/** Completes an event and puts it at the end of a log. */
type Add = (events: readonly JobEvent[], event: Bare) => readonly JobEvent[];

/** A log with its rides, as somebody would have taken them in, and the files to keep. */
export function withRides(events: readonly JobEvent[], rides: DemoRides, add: Add) {
  let log = events;
  const files: DemoAttachment[] = [];
  for (const ride of rides) {
    if (ride === 'change') log = add(log, changeOf(log));
    else {
      const { file, logged, read } = ridden(ride);
      files.push(file);
      log = add(log, logged);
      log = add(log, read(log.at(-1)?.id ?? ''));
    }
  }
  return { events: log, files };
}

function ridden({ name, seed, cylinder, minutes, parts }: DemoRun) {
  const text = rideTable(simulateRide({ seed, minutes, cylinders: [{ ...RIGHT, ...parts }], road: HARD }), FULL_LOG);
  const taken = readRideText(text);
  if (taken.outcome === 'notRead') throw new Error(`The demo's ride ${name}: ${taken.reason}`);
  const { ride, proposal } = taken;
  const content = gzipSync(text);
  const hash = createHash('sha256').update(content).digest('hex');
  const [sensor] = judgeRun(ride).sensors;
  const logged: Bare = {
    kind: 'rideLogged',
    hash,
    name,
    description: proposal.description,
    sensors: [{ sensor: 1, cylinders: [cylinder] }],
    seconds: ride.times.at(-1) ?? 0,
    stepS: ride.step,
  };
  const read = (id: string): Bare => ({
    kind: 'rideRead',
    ride: id,
    stretches: [],
    sensors: sensor === undefined ? [] : [keptReading(sensor)],
  });
  return { file: { name: `${name}.gz`, hash, content }, logged, read };
}

/** What the rides so far call for. @throws Error where they call for nothing: the demo would show nothing. */
function changeOf(events: readonly JobEvent[]): Bare {
  const job = foldJob(events);
  const change = job === undefined ? undefined : roadOf(job).advice[0];
  if (change === undefined) throw new Error('The demo’s rides call for no change');
  return roadChangeEvent(change);
}
