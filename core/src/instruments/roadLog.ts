import { at, seededRandom } from '../basics';
import { type Engine, type LegSpan, type RideLeg, ride, type Vehicle } from '../engine';
import type { Trace, TraceColumn } from '../trace';
import { type Seconds, seconds } from '../units';
import { type ExhaustGas, mixedGas } from './exhaustGas';
import { createWideband, type Wideband } from './widebandLambda';

/** Engine and vehicle, the ride, and how it is logged. */
export interface RoadLogMakings {
  readonly engine: Engine;
  readonly vehicle: Vehicle;
  readonly legs: readonly RideLeg[];
  readonly seed: number;
  readonly rateHz: number;
  /** Where lambda is read: in the collector when left out; a sensor in each exhaust; or one carried, in the exhaust of one cylinder on this run. */
  readonly sensors?: 'collector' | 'eachExhaust' | { readonly cylinder: number };
}

export interface RoadLog {
  readonly trace: Trace;
  readonly legs: readonly LegSpan[];
}

const COLUMNS: readonly TraceColumn[] = [
  { kind: 'time', name: 't_s', scale: 's' },
  { kind: 'speed', name: 'rpm' },
  { kind: 'throttle', name: 'throttle_pct' },
];
const FULL_TRAVEL = Math.PI / 2;

/** A sensor with the gas that reaches it. */
interface Placed {
  readonly name: string;
  show(step: Seconds): number;
}

/**
 * Rides and writes speed, lever and lambda (warm sensors, with their delay and lag) as a trace. An engine that does not run yet is started and left to
 * idle first, off the record.
 */
export function roadLog({ engine, vehicle, legs, seed, rateHz, sensors = 'collector' }: RoadLogMakings): RoadLog {
  const step = seconds(1 / rateHz);
  const rows: number[][] = [];
  const placed = placedSensors(engine, sensors, seed);

  function sample(): readonly number[] {
    engine.advance(step);
    return placed.map(({ show }) => show(step));
  }
  function go(by: Seconds) {
    for (let i = Math.round(by * rateHz); i > 0; i -= 1) {
      const lambdas = sample().map((lambda) => round(lambda, 3));
      const { time, speed, lever } = engine.sensors();
      rows.push([time - begun, Math.round(speed), round(100 * (lever / FULL_TRAVEL), 1), ...lambdas]);
    }
  }

  if (!engine.running()) engine.start();
  for (let i = 0; i < WARMING * rateHz; i += 1) sample();
  const begun = engine.sensors().time;
  const spans = ride({ engine, vehicle, legs, go });
  const shifted = spans.map((span) => ({ ...span, from: seconds(span.from - begun), to: seconds(span.to - begun) }));
  const columns = [...COLUMNS, ...placed.map(({ name }) => ({ kind: 'lambda', name }) as const)];
  return { trace: { meta: {}, columns, rows }, legs: shifted };
}

/** The sensors of a run, each with chance of its own; a carried one is the same in every run of a seed. */
function placedSensors(engine: Engine, where: NonNullable<RoadLogMakings['sensors']>, seed: number): readonly Placed[] {
  const shown = (sensor: Wideband, gas: ExhaustGas, at: { flow: number; step: Seconds }) => {
    const told = sensor.show(gas, at.flow, at.step);
    return told.state === 'ready' ? told.lambda : Number.NaN;
  };
  if (where === 'collector') {
    const sensor = createWideband(seededRandom(seed));
    const show = (step: Seconds) => {
      const { exhausts, throatFlows } = engine.sensors();
      const flow = throatFlows.reduce((sum, air) => sum + Math.max(0, air), 0);
      return shown(sensor, mixedGas(exhausts), { flow, step });
    };
    return [{ name: 'lambda', show }];
  }
  const count = engine.sensors().exhausts.length;
  const cylinders = where === 'eachExhaust' ? Array.from({ length: count }, (_, k) => k) : [where.cylinder];
  return cylinders.map((k) => {
    // Each exhaust has a sensor of its own, and so its own slope; a carried one is one thing wherever it sits.
    const sensor = createWideband(seededRandom(where === 'eachExhaust' ? seed + 101 * k : seed));
    const show = (step: Seconds) => {
      const { exhausts, throatFlows } = engine.sensors();
      const whole = throatFlows.reduce((sum, air) => sum + Math.max(0, air), 0);
      return shown(sensor, at(exhausts, k), { flow: whole / count, step });
    };
    return { name: where === 'eachExhaust' ? `lambda${k + 1}` : 'lambda', show };
  });
}

/** The sensor is warm before the log begins, s. */
const WARMING = 25;

function round(value: number, digits: number): number {
  const factor = 10 ** digits;
  return Math.round(value * factor) / factor;
}
