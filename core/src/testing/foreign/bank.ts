import { at, seededRandom } from '../../basics';
import type { Suspicion } from '../../faults';
import { actionOn, concernOf, type Setup } from '../../setup';
import type { FuelSide } from './fuelSide';
import { type ForeignLaw, PLAIN_LAW } from './law';

/**
 * An engine model apart from the product's own: orifices by Bernoulli's law, a speed that follows the charge by some power. Like the belief
 * it lets a turn add the same area each time, and cylinders draw in proportion to speed and absolute pressure. Its constants are ours:
 * chosen so that screws within their range can bring a sound bank to its targets. For tests of the advice on another engine.
 */
export interface ForeignOptions {
  readonly seed: number;
  /** How far stops and screws are off, turns, and the idle, rpm; uniform either way. */
  readonly turnsOff?: number;
  readonly rpmOff?: number;
  readonly fault?: Suspicion;
  /** Laws of its own; without, those of the one foreign engine. */
  readonly law?: ForeignLaw;
  /** Its fuel side; without, every mixture is right and stays so. */
  readonly fuel?: FuelSide;
  /** Gauges of another bank, as they were there; drawn when left out. */
  readonly gauges?: ForeignGauges;
}

export interface ForeignGauges {
  readonly slopes: readonly number[];
  /** What they show at rest, kPa. */
  readonly zeros: readonly number[];
}

export interface ForeignBank extends ForeignGauges {
  /** What gauges on the throats show now, kPa, and a tachometer. Every look has its own noise. */
  readonly look: () => { readonly depressionsKPa: readonly number[]; readonly rpm: number };
  /** What the gauges show of the first throat's depression, kPa. */
  readonly match: () => readonly number[];
  /** Air past each mouth as a float shows it, in a scale of its own. */
  readonly meter: () => readonly number[];
  /** Openings past the mouths over those that the idle should have: what the fuel side meters by. */
  readonly openings: () => readonly number[];
  /** The speed that it would settle at, as it stands, if its mixtures burned for so much: less burned is more charge, and half of a loss comes back. */
  readonly speedAt: (burns: number) => number;
  readonly turn: (adjuster: string, turns: number) => void;
  /** Whether it would die where it stands. */
  readonly dies: () => boolean;
  readonly blip: () => void;
  /** Depressions and speed as they are. */
  readonly truth: () => { readonly depressionsKPa: readonly number[]; readonly rpm: number };
}

const AMBIENT = 100;
/** A throttle's effective opening at the idle it should have, mm2. */
const OPENING = 6;
/** Idle depression, kPa, of a four-stroke and of a two-stroke. */
const DEPRESSION = { 2: 11, 4: 46 } as const;
/** Speed goes with the charge by a power between these, evenly by its logarithm; a two-stroke's more, for it fires more often. */
const SPEED_POWER = { 2: [3, 12], 4: [0.8, 3] } as const;
/** What closed throttles differ by. */
const PLATES = 0.01;
const LEAK_SHARE = 0.4;
const STRAY_SHARE = 0.12;
/** What a pipe between runners leaves of a difference of pressure. */
const LEFT_BY_PIPE = 0.35;
const NOISE_RPM = 4;

