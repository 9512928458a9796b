import { at, seededRandom } from '../basics';
import { areaChange, type Belief, drawStates, layoutOf, reachedBy, turnToReach } from '../belief';
import type { Job } from '../job';
import { type Adjuster, actionOn } from '../setup';
import { TURN_STEP, type Turns, turns } from '../units';
import { freeScrews, roomOf, steppedTurn } from './freeScrews';
import { createOutlook, type Outlook, type StateGains } from './outlook';
import { screwSets } from './screwSets';
import { directionOf, errorsOf, type TargetScale, targetScale } from './targetErrors';

/** A first move, and the moves expected from then on. */
export interface PlannedMove {
  readonly adjuster: Adjuster;
  readonly turns: Turns;
  /** What is to be expected after this one; and, if the screw's effect were as well known without it, from here. */
  readonly after: Prospects;
  readonly without: Prospects;
}

export interface Prospects {
  /** Moves, stalls counted in. */
  readonly moves: number;
  /** Distance from the targets, half tolerances (root mean square). */
  readonly distance: number;
}

export interface MovePlan {
  /** Expected moves from here: below a half, most states that the belief holds possible need none. */
  readonly movesNow: number;
  /** The move with the least expected work after it; undefined when no screw is free or no state asks for one. */
  readonly best: PlannedMove | undefined;
  /** The move that comes nearest to the targets: where tolerances can hardly be met, moves still needed say little. */
  readonly nearest: PlannedMove | undefined;
}

/** A turn is for when most of what may be so asks for one. */
export const WORTH_TURNING = 0.5;
/** States that a plan is weighed on. Ours: fewer sway the choice, more cost time. */
const DRAWS = 40;
/** All moves run over so many of the states first, and so many of the moves over all. Ours: halves the time. */
const FIRST_HEAT = 12;
const FINALISTS = 8;
/** One advice asks for no more than this. Ours: past a turn nobody trusts a first guess; once the screw is known it may be more. */
const LARGEST_MOVE = turns(1);
const LARGEST_KNOWN_MOVE = turns(2);
const KNOWN = 0.15;
/** Doubt of a screw's effect once it, or a sister, was turned: what the first turn leaves open. Ours; the latter is the prior's. */
const KNOWN_AFTER_TURN = 0.06;
const KNOWN_BY_SISTER = 0.2;
/** An engine that falls below this share of its idle stalls; that costs a start and a wait. Ours. */
const STALL_SHARE = 0.72;
const STALL_COST = 2;
/** Of two moves with equal prospects the one that leaves less is better: this for each half tolerance left (root mean square). */
const NEARNESS = 0.01;
/** Where along the sizes that states ask for a first move is tried. */
const QUANTILES = [0.1, 0.3, 0.5, 0.7, 0.9];

/**
 * The first move of the shortest way to balance, looked for ahead over the coupling of all screws: states are drawn from the belief;
 * for each, the smallest set of screws that would finish the work is known by linear algebra (the gain of a screw changes how far
 * it is turned, not which way it moves the bank); a first move is worth what it leaves to do, on the mean of all states. A state's own
 * gain is not known to the hand, so a first move that is right for one state is wrong for another: that sizes it with care.
 */
