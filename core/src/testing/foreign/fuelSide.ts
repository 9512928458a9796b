import { at, type Random, seededRandom } from '../../basics';
import type { FlameColourSeen, LiftAnswer } from '../../mixture/words';
import { concernOf, enrichmentOn, type Setup, sharesPlenum } from '../../setup';

/**
 * The fuel side of an engine that nobody here wrote an advice for: laws of its own for screws, lambda, torque, misses, eyes and ears. It shares no
 * figure with the product's engine or its belief; ranges are ours, wider than what carburetors are known to do.
 */
export interface FuelSide {
  turn(adjuster: string, turns: number): void;
  /** Lambda that each cylinder burns, at openings over those of the idle it should have. */
  lambdas(openings: readonly number[]): readonly number[];
  /** The speed over what it would be with every mixture at its best. */
  speedShare(openings: readonly number[]): number;
  /** Share of a cylinder's cycles that do not burn. */
  misses(lambda: number): number;
  sensor(lambda: number): { readonly lambda: number; readonly flutter: number };
  freeAir(): number;
  colour(lambda: number): FlameColourSeen;
  lift(lambda: number): LiftAnswer;
  /** The middle of what its eye calls clean blue. */
  rightColour(): number;
  fromSeat(adjuster: string): number;
  /** Lambda of a circuit, leaned alone, at which the speed has just fallen by a share from its peak; `speedAt`: what the engine makes of a share that burns. */
  leanBest(
    throat: number,
    openings: readonly number[],
    fallen: { share: number; speedAt(burns: number): number },
  ): number;
}

export interface FuelOptions {
  readonly seed: number;
  /** How far mixture screws are off as found, turns either way. */
  readonly turnsOff: number;
}

const COLOURS: readonly FlameColourSeen[] = ['darkYellow', 'yellow', 'yellowBlue', 'cleanBlue', 'pale', 'whitish'];
/** Typical ends of colours and lifts; each engine and eye has them elsewhere by this share. */
const COLOUR_ENDS = [0.8, 0.88, 0.93, 1.05, 1.15];
const LIFT_ENDS = [0.92, 1.02, 1.3];
const ENDS_UNLIKE = 0.025;
const BLUR = 0.025;
/** A figure of a cycle without fire, as a sensor sees it: all its oxygen is left. */
const MISSED_PHI = 0.2;

