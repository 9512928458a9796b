import { performance } from 'node:perf_hooks';
import { parseArgs } from 'node:util';
import { createRideReader, describeRide, JUDGED, judgeRun, roadTable } from '@amber-needle/core/road';
import { inShards } from './inShards';
import { longRide } from './longRide';
import type { RoadSeed } from './roadRun';

/**
 * What rides say, against their own truth, on seeds used for nothing else: `npm run benchmark:road [-- --seeds 100 --first 800000 --rows 150000,1000000]`.
 */
const { values } = parseArgs({
  options: {
    seeds: { type: 'string', default: '100' },
    first: { type: 'string', default: '800000' },
    rows: { type: 'string', default: '10000,150000,1000000' },
  },
});
const SHARD = 10;
const shards = ['easy', 'hard'].flatMap((road) =>
  Array.from({ length: Math.ceil(Number(values.seeds) / SHARD) }, (_, i) => [
    road,
    String(Number(values.first) + SHARD * i),
    String(Math.min(SHARD, Number(values.seeds) - SHARD * i)),
  ]),
);
const seeds = await inShards<RoadSeed>('./roadRun.ts', shards);

const percent = (hits: readonly boolean[]) => `${((100 * hits.filter(Boolean).length) / hits.length).toFixed(1)} %`;
const mean = (all: readonly number[]) => all.reduce((sum, value) => sum + value, 0) / all.length;

function row(of: readonly RoadSeed[]) {
  const markers = of.flatMap((seed) => seed.markers);
  return {
    seeds: of.length,
    'labels, throttle': `${(100 * mean(of.map(({ labels }) => labels.throttle))).toFixed(1)} %`,
    'labels, pressure': `${(100 * mean(of.map(({ labels }) => labels.load))).toFixed(1)} %`,
    'labels, speed and lambda': `${(100 * mean(of.map(({ labels }) => labels.speed))).toFixed(1)} %`,
    '90 % intervals held': percent(of.flatMap(({ intervals }) => intervals.map(({ held }) => held))),
    '0.02 found': percent(of.map(({ foundApart }) => foundApart)),
    'false alarms': percent(of.map(({ foundAlike }) => foundAlike)),
    'marker within 0.1 s': percent(markers.map((off) => off <= 0.1)),
    'part named first': percent(of.map(({ partNamed }) => partNamed)),
    'and whose': percent(of.map(({ scopeNamed }) => scopeNamed)),
    'ms a ride': mean(of.map(({ analysisMs }) => analysisMs)).toFixed(0),
  };
}
console.table({
  easy: row(seeds.filter(({ road }) => road === 'easy')),
  hard: row(seeds.filter(({ road }) => road === 'hard')),
});
console.table(
  Object.fromEntries(
    JUDGED.map((regime) => {
      const of = seeds.flatMap(({ intervals }) => intervals.filter((each) => each.regime === regime));
      return [
        regime,
        { held: percent(of.map(({ held }) => held)), 'half, mean': mean(of.map(({ half }) => half)).toFixed(4) },
      ];
    }),
  ),
);

/** Import and analysis by the number of rows: one long ride, its text repeated with the time going on. */
function timed(rows: number) {
  const text = longRide(rows);
  const started = performance.now();
  const proposal = describeRide(text.slice(0, 200_000));
  if (proposal === undefined) throw new Error('the benchmark made no table');
  const reader = createRideReader(proposal.description, proposal.names);
  for (let at = 0; at < text.length; at += 1 << 20) reader.push(text.slice(at, at + (1 << 20)));
  const { ride } = reader.end();
  const read = performance.now();
  const run = judgeRun(ride);
  roadTable([{ sensors: [{ cylinders: ['1'], units: run.sensors[0]?.units ?? [] }] }]);
  const done = performance.now();
  return {
    rows: ride.times.length,
    MB: (text.length / 1e6).toFixed(1),
    'import ms': (read - started).toFixed(0),
    'analysis ms': (done - read).toFixed(0),
  };
}

console.table(values.rows.split(',').map((rows) => timed(Number(rows))));
