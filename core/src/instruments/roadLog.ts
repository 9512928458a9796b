import { seededRandom } from '../basics';
import { type Engine, type LegSpan, type RideLeg, ride, type Vehicle } from '../engine';
import type { Trace, TraceColumn } from '../trace';
import { type Seconds, seconds } from '../units';
import { mixedGas } from './exhaustGas';
import { createWideband } from './widebandLambda';

/** Engine and vehicle, the ride, and how it is logged. */
export interface RoadLogMakings {
  readonly engine: Engine;
  readonly vehicle: Vehicle;
  readonly legs: readonly RideLeg[];
  readonly seed: number;
  readonly rateHz: number;
}

export interface RoadLog {
  readonly trace: Trace;
  readonly legs: readonly LegSpan[];
}

const COLUMNS: readonly TraceColumn[] = [
  { kind: 'time', name: 't_s', scale: 's' },
  { kind: 'speed', name: 'rpm' },
  { kind: 'throttle', name: 'throttle_pct' },
  { kind: 'lambda', name: 'lambda' },
];
const FULL_TRAVEL = Math.PI / 2;

/**
 * Rides and writes speed, lever and the lambda of all cylinders together (one warm sensor in the collector, with its delay and lag) as a
 * trace. An engine that does not run yet is started and left to idle first, off the record.
 */
export function roadLog({ engine, vehicle, legs, seed, rateHz }: RoadLogMakings): RoadLog {
  const sensor = createWideband(seededRandom(seed));
  const step = seconds(1 / rateHz);
  const rows: number[][] = [];

  function sample(): number {
    engine.advance(step);
    const { exhausts, throatFlows } = engine.sensors();
    const flow = throatFlows.reduce((sum, air) => sum + Math.max(0, air), 0);
    const shown = sensor.show(mixedGas(exhausts), flow, step);
    return shown.state === 'ready' ? shown.lambda : Number.NaN;
  }
  function go(by: Seconds) {
    for (let i = Math.round(by * rateHz); i > 0; i -= 1) {
      const lambda = sample();
      const { time, speed, lever } = engine.sensors();
      rows.push([time - begun, Math.round(speed), round(100 * (lever / FULL_TRAVEL), 1), round(lambda, 3)]);
    }
  }

  if (!engine.running()) engine.start();
  for (let i = 0; i < WARMING * rateHz; i += 1) sample();
  const begun = engine.sensors().time;
  const spans = ride({ engine, vehicle, legs, go });
  const shifted = spans.map((span) => ({ ...span, from: seconds(span.from - begun), to: seconds(span.to - begun) }));
  return { trace: { meta: {}, columns: COLUMNS, rows }, legs: shifted };
}

/** The sensor is warm before the log begins, s. */
const WARMING = 25;

function round(value: number, digits: number): number {
  const factor = 10 ** digits;
  return Math.round(value * factor) / factor;
}