export function createFuelSide(setup: Setup, { seed, turnsOff }: FuelOptions): FuelSide {
  const random = seededRandom(seed ^ 0xf0e1);
  const between = (low: number, high: number) => low + (high - low) * random.uniform();
  const either = (most: number) => most * (2 * random.uniform() - 1);
  const screws = setup.adjusters.filter((adjuster) => concernOf(adjuster) === 'mixture');
  const base = between(1.5, 2.5);
  const bend = { more: between(0.6, 3), power: between(0.6, 1.3) };
  const strengths = screws.map(() => Math.exp(either(0.25)));
  const positions = screws.map(() => Math.max(0.1, base + either(turnsOff)));
  const atBase = setup.throats.map(() => between(0.93, 1) * Math.exp(0.03 * random.normal()));
  const byAir = between(-0.05, 0.2);
  const isTwoStroke = setup.engine.strokes === 2;
  const own = setup.cylinders.map(({ id }) =>
    setup.throats.some(({ feeds }) => feeds.length > 1 && feeds.includes(id)) ? 0.025 * random.normal() : 0,
  );
  const torque = { best: between(0.86, 0.96), rich: between(1.2, 3.5), lean: between(1.8, 5) };
  const misfire = { lean: between(1.18, 1.4), rich: between(0.55, 0.66), idle: isTwoStroke ? between(0.25, 0.55) : 0 };
  const follows = isTwoStroke ? between(0.6, 1.6) : between(0.4, 1.4);
  const slope = 1 + either(0.008);
  const ends = (typical: readonly number[]) => typical.map((end) => end * Math.exp(ENDS_UNLIKE * random.normal()));
  const [colourEnds, liftEnds] = [ends(COLOUR_ENDS), ends(LIFT_ENDS)];
  const looks: Random = seededRandom(seed ^ 0x1005e);

  /** Fuel of a throat over that at base turns, by the screws that reach it. */
  function richness(throat: string): number {
    return screws.reduce((product, adjuster, j) => {
      const sign = enrichmentOn(adjuster, throat);
      if (sign === 0) return product;
      // Turned in richer: an air screw or a jet nut, whose way runs the other way.
      const open = adjuster.acts[0]?.turnedIn === 'richer' ? 2 * base - at(positions, j) : at(positions, j);
      const share = (bend.more + Math.max(0, open)) / (bend.more + base);
      return product * Math.max(0.05, share) ** (bend.power * at(strengths, j));
    }, 1);
  }

  function throatPhi(openings: readonly number[]): readonly number[] {
    return setup.throats.map(({ id }, i) => (richness(id) / at(atBase, i)) * at(openings, i) ** -byAir);
  }

  function lambdasOf(phis: readonly number[]): readonly number[] {
    const plenum = sharesPlenum(setup);
    return setup.cylinders.map(({ id }, k) => {
      const fed = setup.throats.flatMap(({ feeds }, i) => (plenum || feeds.includes(id) ? [at(phis, i)] : []));
      return (fed.length / fed.reduce((sum, phi) => sum + phi, 0)) * Math.exp(at(own, k));
    });
  }

  function misses(lambda: number): number {
    const lean = 1 / (1 + Math.exp(-(lambda - misfire.lean) / 0.02));
    const rich = 1 / (1 + Math.exp((lambda - misfire.rich) / 0.02));
    return Math.min(1, misfire.idle + (1 - misfire.idle) * (lean + rich));
  }

  function work(lambda: number): number {
    const off = Math.log(lambda / torque.best);
    return Math.max(0.05, 1 - (off > 0 ? torque.lean : torque.rich) * off * off) * (1 - misses(lambda));
  }

  const speedOf = (lambdas: readonly number[]) =>
    (lambdas.reduce((sum, lambda) => sum + work(lambda), 0) / lambdas.length / (1 - misfire.idle)) ** follows;

  const wordOf = <W>(words: readonly W[], bounds: readonly number[], lambda: number): W => {
    const seen = lambda * Math.exp(BLUR * looks.normal());
    const place = bounds.findIndex((end) => seen < end);
    return at(words, place < 0 ? words.length - 1 : place);
  };

  return {
    turn(adjuster, turns) {
      const place = screws.findIndex(({ id }) => id === adjuster);
      if (place >= 0) positions[place] = Math.max(0, at(positions, place) - turns * (1 + 0.04 * looks.normal()));
    },
    lambdas: (openings) => lambdasOf(throatPhi(openings)),
    speedShare: (openings) => speedOf(lambdasOf(throatPhi(openings))),
    misses,
    sensor(lambda) {
      const missed = misses(lambda);
      const phi = (1 - missed) / lambda + missed * MISSED_PHI;
      const flutter = 0.006 + 0.5 * Math.sqrt(missed * (1 - missed));
      return { lambda: (slope / phi) * (1 + 0.004 * looks.normal()), flutter: flutter / phi };
    },
    freeAir: () => 20.95 * slope * (1 + 0.002 * looks.normal()),
    colour: (lambda) => (misses(lambda) > 0.3 && !isTwoStroke ? 'misses' : wordOf(COLOURS, colourEnds, lambda)),
    lift: (lambda) => wordOf<LiftAnswer>(['risesAndStays', 'risesAndSettles', 'falls', 'stalls'], liftEnds, lambda),
    rightColour: () => Math.sqrt(at(colourEnds, 2) * at(colourEnds, 3)),
    fromSeat(adjuster) {
      return at(
        positions,
        screws.findIndex(({ id }) => id === adjuster),
      );
    },
    leanBest(throat, openings, { share, speedAt }) {
      const phis = throatPhi(openings);
      const alone = (lambda: number) => {
        const moved = phis.map((phi, i) => (sharesPlenum(setup) || i === throat ? 1 / lambda : phi));
        return speedAt(speedOf(lambdasOf(moved)));
      };
      const all = Array.from({ length: 171 }, (_, i) => 0.7 + 0.005 * i);
      const peak = Math.max(...all.map(alone));
      return all.findLast((lambda) => alone(lambda) >= (1 - share) * peak) ?? torque.best;
    },
  };
}
