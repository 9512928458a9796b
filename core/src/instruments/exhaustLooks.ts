import { at, type Random } from '../basics';
import type { Engine, EngineSensors } from '../engine';
import type { FlameColourSeen, LiftAnswer } from '../mixture/words';
import { type Seconds, seconds } from '../units';
import { type CoMeter, createCoMeter } from './coMeter';
import { type ExhaustGas, mixedGas } from './exhaustGas';
import { lookAtFlame } from './flameColour';
import { liftAndListen } from './pistonLift';
import { createTachometer, DEFAULT_TACHOMETER } from './tachometer';
import { createWideband, type Wideband } from './widebandLambda';

/** Looks a second at the exhausts, and time for gas and sensor to follow after a sensor was carried, s. Ours. */
const RATE_HZ = 100;
const FOLLOWS = 3;
const CO_FOLLOWS = 25;
const FREE_AIR_FIGURES = 10;
/** An idling engine loads up: after so long a flame looks richer by so much of lambda a second, up to this. A blip clears it. common practice, no source; figures ours. */
const LOADS_AFTER = 120;
const LOADS_PER_SECOND = 0.0004;
const LOADS_MOST = 0.06;
const CLEARS = 1.6;
/** A figure of a tachometer this far from the others is no speed, as a share. Ours. */
const JUMP = 0.06;
/** A person says that a cylinder misses when so large a share of its cycles does not burn. Ours. */
const MISSES_NAMED = 0.25;

/** A lambda figure as its display shows it for a while: mean, uncertainty of the mean, scatter of single figures. */
export interface LambdaLook {
  readonly lambda: number;
  readonly uncertainty: number;
  readonly flutter: number;
}

/** What a person can look at the mixture of a running engine with; looking takes engine time. Mutable. */
export interface ExhaustLooks {
  /** The one sensor that is carried, in a cylinder's exhaust by its place, or where all have met. */
  carried(exhaust: number | 'collector', during: Seconds): LambdaLook;
  /** A sensor in each exhaust. */
  each(during: Seconds): readonly LambdaLook[];
  /** Oxygen in free air, of the carried sensor or of an exhaust's own: the mean of some figures, percent. */
  freeAir(exhaust?: number): number;
  co(exhaust: number | 'collector'): number;
  colour(cylinder: number): FlameColourSeen;
  /** The engine was blipped or held up: plugs and walls are dry again. */
  cleared(): void;
  lift(throat: string): LiftAnswer | undefined;
  tachometer(during: Seconds): { readonly rpm: number; readonly uncertainty: number };
}

