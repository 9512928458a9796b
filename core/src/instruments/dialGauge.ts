import type { Random } from '../basics';
import { type Pascals, pascals, type Seconds } from '../units';

export interface DialGaugeOptions {
  /** Natural frequency of needle and capsule, rad/s, and its own damping (1 is critical). */
  readonly naturalFrequency: number;
  readonly damping: number;
  /** Time constant of the hose behind a damping valve that is fully open. */
  readonly hose: Seconds;
  /** Zero and slope errors, drawn once. */
  readonly offsetSpread: Pascals;
  readonly gainSpread: number;
  /** The needle sticks until it is pulled by so much. */
  readonly friction: Pascals;
  /** What an eye can tell apart on the scale. */
  readonly division: Pascals;
}

/** Ours: a shop gauge of 100 kPa with divisions of half a kilopascal that an eye splits. */
export const DEFAULT_DIAL_GAUGE: DialGaugeOptions = {
  naturalFrequency: 60,
  damping: 0.15,
  hose: 0.003 as Seconds,
  offsetSpread: pascals(1200),
  gainSpread: 0.02,
  friction: pascals(80),
  division: pascals(250),
};

/** A dial gauge with a damping valve in its hose. Mutable. */
export interface DialGauge {
  /** How far the damping valve is open: 1 fully, the needle flutters; nearly 0, it hardly follows; 0, it stands still. */
  valve(open: number): void;
  /** Where the needle stands after the time since the last look. */
  show(depression: Pascals, since: Seconds): Pascals;
  /** The same as an eye reads it. */
  read(): Pascals;
}

/** Longest step of the needle's equation of motion, s. */
const STEP = 0.001;

/** A damped oscillator behind a first-order hose: the valve's time constant grows as it closes. */
export function createDialGauge(random: Random, options: DialGaugeOptions = DEFAULT_DIAL_GAUGE): DialGauge {
  const offset = options.offsetSpread * (2 * random.uniform() - 1);
  const gain = 1 + options.gainSpread * (2 * random.uniform() - 1);
  let open = 1;
  let inCapsule = 0;
  let needle = 0;
  let speed = 0;

  function step(depression: number, dt: number) {
    // Laminar flow through a needle valve goes with the cube of its opening.
    if (open > 0) inCapsule += (depression - inCapsule) * Math.min(1, (dt * open * open * open) / options.hose);
    const pull = gain * inCapsule - needle;
    if (Math.abs(speed) < 1 && Math.abs(pull) < options.friction) return;
    const w = options.naturalFrequency;
    speed += (w * w * pull - 2 * options.damping * w * speed) * dt;
    needle += speed * dt;
  }
  const shown = () => pascals(needle + offset);
  return {
    valve(to) {
      open = Math.min(1, Math.max(0, to));
    },
    show(depression, since) {
      for (let left: number = since; left > 0; left -= STEP) step(depression, Math.min(STEP, left));
      return shown();
    },
    read: () => pascals(Math.round(shown() / options.division) * options.division),
  };
}
