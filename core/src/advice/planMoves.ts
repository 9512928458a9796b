import { at, seededRandom } from '../basics';
import type { Adjuster } from '../setup';
import { TURN_STEP, type Turns, turns } from '../units';
import type { Goal, PossibleState } from './goal';
import { createOutlook, type Outlook } from './outlook';
import { screwSets } from './screwSets';

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
/** One suggestion asks for no more than this. Ours: past a turn nobody trusts a first guess; once the screw is known it may be more. */
const LARGEST_MOVE = turns(1);
const LARGEST_KNOWN_MOVE = turns(2);
const KNOWN = 0.15;
/** Doubt of a screw's effect once it, or a sister, was turned: what the first turn leaves open. Ours; the latter is the prior's. */
const KNOWN_AFTER_TURN = 0.06;
const KNOWN_BY_SISTER = 0.2;
/** Of two moves with equal prospects the one that leaves less is better: this for each half tolerance left (root mean square). */
const NEARNESS = 0.01;
/** Where along the sizes that states ask for a first move is tried. */
const QUANTILES = [0.1, 0.3, 0.5, 0.7, 0.9];

/**
 * The first move of the shortest way to a goal, looked for ahead over the coupling of all screws: states are drawn; for each, the
 * smallest set of screws that would finish the work is known by linear algebra (the gain of a screw changes how far it is turned, not
 * which way it moves the errors); a first move is worth what it leaves to do, on the mean of all states. A state's own gain is not known
 * to the hand, so a first move that is right for one state is wrong for another: that sizes it with care.
 */
export function planMoves<S extends PossibleState>(goal: Goal<S>, seed: number): MovePlan {
  const { screws, directions } = goal;
  const states = goal.states(DRAWS, seededRandom(seed));
  const dimensions = at(states, 0).errors.length;
  const outlook = createOutlook(screwSets(directions, dimensions), directions, dimensions);
  const { movesNow, wanted } = hindsight({ goal, outlook, states });
  const candidates = screws.flatMap((adjuster, screw) => {
    const expect = expecting(goal, outlook, screw);
    return sizesToTry(goal, screw, at(wanted, screw)).map((by) => ({ adjuster, turns: by, expect }));
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

interface Hindsight<S extends PossibleState> {
  readonly goal: Goal<S>;
  readonly outlook: Outlook;
  readonly states: readonly S[];
}

/** What each state would ask for if it were known: how many moves, and of each screw in its best set how many turns. */
function hindsight<S extends PossibleState>({ goal, outlook, states }: Hindsight<S>) {
  const wanted: number[][] = goal.screws.map(() => []);
  let sum = 0;
  for (const state of states) {
    sum += outlook.moves(state.errors, state.gains, goal.doubts);
    outlook.best.set?.screws.forEach((screw, k) => {
      wanted[screw]?.push(goal.turnsFor(state, screw, outlook.best.movement[k] ?? 0));
    });
  }
  return { movesNow: sum / states.length, wanted };
}

function sizesToTry({ doubts, headTurns }: Goal, screw: number, wanted: readonly number[]): readonly Turns[] {
  const sorted = [...wanted].sort((a, b) => a - b);
  if (sorted.length === 0) return [];
  const most = at(doubts, screw) < KNOWN ? LARGEST_KNOWN_MOVE : LARGEST_MOVE;
  const sizes = QUANTILES.map((share) => headTurns(screw, quantileOf(sorted, share), most));
  return [...new Set(sizes)].filter((size) => Math.abs(size) >= TURN_STEP);
}

/** Between two of the sorted values, so that reversed signs give reversed answers. */
function quantileOf(sorted: readonly number[], share: number): number {
  const place = share * (sorted.length - 1);
  const below = at(sorted, Math.floor(place));
  return below + (place - Math.floor(place)) * (at(sorted, Math.ceil(place)) - below);
}

function costOf({ moves, distance }: Prospects): number {
  return moves + NEARNESS * distance;
}

/** What is to be expected after a first move of a screw, over some of the possible states. */
function expecting<S extends PossibleState>(goal: Goal<S>, outlook: Outlook, screw: number) {
  const { screws, doubts } = goal;
  const { kind } = at(screws, screw);
  const learned = doubts.map((doubt, k) => {
    if (k === screw) return Math.min(doubt, KNOWN_AFTER_TURN);
    return screws[k]?.kind === kind ? Math.min(doubt, KNOWN_BY_SISTER) : doubt;
  });
  return (states: readonly S[], by: Turns): Prospects => {
    const reached = goal.reached(screw, by);
    const errors = new Float64Array(at(states, 0).errors.length);
    let moves = 0;
    let distance = 0;
    for (const state of states) {
      const mishap = goal.move(state, screw, reached, errors);
      moves += outlook.moves(errors, state.gains, learned);
      distance += Math.sqrt(meanSquare(errors));
      moves += mishap;
    }
    return { moves: moves / states.length, distance: distance / states.length };
  };
}

/** Last part first: sums must come out as they always did, to the bit. */
function meanSquare(errors: Float64Array): number {
  const last = errors.length - 1;
  let squares = (errors[last] ?? 0) ** 2;
  for (let i = 0; i < last; i += 1) squares += (errors[i] ?? 0) ** 2;
  return squares / errors.length;
}