export function planMoves(job: Job, belief: Belief, seed: number): MovePlan {
  const screws = freeScrews(job);
  const scale = targetScale(belief);
  const directions = screws.map((adjuster) => directionOf(belief, adjuster, scale));
  const dimensions = belief.setup.throats.length + 1;
  const outlook = createOutlook(screwSets(directions, dimensions), directions, dimensions);
  const states = possibleStates(job, belief, screws, seed);
  const doubts = Float64Array.from(screws, (adjuster) => gainDoubt(belief, adjuster));
  const signs = screws.map((adjuster) => belief.setup.throats.map(({ id }) => actionOn(adjuster, id)));
  const lean = signs.map((moved) => Math.sign(moved.reduce<number>((sum, sign) => sum + sign, 0)));
  const stands = (errors: Float64Array, screw: number) => {
    const moved = at(signs, screw);
    const count = moved.reduce<number>((sum, sign) => sum + Math.abs(sign), 0);
    return (
      moved.reduce<number>((sum, sign, i) => sum + (Math.abs(sign) * at(errors, i)) / count, 0) * scale.halfTolerance
    );
  };
  const { movesNow, wanted } = hindsight({ outlook, states, doubts, lean, stands });
  const candidates = screws.flatMap((adjuster, index) => {
    const context = { belief, screws, index, signs: at(signs, index), scale, doubts, outlook };
    const expect = (some: readonly PossibleState[], by: Turns) => prospects({ ...context, states: some }, by);
    return sizesToTry(job, belief, adjuster, at(wanted, index)).map((by) => ({ adjuster, turns: by, expect }));
  });
  const firstHeat = states.slice(0, FIRST_HEAT);
  const wholly = ({ adjuster, turns: by, expect }: (typeof candidates)[number]): PlannedMove => ({
    adjuster,
    turns: by,
    after: expect(states, by),
    without: expect(states, turns(0)),
  });
  const ahead = leastBy(candidates, ({ turns: by, expect }) => costOf(expect(firstHeat, by)), FINALISTS);
  const [first] = leastBy(
    ahead.map((candidate) => ({ ...candidate, after: candidate.expect(states, candidate.turns) })),
    ({ after }) => costOf(after),
    1,
  );
  const [near] = leastBy(candidates, ({ turns: by, expect }) => expect(firstHeat, by).distance, 1);
  return { movesNow, best: first && wholly(first), nearest: near && wholly(near) };
}

/** The few of these that have the least of something, least first. */
function leastBy<T>(items: readonly T[], amount: (item: T) => number, few: number): readonly T[] {
  return items
    .map((item) => ({ item, amount: amount(item) }))
    .sort((a, b) => a.amount - b.amount)
    .slice(0, few)
    .map(({ item }) => item);
}

interface PossibleState {
  readonly errors: Float64Array;
  readonly gains: StateGains;
  readonly logSpeed: number;
  readonly speedSlope: number;
}

function possibleStates(job: Job, belief: Belief, screws: readonly Adjuster[], seed: number): PossibleState[] {
  const layout = layoutOf(belief.setup);
  const scale = targetScale(belief);
  const rooms = screws.map((adjuster) => roomOf(job, adjuster));
  const roomOut = Float64Array.from(rooms, (room) => room.out);
  const roomIn = Float64Array.from(rooms, (room) => room.in);
  const places = screws.map(({ id }) => belief.setup.adjusters.findIndex((adjuster) => adjuster.id === id));
  return drawStates(belief, DRAWS, seededRandom(seed)).map((state) => {
    const { errors, speedAllowed } = errorsOf(belief, state, scale);
    const gains = Float64Array.from(places, (place) => Math.exp(at(state, layout.gain(place))));
    return {
      errors,
      gains: { gains, roomOut, roomIn, speedAllowed },
      logSpeed: at(state, layout.speed) - Math.log(belief.setup.targets.idleRpm),
      speedSlope: Math.exp(at(state, layout.speedSlope)),
    };
  });
}

function gainDoubt(belief: Belief, { id }: Adjuster): number {
  const place = layoutOf(belief.setup).gain(belief.setup.adjusters.findIndex((adjuster) => adjuster.id === id));
  return Math.sqrt(belief.covariance.get(place, place));
}

/**
 * Turns for a movement of so much log airflow, of throats that stand so far from the group: the open area grows alike with every turn.
 * `lean` is 1 for a screw that opens when turned in, -1 for one that closes, 0 for one that does both.
 */
function turnsFor(movement: number, gain: number, lean: number, stand: number): number {
  if (lean === 0) return movement / gain;
  return (lean * Math.exp(stand) * (Math.exp(lean * movement) - 1)) / gain;
}

interface Hindsight {
  readonly outlook: Outlook;
  readonly states: readonly PossibleState[];
  readonly doubts: Float64Array;
  /** Which way each screw moves its throats when turned in. */
  readonly lean: readonly number[];
  /** Mean log airflow, against the group, of the throats that a screw moves. */
  readonly stands: (errors: Float64Array, screw: number) => number;
}