export function createForeignBank(setup: Setup, options: ForeignOptions): ForeignBank {
  const { seed, turnsOff = 1, rpmOff = 300, fault, law, fuel } = options;
  const random = seededRandom(seed ^ 0x5eed);
  const either = (most: number) => most * (2 * random.uniform() - 1);
  const { throats, adjusters, engine, targets } = setup;
  const shared = either(0.35);
  const { sharePerTurn, screwsUnlike, knobShare, bend, flow, leakage, ...rest } = law ?? PLAIN_LAW;
  const gains = adjusters.map(({ acts }) => {
    const lever = acts.length === throats.length && throats.length > 1 ? knobShare : 1;
    return sharePerTurn * lever * Math.exp(shared + either(screwsUnlike));
  });
  const [least, most] = SPEED_POWER[engine.strokes];
  const drawn = least * (most / least) ** random.uniform();
  const power = law?.speedPower ?? drawn;
  const ownSlopes = throats.map(() => 1 + either(rest.slopes));
  const ownZeros = throats.map(() => (rest.offsetsKPa === 0 ? 0 : either(rest.offsetsKPa)));
  const { slopes, zeros } = options.gauges ?? { slopes: ownSlopes, zeros: ownZeros };
  const turned = adjusters.map((adjuster) => (concernOf(adjuster) === 'rest' ? either(turnsOff) : 0));
  const plates = throats.map(() => 1 + PLATES * random.normal());
  const strayed = throats.map(() => 0);
  const ease = 1 + either(law?.idleOff ?? rpmOff / targets.idleRpm);
  const idleDepression = law?.idleDepressionKPa ?? DEPRESSION[engine.strokes];
  // What one cylinder draws at the idle it should have, so that the opening above makes the depression above.
  const draw = (OPENING * idleDepression ** flow) / (targets.idleRpm * (AMBIENT - idleDepression));

  /** Openings past the mouths, mm2, and with what leaks in behind them. */
  function openings() {
    return throats.map(({ id, feeds }, i) => {
      const screws = adjusters.reduce((sum, adjuster, j) => {
        const dead = fault?.kind === 'deadScrew' && fault.adjuster === adjuster.id;
        return concernOf(adjuster) === 'rest' && !dead
          ? sum + actionOn(adjuster, id) * at(gains, j) * at(turned, j)
          : sum;
      }, 1);
      const size = OPENING * Math.max(1, feeds.length) * at(plates, i);
      const plate = Math.max(0.15, screws + at(strayed, i)) ** bend;
      const mouth = size * (leakage + (1 - leakage) * plate);
      const leaks = fault?.kind === 'airLeak' && fault.throat === id;
      return { mouth, whole: mouth + (leaks ? LEAK_SHARE * size : 0) };
    });
  }

  /** Openings over those that the idle should have. */
  const over = (open: ReturnType<typeof openings>) =>
    open.map(({ mouth }, i) => mouth / (OPENING * Math.max(1, at(throats, i).feeds.length)));

  /** Pressure behind an opening against what its cylinders draw: bisection, for flow falls and draw rises with it. */
  function pressureBehind(opening: number, cylinders: number, rpm: number): number {
    let [low, high] = [0, AMBIENT];
    for (let i = 0; i < 40; i += 1) {
      const middle = (low + high) / 2;
      if (opening * (AMBIENT - middle) ** flow > draw * cylinders * rpm * middle) low = middle;
      else high = middle;
    }
    return low;
  }

  function state(burns = fuel === undefined ? 1 : fuel.speedShare(over(openings()))) {
    const open = openings();
    let rpm = targets.idleRpm;
    let pressures: readonly number[] = [];
    for (let i = 0; i < 60; i += 1) {
      pressures = throats.map(({ feeds }, k) => pressureBehind(at(open, k).whole, Math.max(1, feeds.length), rpm));
      // The work goes with the mean of the charges; the engine runs as fast as that carries its friction.
      const charge = pressures.reduce((sum, p) => sum + p, 0) / pressures.length / (AMBIENT - idleDepression);
      rpm += 0.3 * (targets.idleRpm * ease * burns * charge ** power - rpm);
    }
    const mean = pressures.reduce((sum, p) => sum + p, 0) / pressures.length;
    const left = (setup.pipes ?? []).length > 0 ? LEFT_BY_PIPE : 1;
    return { open, rpm, depressionsKPa: pressures.map((p) => AMBIENT - mean - left * (p - mean)) };
  }

  const wander = () => 1 + rest.wander * random.normal();
  const isExchanged = (id: string) => fault?.kind === 'exchangedHoses' && fault.throats.includes(id);
  const hoses = throats.map(({ id }) =>
    throats.findIndex((other) => (isExchanged(id) ? isExchanged(other.id) && other.id !== id : other.id === id)),
  );
  return {
    speedAt: (burns) => state(burns).rpm,
    look() {
      const { depressionsKPa, rpm } = state();
      const together = wander();
      return {
        depressionsKPa: hoses.map(
          (place, i) =>
            at(zeros, i) + at(slopes, i) * at(depressionsKPa, place) * together + rest.noiseKPa * random.normal(),
        ),
        rpm: rpm * wander() + NOISE_RPM * random.normal(),
      };
    },
    match() {
      const { depressionsKPa } = state();
      return slopes.map((slope, i) => at(zeros, i) + slope * at(depressionsKPa, 0) + 0.02 * random.normal());
    },
    meter() {
      const { open, depressionsKPa } = state();
      return open.map(({ mouth }, i) => 0.2 * mouth * Math.sqrt(at(depressionsKPa, i)) * (1 + 0.02 * random.normal()));
    },
    slopes,
    zeros,
    dies: () => state().rpm < rest.stallsAt * targets.idleRpm,
    openings: () => over(openings()),
    turn(adjuster, turns) {
      fuel?.turn(adjuster, turns);
      const place = adjusters.findIndex(({ id }) => id === adjuster);
      turned[place] = at(turned, place) + turns * (1 + rest.handBias + rest.handShare * random.normal());
    },
    blip() {
      throats.forEach(({ id }, i) => {
        if (fault?.kind === 'wornShaft' && fault.throat === id) strayed[i] = STRAY_SHARE * random.normal();
      });
    },
    truth: () => {
      const { depressionsKPa, rpm } = state();
      return { depressionsKPa, rpm };
    },
  };
}
