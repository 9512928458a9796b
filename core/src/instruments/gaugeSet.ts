import { seededRandom } from '../basics';
import type { Engine } from '../engine';
import { departuresOf, type Fault } from '../faults';
import type { Setup } from '../setup';
import type { TraceColumn } from '../trace';
import { type KiloPascals, kiloPascals, pascals, seconds, toKiloPascals } from '../units';
import { createTransducer } from './transducer';

/** Transducers on an engine's runners and a tachometer: what a bench reads. Mutable. */
export interface GaugeSet {
  readonly columns: readonly TraceColumn[];
  /** Runs the engine on to the next sample and reads it: time, a depression for each throat in kPa, rpm. */
  take(): readonly number[];
  /** Puts all hoses on the throat at this place, or each back on its own. */
  tee(place: number | undefined): void;
  /** Zero error of each channel. */
  readonly offsets: readonly KiloPascals[];
}

export interface GaugeSetMakings {
  readonly setup: Setup;
  readonly engine: Engine;
  readonly seed: number;
  readonly rateHz: number;
  /** Of these only exchanged hoses are the gauges'. */
  readonly faults?: readonly Fault[];
}

/** Gauges get a seed of their own, apart from the engine's: changing one must not change the other. */
const GAUGE_SEED = 0x5eed;

export function createGaugeSet({ setup, engine, seed, rateHz, faults = [] }: GaugeSetMakings): GaugeSet {
  const random = seededRandom(seed ^ GAUGE_SEED);
  const transducers = setup.throats.map(() => createTransducer(random));
  const between = seconds(1 / rateHz);
  const throatOf = hoses(setup, faults);
  let taken = 0;
  let teed: number | undefined;
  return {
    columns: [
      { kind: 'time', name: 't_s', scale: 's' },
      ...setup.throats.map(
        (_, i): TraceColumn => ({ kind: 'pressure', name: `v${i + 1}_kpa`, stem: `v${i + 1}`, unit: 'kpa' }),
      ),
      { kind: 'speed', name: 'rpm' },
    ],
    offsets: transducers.map(({ offset }) => kiloPascals(offset / 1000)),
    tee(place) {
      teed = place;
    },
    take() {
      engine.advance(between);
      taken += 1;
      const { speed, runnerPressures, ambient } = engine.sensors();
      const shown = transducers.map((t, i) =>
        t.show(pascals(ambient - (runnerPressures[teed ?? throatOf[i] ?? i] ?? ambient)), between),
      );
      return [taken / rateHz, ...shown.map((p) => Math.round(toKiloPascals(p) * 1000) / 1000), Math.round(speed)];
    },
  };
}

/** Place of the throat that each channel's hose sits on. */
function hoses({ throats }: Setup, faults: readonly Fault[]): readonly number[] {
  const places = throats.map((_, i) => i);
  for (const pair of departuresOf(faults).exchangedHoses) {
    const [a = 0, b = 0] = pair.map((id) => throats.findIndex((throat) => throat.id === id));
    const kept = places[a] ?? a;
    places[a] = places[b] ?? b;
    places[b] = kept;
  }
  return places;
}