/** What each state would ask for if it were known: how many moves, and of each screw in its best set how many turns. */
function hindsight({ outlook, states, doubts, lean, stands }: Hindsight) {
  const wanted: number[][] = lean.map(() => []);
  let sum = 0;
  for (const { errors, gains } of states) {
    sum += outlook.moves(errors, gains, doubts);
    outlook.best.set?.screws.forEach((screw, k) => {
      wanted[screw]?.push(
        turnsFor(outlook.best.movement[k] ?? 0, at(gains.gains, screw), at(lean, screw), stands(errors, screw)),
      );
    });
  }
  return { movesNow: sum / states.length, wanted };
}

function sizesToTry(job: Job, belief: Belief, adjuster: Adjuster, wanted: readonly number[]): readonly Turns[] {
  const sorted = [...wanted].sort((a, b) => a - b);
  if (sorted.length === 0) return [];
  const place = belief.setup.adjusters.findIndex(({ id }) => id === adjuster.id);
  const last = at(belief.lastTurned, place);
  const room = roomOf(job, adjuster);
  const largest = gainDoubt(belief, adjuster) < KNOWN ? LARGEST_KNOWN_MOVE : LARGEST_MOVE;
  const sizes = QUANTILES.map((share) => {
    const size = turnToReach(adjuster, last, quantileOf(sorted, share));
    return steppedTurn(Math.min(largest, Math.max(-largest, size)), room);
  });
  return [...new Set(sizes)].filter((size) => Math.abs(size) >= TURN_STEP);
}

/** Between two of the sorted values, so that reversed signs give reversed answers. */
function quantileOf(sorted: readonly number[], share: number): number {
  const place = share * (sorted.length - 1);
  const below = at(sorted, Math.floor(place));
  return below + (place - Math.floor(place)) * (at(sorted, Math.ceil(place)) - below);
}

interface MoveContext {
  readonly belief: Belief;
  readonly screws: readonly Adjuster[];
  readonly index: number;
  readonly signs: readonly number[];
  readonly scale: TargetScale;
  readonly states: readonly PossibleState[];
  readonly doubts: Float64Array;
  readonly outlook: Outlook;
}

function costOf({ moves, distance }: Prospects): number {
  return moves + NEARNESS * distance;
}

/** What is to be expected after a first move, over the possible states. */
function prospects(
  { belief, screws, index, signs, scale, states, doubts, outlook }: MoveContext,
  by: Turns,
): Prospects {
  const adjuster = at(screws, index);
  const place = belief.setup.adjusters.findIndex(({ id }) => id === adjuster.id);
  const { turns: reached } = reachedBy(adjuster, at(belief.lastTurned, place), by);
  const learned = doubts.map((doubt, k) =>
    k === index
      ? Math.min(doubt, KNOWN_AFTER_TURN)
      : isSister(adjuster, screws[k])
        ? Math.min(doubt, KNOWN_BY_SISTER)
        : doubt,
  );
  const throats = signs.length;
  const errors = new Float64Array(throats + 1);
  let sum = 0;
  let distance = 0;
  for (const state of states) {
    const movement = at(state.gains.gains, index) * reached;
    let all = 0;
    for (let i = 0; i < throats; i += 1) {
      const stand = (state.errors[i] ?? 0) * scale.halfTolerance;
      const { change } = areaChange((signs[i] ?? 0) * movement * Math.exp(-stand));
      errors[i] = (state.errors[i] ?? 0) + change / scale.halfTolerance;
      all += change / throats;
    }
    errors[throats] = (state.errors[throats] ?? 0) + all / scale.halfBand;
    let squares = (errors[throats] ?? 0) ** 2;
    for (let i = 0; i < throats; i += 1) {
      errors[i] = (errors[i] ?? 0) - all / scale.halfTolerance;
      squares += (errors[i] ?? 0) ** 2;
    }
    sum += outlook.moves(errors, state.gains, learned);
    distance += Math.sqrt(squares / errors.length);
    if (all < 0 && state.logSpeed + state.speedSlope * all < Math.log(STALL_SHARE)) sum += STALL_COST;
  }
  return { moves: sum / states.length, distance: distance / states.length };
}

function isSister(a: Adjuster, b: Adjuster | undefined): boolean {
  return b !== undefined && a.kind === b.kind;
}
