import { exp, seededRandom } from '../basics';
import { DT, drive, EASY, type Moment, type Road } from './driver';
import { wander } from './vehicle';

/** How each part of a cylinder's carburetor feeds, over what it should: 0.92 is lean by eight hundredths. */
export interface Parts {
  readonly pilot: number;
  readonly needle: number;
  readonly main: number;
}

export const RIGHT: Parts = { pilot: 1, needle: 1, main: 1 };

/** A lambda sensor as it is carried: its own error, and what it does to what passes. */
export interface Carried {
  readonly offset: number;
  readonly noise: number;
  /** Its time constant, and its transport delay at full air and at the least, s. */
  readonly lag: number;
  readonly delay: readonly [number, number];
  /** It shows no more and no less. */
  readonly range: readonly [number, number];
  readonly warmUp: number;
}

export const GOOD_SENSOR: Carried = {
  offset: 0,
  noise: 0.006,
  lag: 0.12,
  delay: [0.06, 0.35],
  range: [0.65, 1.36],
  warmUp: 15,
};

export interface SimulatedRide {
  readonly moments: readonly Moment[];
  readonly marker: number | undefined;
  /** By cylinder: what its parts metered, what burned once the wall's film and the shut throttle had their say, and what its sensor showed. */
  readonly cylinders: readonly {
    readonly metered: readonly number[];
    readonly burned: readonly number[];
    readonly shown: readonly number[];
  }[];
}

export interface RideModel {
  readonly seed: number;
  readonly minutes: number;
  readonly road?: Road;
  readonly bursts?: boolean;
  /** One set of parts a cylinder. */
  readonly cylinders: readonly Parts[];
  readonly sensor?: Carried;
}

/** A ride whose truth is known, at 50 samples a second. */
export function simulateRide(model: RideModel): SimulatedRide {
  const { seed, minutes, road = EASY, bursts = true, cylinders, sensor = GOOD_SENSOR } = model;
  const { moments, marker } = drive(seededRandom(seed), { minutes, road, bursts });
  return {
    moments,
    marker,
    cylinders: cylinders.map((parts, c) => {
      const gas = gasOf(moments, parts, seed * 31 + c);
      return { ...gas, shown: shownBy(sensor, { moments, truth: gas.burned, seed: seed * 37 + c }) };
    }),
  };
}

/** What the parts should give: rich at idle, lean at cruise, rich at full load; the needle's taper makes it richer as it rises. */
const DESIGN = { pilot: 0.96, needle: 0.985, main: 0.865 };
const TAPER_FROM = 0.28;
const TAPER = 0.28;
/** Past these openings the next part takes over, over such a width. */
const NEEDLE_AT = 0.16;
const NEEDLE_WIDTH = 0.035;
const MAIN_AT = 0.62;
const MAIN_WIDTH = 0.07;

/** Share of the fuel by each part at an opening: smooth steps, written for the simulation alone. */
export function sharesAt(opening: number): Parts {
  const step = (at: number, width: number) => 1 / (1 + exp(-(opening - at) / width));
  const [beyondPilot, beyondNeedle] = [step(NEEDLE_AT, NEEDLE_WIDTH), step(MAIN_AT, MAIN_WIDTH)];
  return {
    pilot: 1 - 0.9 * beyondPilot,
    needle: 0.9 * beyondPilot * (1 - beyondNeedle),
    main: 0.9 * beyondPilot * beyondNeedle,
  };
}

/** Lambda of each moment: the parts' shares, a tip-in that leans, an overrun that hardly burns, and air and heat that wander. */
function gasOf(moments: readonly Moment[], parts: Parts, seed: number) {
  const random = seededRandom(seed);
  let slow = 0;
  let film = 0;
  let before = moments[0]?.opening ?? 0;
  let overrun = 0;
  const metered: number[] = [];
  const burned = moments.map(({ opening, rpm, truth }) => {
    slow = wander(slow, { sd: 0.007, memory: 15, chance: random.normal() }, DT);
    film = film * exp(-DT / 0.35) + 0.5 * Math.max(-0.1, opening - before);
    before = opening;
    const shares = sharesAt(opening);
    const fuel =
      (shares.pilot * parts.pilot) / DESIGN.pilot +
      (shares.needle * parts.needle) / (DESIGN.needle - TAPER * Math.max(0, Math.min(0.7, opening) - TAPER_FROM)) +
      (shares.main * parts.main) / DESIGN.main;
    const starved = opening < 0.01 && rpm > 1700 && truth !== 'idle';
    overrun += ((starved ? 1 : 0) - overrun) * Math.min(1, DT / 0.25);
    const mixture = (1 / fuel) * (1 + slow + 0.01 * ((rpm - 3000) / 6000));
    metered.push(mixture);
    return mixture * (1 + film) + 0.55 * overrun;
  });
  return { metered, burned };
}

interface Passing {
  readonly moments: readonly Moment[];
  readonly truth: readonly number[];
  readonly seed: number;
}

function shownBy(sensor: Carried, { moments, truth, seed }: Passing): number[] {
  const random = seededRandom(seed);
  const [fast, slowest] = sensor.delay;
  let lagged = 1;
  return moments.map(({ time, air }, i) => {
    const delay = Math.min(slowest, fast / Math.max(0.05, air));
    const arrived = truth[Math.max(0, i - Math.round(delay / DT))] ?? 1;
    lagged += (arrived - lagged) * (1 - exp(-DT / sensor.lag));
    if (time < sensor.warmUp) return sensor.range[1];
    const [low, high] = sensor.range;
    return Math.min(high, Math.max(low, lagged + sensor.offset + sensor.noise * random.normal()));
  });
}