export function createExhaustLooks(engine: Engine, random: Random, strokes: 2 | 4): ExhaustLooks {
  const { exhausts } = engine.sensors();
  const one = createWideband(random);
  const all = exhausts.map(() => createWideband(random));
  const meter = createCoMeter(random);
  const tachometer = createTachometer(random, { ...DEFAULT_TACHOMETER, revolutionsPerSpark: strokes / 2 });
  let heated = false;
  let clearedAt = 0;
  let idle = Number.POSITIVE_INFINITY;

  /** An engine that has idled for minutes since it was last cleared by a blip shows darker than it burns. */
  function loaded(): number {
    const idled = engine.sensors().time - clearedAt - LOADS_AFTER;
    return Math.min(LOADS_MOST, Math.max(0, idled * LOADS_PER_SECOND));
  }

  /** Lets the engine run and shows it to someone at each look. */
  function watch(during: number, show: (sensors: EngineSensors, since: Seconds) => void): void {
    const since = seconds(1 / RATE_HZ);
    for (let i = 0; i < during * RATE_HZ; i += 1) {
      engine.advance(since);
      const sensors = engine.sensors();
      if (sensors.speed > 0) idle = Math.min(idle, sensors.speed);
      if (sensors.speed > CLEARS * idle) clearedAt = sensors.time;
      show(sensors, since);
    }
  }
  /** A sensor is heated before anything is believed of it: nobody waits for that with the engine running each time. */
  function heat(sensors: readonly Wideband[]): void {
    if (heated) return;
    heated = true;
    for (const sensor of sensors) sensor.show({ lambda: 1, fired: true, air: 0 }, 1e-3, seconds(30));
  }
  const gasAt = (sensors: EngineSensors, place: number | 'collector'): ExhaustGas =>
    place === 'collector' ? mixedGas(sensors.exhausts) : at(sensors.exhausts, place);
  const cyclesAMinute = (sensors: EngineSensors) => sensors.speed / (30 * strokes);
  const flowOf = (sensors: EngineSensors, place: number | 'collector') =>
    (place === 'collector'
      ? sensors.exhausts.reduce((sum, { air }) => sum + air, 0)
      : at(sensors.exhausts, place).air) * cyclesAMinute(sensors);

  function figures(shown: readonly number[]): LambdaLook {
    const n = shown.length;
    const lambda = shown.reduce((sum, figure) => sum + figure, 0) / n;
    const variance = shown.reduce((sum, figure) => sum + (figure - lambda) ** 2, 0) / n;
    // Figures of one second hang together: the sensor lags.
    const independent = Math.max(1, (n / RATE_HZ) * 2);
    return { lambda, uncertainty: Math.sqrt(variance / independent), flutter: Math.sqrt(variance) };
  }
  return {
    carried(exhaust, during) {
      heat([one, ...all]);
      const shown: number[] = [];
      watch(FOLLOWS + during, (sensors, since) => {
        const figure = one.show(gasAt(sensors, exhaust), flowOf(sensors, exhaust), since);
        if (figure.state === 'ready') shown.push(figure.lambda);
      });
      return figures(shown.slice(FOLLOWS * RATE_HZ));
    },
    each(during) {
      heat([one, ...all]);
      const shown: number[][] = all.map(() => []);
      watch(FOLLOWS + during, (sensors, since) => {
        all.forEach((sensor, k) => {
          const figure = sensor.show(at(sensors.exhausts, k), flowOf(sensors, k), since);
          if (figure.state === 'ready') at(shown, k).push(figure.lambda);
        });
      });
      return shown.map((of) => figures(of.slice(FOLLOWS * RATE_HZ)));
    },
    freeAir(exhaust) {
      const sensor = exhaust === undefined ? one : at(all, exhaust);
      return (
        Array.from({ length: FREE_AIR_FIGURES }, () => sensor.freeAir()).reduce((a, b) => a + b, 0) / FREE_AIR_FIGURES
      );
    },
    co(exhaust) {
      return showCo(meter, exhaust);
    },
    colour(cylinder) {
      // Single cycles flicker: an eye sees the run of them.
      let [sum, fired, cycles] = [0, 0, 0];
      let sparks = -1;
      watch(2, ({ exhausts: now }) => {
        const exhaust = at(now, cylinder);
        if (exhaust.sparks === sparks) return;
        sparks = exhaust.sparks;
        cycles += 1;
        if (!exhaust.fired || !Number.isFinite(exhaust.lambda)) return;
        fired += 1;
        sum += exhaust.lambda;
      });
      const burns = fired > (1 - MISSES_NAMED) * cycles;
      return lookAtFlame((fired > 0 ? sum / fired : 2) - loaded(), burns, random);
    },
    cleared() {
      clearedAt = engine.sensors().time;
    },
    lift: (throat) => liftAndListen(engine, throat),
    tachometer(during) {
      const shown: number[] = [];
      let last = 0;
      watch(during + 1, (sensors, since) => {
        const rpm = tachometer.show(at(sensors.exhausts, 0).sparks, since);
        last += since;
        if (last >= 1) {
          last -= 1;
          shown.push(rpm);
        }
      });
      // Who reads a display lets a figure pass that jumps: a spark that was missed or counted twice.
      const settled = shown.slice(1);
      const middle = [...settled].sort((a, b) => a - b)[Math.floor(settled.length / 2)] ?? 0;
      const kept = settled.filter((figure) => Math.abs(figure - middle) < JUMP * middle);
      const rpm = kept.reduce((sum, figure) => sum + figure, 0) / kept.length;
      const variance = kept.reduce((sum, figure) => sum + (figure - rpm) ** 2, 0) / Math.max(1, kept.length - 1);
      return { rpm, uncertainty: Math.sqrt((variance + 9) / kept.length) };
    },
  };

  function showCo(cell: CoMeter, exhaust: number | 'collector'): number {
    let percent = 0;
    watch(CO_FOLLOWS, (sensors, since) => {
      percent = cell.show(gasAt(sensors, exhaust), since);
    });
    return percent;
  }
}
