import { createEngine, type Engine, type EngineTruth } from '@amber-needle/core/engine';
import type { Fault } from '@amber-needle/core/faults';
import { createPortThermometer } from '@amber-needle/core/instruments';
import type { Setup } from '@amber-needle/core/setup';
import { kelvins, radiansFromDegrees, rpm, seconds } from '@amber-needle/core/units';

/** What an engine does at the stations of a test day: start, idle, blips, held off idle, cruise, full load, a hot restart. */
export interface Day {
  readonly startedBy: 'itself' | 'choke' | 'nothing';
  readonly idle: EngineTruth;
  /** Lowest and highest idle in some seconds. */
  readonly idleFrom: number;
  readonly idleTo: number;
  readonly died: boolean;
  /** Exhaust ports at idle, K, in the setup's order. */
  readonly pipes: readonly number[];
  /** At rest after each blip. */
  readonly rests: readonly EngineTruth[];
  readonly held: EngineTruth;
  readonly cruise: EngineTruth;
  readonly full: EngineTruth;
  /** Seconds after the start of a hot engine that has stood for a minute. */
  readonly restarted: EngineTruth;
}

const BLIPS = 4;
const PROBE_EVERY = 0.05;

/** Screws stand as made: a bank that was balanced, with this wrong on it. */
export function made(setup: Setup, seed: number, faults: readonly Fault[]): Engine {
  return createEngine(setup, { seed, found: 'factory', faults });
}

/** Started as a person starts it: by itself, else with some choke that is taken off as it warms. */
export function started(engine: Engine): Day['startedBy'] {
  engine.start();
  engine.advance(seconds(6));
  if (engine.running()) return 'itself';
  engine.choke(0.5);
  engine.start();
  engine.advance(seconds(8));
  return engine.running() ? 'choke' : 'nothing';
}

export function dayOf(setup: Setup, seed: number, faults: readonly Fault[]): Day {
  const engine = made(setup, seed, faults);
  const startedBy = started(engine);
  engine.choke(0);
  const watched = watchIdle(engine, setup);
  const idle = engine.truth();
  if (!engine.running()) started(engine);
  const rests = Array.from({ length: BLIPS }, () => {
    engine.blip();
    engine.advance(seconds(5));
    if (!engine.running()) started(engine);
    return engine.truth();
  });
  engine.hand({ kind: 'hold', speed: rpm(2500) });
  engine.advance(seconds(5));
  const held = engine.truth();
  engine.hand({ kind: 'off' });
  engine.stop();
  engine.advance(seconds(60));
  engine.start();
  engine.advance(seconds(5));
  return {
    ...watched,
    startedBy,
    idle,
    rests,
    held,
    cruise: braked(setup, seed, { faults, speedRpm: 3000, leverDeg: 18 }),
    full: braked(setup, seed, { faults, speedRpm: 3600, leverDeg: 80 }),
    restarted: engine.truth(),
  };
}

/** On a brake that holds the speed. */
export function braked(
  setup: Setup,
  seed: number,
  {
    faults,
    speedRpm,
    leverDeg,
    filters = true,
  }: {
    readonly faults: readonly Fault[];
    readonly speedRpm: number;
    readonly leverDeg: number;
    readonly filters?: boolean;
  },
): EngineTruth {
  const engine = createEngine(setup, { seed, found: 'factory', faults, heldAt: rpm(speedRpm) });
  engine.filters(filters);
  engine.hand({ kind: 'lever', opening: radiansFromDegrees(leverDeg) });
  engine.start();
  engine.advance(seconds(4));
  return engine.truth();
}

function watchIdle(engine: Engine, { cylinders }: Setup) {
  const probes = cylinders.map(() => createPortThermometer(kelvins(450)));
  const shown: number[] = cylinders.map(() => 450);
  const speeds: number[] = [];
  for (let time = 0; time < 25; time += PROBE_EVERY) {
    engine.advance(seconds(PROBE_EVERY));
    const { exhausts, speed } = engine.sensors();
    exhausts.forEach((gas, i) => {
      const flow = (gas.air * speed) / 120;
      shown[i] = probes[i]?.show(gas, flow, seconds(PROBE_EVERY)) ?? 0;
    });
    if (time > 8) speeds.push(speed);
  }
  return {
    pipes: shown,
    died: !engine.running(),
    idleFrom: Math.min(...speeds),
    idleTo: Math.max(...speeds),
  };
}
