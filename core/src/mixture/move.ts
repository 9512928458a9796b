import { at } from '../basics';
import { Transition } from '../belief/transition';
import { actionOn, concernOf, enrichmentOn, isStepped } from '../setup';
import type { Turns } from '../units';
import type { MixtureLayout, MixtureState } from './belief';
import { mixtureScrews } from './circuits';

/** A hand that means to turn by x turns turns by x with this standard deviation: as for the air. common practice, no source. */
const HAND_TURNS = 1 / 64;
const HAND_SHARE = 0.05;
/**
 * A turn adds or takes about the same fuel wherever the screw stands, so that it does more to lambda the leaner it is; a port that shares its
 * passage with the transfer slot bends that further. The logarithm of what a turn does grows by so much for each unit of log lambda. Ours.
 */
const BEND = 1.4;
const BEND_DOUBT = 0.8;
/** What is left of doubt about a turn's own effect, as a share of it. Ours. */
const OWN_DOUBT = 0.08;
/** A stop or knob moves lambda by some hundredths a turn, nobody knows which way: on its own throats, and on all by the idle. Ours. */
const BY_STOP = 0.06;
const BY_IDLE = 0.02;
/** No turn makes a mixture leaner than this many times as lean in one go. */
const MOST = 0.85;

/** What leaning by `by` turns does to the logarithm of lambda at a gain (logarithm for each turn), and its slope by that gain. */
export function leaned(gain: number, by: number): { readonly change: number; readonly slope: number } {
  const straight = Math.exp(gain) * by;
  const left = 1 - Math.min(MOST, BEND * straight);
  // At the most that a turn can do it does no more, whatever is thought of it.
  const slope = left > 1 - MOST ? straight / left : 0;
  return { change: -Math.log(left) / BEND, slope };
}

/** Turns that lean by so much: the inverse of `leaned`. */
export function turnsToLean(gain: number, change: number): number {
  return (1 - Math.exp(-BEND * change)) / (BEND * Math.exp(gain));
}

/** A screw turned in by so many turns. `astray`: how far, by screw, what a turn does is from what is thought, logarithm. */
export interface MadeTurn {
  readonly adjuster: string;
  readonly turns: Turns | number;
  readonly astray?: readonly number[];
}

/**
 * The state after a turn: of a mixture screw by what it does, of another by a doubt. With `astray`, what a turn does is followed in a straight line from there
 * instead of from what is thought.
 */
export function turned(
  layout: MixtureLayout,
  state: MixtureState,
  { adjuster: id, turns: by, astray = [] }: MadeTurn,
): MixtureState {
  const adjuster = layout.setup.adjusters.find((candidate) => candidate.id === id);
  if (adjuster === undefined || by === 0) return state;
  const turn = new Transition();
  if (concernOf(adjuster) !== 'mixture') {
    if (concernOf(adjuster) === 'linkage') return state;
    layout.setup.throats.forEach((throat, i) => {
      const moved = actionOn(adjuster, throat.id) === 0 ? BY_IDLE : BY_STOP;
      turn.widen(layout.lambda(i), (moved * by) ** 2);
    });
    return applied(turn, state);
  }
  const screw = mixtureScrews(layout.setup).findIndex((candidate) => candidate.id === id);
  const place = layout.gain(screw);
  const off = astray[screw] ?? 0;
  const hand = new Map<number, number>();
  let largest = 0;
  layout.setup.throats.forEach((throat, i) => {
    const enriches = enrichmentOn(adjuster, throat.id);
    if (enriches === 0) return;
    const { change, slope } = leaned(at(state.mean, place) + off, -enriches * by);
    turn.shift(layout.lambda(i), change - slope * off);
    turn.slope(layout.lambda(i), place, slope);
    turn.widen(layout.lambda(i), (OWN_DOUBT * change) ** 2);
    hand.set(layout.lambda(i), slope / by);
    if (Math.abs(change) > Math.abs(largest)) largest = change;
  });
  turn.shift(place, BEND * largest);
  // A size is the size that is stamped on it.
  if (!isStepped(adjuster)) turn.doubtAlong(hand, HAND_TURNS ** 2 + (HAND_SHARE * by) ** 2);
  turn.widen(place, 0.03 ** 2 + (BEND_DOUBT * largest) ** 2);
  return applied(turn, state);
}

function applied(turn: Transition, { mean, covariance }: MixtureState): MixtureState {
  const after = turn.apply({ mean, covariance });
  return { mean: after.mean, covariance: after.covariance };
}
