import { at, seededRandom } from '../basics';
import { createEngine, type Engine, type EngineOptions } from '../engine';
import { createAirflowMeter, createGaugeSet } from '../instruments';
import type { Bare, EventOf } from '../job';
import { concernOf, type Setup } from '../setup';
import { type SampleWindow, type SignalReading, steadyReading } from '../signal';
import { type Seconds, seconds, turns } from '../units';

const RATE_HZ = 500;
const BACKED_OFF = 2;
/** On each mouth so long, s, with so many looks a second; what hand and eye leave of doubt. Ours, as the meter's own. */
const METERING = 4;
const METER_LOOKS = 500;
const METER_SEATING = 0.02;
const METER_EYE = 0.1;
const LEAST_SHOWN = 0.25;
const METER_SEED = 0xa1f;

/** An engine with gauges on it and time that passes as it is told to. Mutable. */
export interface TrialBench {
  readonly engine: Engine;
  /** Watches the gauges for so long. The program finds the speed from the pulses: the tachometer is left alone. */
  read(duration: Seconds): SignalReading;
  /** Holds a meter on one mouth after the other. */
  meter(): Bare<EventOf<'airflow'>>;
  /** All hoses on the first throat, or each on its own. */
  tee(on: boolean): void;
  wait(duration: Seconds): void;
  elapsed(): Seconds;
}

export function createTrialBench(setup: Setup, options: EngineOptions): TrialBench {
  const engine = createEngine(setup, options);
  isolateLinkage(setup, engine);
  const { seed, faults = [] } = options;
  const meter = createAirflowMeter(seededRandom(seed ^ METER_SEED));
  const gauges = createGaugeSet({ setup, engine, seed, rateHz: RATE_HZ, faults });
  return {
    engine,
    read(duration) {
      const rows = Array.from({ length: duration * RATE_HZ }, () => gauges.take());
      const channels = setup.throats.map(({ id }, k) => ({
        throat: id,
        depressionsKPa: rows.map((row) => at(row, k + 1)),
      }));
      const window: SampleWindow = { times: rows.map((row) => at(row, 0)), channels, rpm: undefined };
      return steadyReading(window, setup.engine.strokes);
    },
    meter() {
      const throats = setup.throats.map(({ id }, place) => {
        engine.meterOn(id);
        meter.seat();
        for (let i = 0; i < METERING * METER_LOOKS; i += 1) {
          engine.advance(seconds(1 / METER_LOOKS));
          meter.show(engine.sensors().throatFlows[place] ?? 0, seconds(1 / METER_LOOKS));
        }
        const shown = Math.max(LEAST_SHOWN, meter.read());
        return { throat: id, shown, uncertainty: Math.hypot(METER_SEATING * shown, METER_EYE) };
      });
      engine.meterOn(undefined);
      return { kind: 'airflow', throats, rpm: Math.max(1, engine.sensors().speed) };
    },
    tee: (on) => gauges.tee(on ? 0 : undefined),
    wait: (duration) => engine.advance(seconds(duration)),
    elapsed: () => engine.sensors().time,
  };
}

/** Backs rods and cables off, so that every throttle rests on its own stop: what is done before a balance at idle. */
function isolateLinkage(setup: Setup, engine: Engine): void {
  for (const adjuster of setup.adjusters) {
    if (concernOf(adjuster) === 'linkage')
      engine.turn(adjuster.id, turns(-Math.min(BACKED_OFF, adjuster.range.outTurns)));
  }
}
