import type { Random } from '../basics';
import type { Regime } from '../road';
import { type Going, goOn, IDLE_RPM, rpmIn, wander } from './vehicle';

/** What a moment of a ride truly was. */
export interface Moment extends Going {
  readonly time: number;
  readonly opening: number;
  readonly truth: Regime;
}

/** How hard a ride is to read. */
export interface Road {
  /** Standard deviation of the slope, of the traffic's speed as a share, and of the wind, m/s. */
  readonly hills: number;
  readonly traffic: number;
  readonly wind: number;
}

export const EASY: Road = { hills: 0.004, traffic: 0.008, wind: 0.5 };
export const HARD: Road = { hills: 0.03, traffic: 0.04, wind: 3 };

export const DT = 0.02;
/** m/s2. */
const LEAST_GAIN = 0.5;
const UP_AT = [0, 3800, 4200, 4600, 4800];

export interface Driven {
  readonly moments: readonly Moment[];
  /** When the first of the bursts began, s. */
  readonly marker: number | undefined;
}

/** Drives for so many minutes: idles, marks with bursts, then town, open road, overtaking, stops. */
export function drive(random: Random, makings: { minutes: number; road: Road; bursts: boolean }): Driven {
  const { minutes, road, bursts } = makings;
  const moments: Moment[] = [];
  const going: Going = { rpm: IDLE_RPM, speed: 0, gear: 0, air: 0.02, load: 0.3 };
  const state = { grade: 0, wind: 0, traffic: 0, opening: 0, hunt: 0 };
  let time = 0;
  let marker: number | undefined;
  const between = (low: number, high: number) => low + (high - low) * random.uniform();

  function step(truth: Regime, wanted: number, clutch = 1) {
    state.grade = wander(state.grade, { sd: road.hills, memory: 25, chance: random.normal() }, DT);
    state.wind = wander(state.wind, { sd: road.wind, memory: 8, chance: random.normal() }, DT);
    state.traffic = wander(state.traffic, { sd: road.traffic, memory: 12, chance: random.normal() }, DT);
    state.hunt = wander(state.hunt, { sd: 0.012, memory: 1.5, chance: random.normal() }, DT);
    const hand = Math.max(0, Math.min(1, wanted));
    // A wrist turns the grip at a pace of its own, and shuts it faster than it opens it.
    const pace = (hand > state.opening ? 3.5 : 6) * DT;
    state.opening += Math.max(-pace, Math.min(pace, hand - state.opening));
    if (going.gear === 0 && wanted === 0) going.rpm += IDLE_RPM * state.hunt * DT * 2;
    goOn(going, { opening: state.opening, grade: state.grade, wind: state.wind, clutch }, DT);
    // Between two bursts, and rolling to a stand with the clutch out, an engine that has come down to its idle idles.
    const idles = truth === 'transient' && state.opening < 0.005 && going.gear === 0 && going.rpm < 1.2 * IDLE_RPM;
    // Shutting the throttle in gear, to fall to the traffic's pace, is overrun for as long as it lasts.
    const overruns = truth === 'transient' && state.opening < 0.005 && going.gear > 0 && going.rpm > 1.5 * IDLE_RPM;
    moments.push({ ...going, time, opening: state.opening, truth: idles ? 'idle' : overruns ? 'overrun' : truth });
    time += DT;
  }
  /** The clutch is in for what drives, and out at a stand and while a gear is changed. */
  const last = (truth: Regime, seconds: number, wanted: number) => {
    const clutch = going.gear === 0 || (truth === 'shift' && wanted === 0) ? 0 : 1;
    for (const end = time + seconds; time < end; ) step(truth, wanted, clutch);
  };
  function shift(to: number) {
    const [closing, holding] = [0.12, between(0.15, 0.4)];
    last('shift', closing + holding, 0);
    going.gear = to;
    last('shift', 0.15, 0.05);
  }
  function blips() {
    const count = 3 + Math.floor(random.uniform() * 3);
    marker = time;
    for (let i = 0; i < count; i += 1) {
      last('transient', between(0.2, 0.35), between(0.25, 0.5));
      last('transient', between(0.6, 1), 0);
    }
    last('transient', 1.5, 0);
  }
  function stop() {
    while (going.speed > 4 && time < minutes * 60 + 60) {
      if (going.gear > 1 && going.rpm < 1900) shift(going.gear - 1);
      // Brakes too: the slope that they make is steep.
      going.speed -= between(0.6, 1.4) * DT;
      step('overrun', 0);
    }
    going.gear = 0;
    while (going.speed > 0) {
      going.speed = Math.max(0, going.speed - 2.5 * DT);
      step('transient', 0, 0);
    }
    last('transient', 1.5, 0);
  }
  function creep(seconds: number) {
    going.gear = 1;
    const end = time + seconds;
    while (time < end)
      step('justOffIdle', Math.max(0.03, Math.min(0.09, 0.06 + 0.02 * (4.5 - going.speed) + state.traffic * 0.2)));
  }
  function accelerate(to: number, opening: number) {
    if (going.gear === 0) going.gear = 1;
    const full = opening > 0.8;
    let [wanted, before] = [opening, going.speed];
    for (const end = time + 40; going.speed < to && time < end; ) {
      if (going.gear < 5 && going.rpm > (UP_AT[going.gear] ?? 5000) + (full ? 2500 : 0)) shift(going.gear + 1);
      step(full ? 'fullLoad' : 'rollOn', wanted);
      // Who gains nothing opens further.
      if (going.speed - before < LEAST_GAIN * DT) wanted = Math.min(full ? 1 : 0.75, wanted + 0.1 * DT);
      before = going.speed;
    }
  }
  function cruise(at: number, seconds: number) {
    while (going.gear < 5 && rpmIn(going.gear + 1, at) > 2700) shift(going.gear + 1);
    let sum = 0.12 + at * 0.003;
    for (const end = time + seconds; time < end; ) {
      const wanted = at * (1 + state.traffic);
      const error = wanted - going.speed;
      sum = Math.max(0.03, Math.min(0.7, sum + error * 0.004 * DT * 5));
      const regime = Math.abs(error) > 0.06 * at + 0.8 ? 'transient' : at > 22 ? 'cruiseHigh' : 'cruiseLow';
      step(regime, sum + error * 0.02);
    }
  }

  last('idle', between(35, 60), 0);
  if (bursts) blips();
  last('idle', between(10, 25), 0);
  while (time < minutes * 60 - 40) {
    creep(between(6, 14));
    accelerate(between(12, 16), between(0.2, 0.35));
    cruise(between(13, 16), between(20, 50));
    if (random.uniform() < 0.75) {
      accelerate(between(24, 29), random.uniform() < 0.5 ? between(0.4, 0.6) : 1);
      cruise(between(25, 31), between(30, 70));
      if (random.uniform() < 0.5) accelerate(between(34, 40), 1);
    }
    stop();
    last('idle', between(8, 25), 0);
  }
  last('idle', 20, 0);
  return { moments, marker };
}
