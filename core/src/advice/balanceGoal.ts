import { at } from '../basics';
import { areaChange, type Belief, drawStates, layoutOf, reachedBy, turnToReach } from '../belief';
import type { Job } from '../job';
import { type Adjuster, actionOn } from '../setup';
import { turns } from '../units';
import { directionOf, errorsOf, targetScale } from './balanceErrors';
import { freeScrews, roomOf, steppedTurn } from './freeScrews';
import type { Goal, PossibleState } from './goal';

/** An engine that falls below this share of its idle stalls; that costs a start and a wait. Ours. */
const STALL_SHARE = 0.72;
const STALL_COST = 2;

interface BalanceState extends PossibleState {
  /** Logarithm of the idle against the one wanted, and how it follows the air. */
  readonly logSpeed: number;
  readonly speedSlope: number;
}

/** Throats that breathe alike, at the idle wanted. */
export function balanceGoal(job: Job, belief: Belief): Goal<BalanceState> {
  const { setup } = belief;
  const layout = layoutOf(setup);
  const screws = freeScrews(job);
  const scale = targetScale(belief);
  const throats = setup.throats.length;
  const places = screws.map(({ id }) => setup.adjusters.findIndex((adjuster) => adjuster.id === id));
  const last = places.map((place) => at(belief.lastTurned, place));
  const rooms = screws.map((adjuster) => roomOf(job, adjuster));
  const room = {
    roomOut: Float64Array.from(rooms, (of) => of.out),
    roomIn: Float64Array.from(rooms, (of) => of.in),
  };
  const ways = screws.map((adjuster) => wayOf(setup.throats, adjuster));
  return {
    screws,
    directions: screws.map((adjuster) => directionOf(belief, adjuster, scale)),
    doubts: Float64Array.from(places, (place) => {
      const gain = layout.gain(place);
      return Math.sqrt(belief.covariance.get(gain, gain));
    }),
    states: (count, random) =>
      drawStates(belief, { count, random }).map((state) => {
        const { errors, speedAllowed } = errorsOf(belief, state, scale);
        const gains = Float64Array.from(places, (place) => Math.exp(at(state, layout.gain(place))));
        return {
          errors,
          gains: { gains, ...room, speedAllowed },
          logSpeed: at(state, layout.speed) - Math.log(setup.targets.idleRpm),
          speedSlope: Math.exp(at(state, layout.speedSlope)),
        };
      }),
    turnsFor({ errors, gains }, screw, movement) {
      const { signs, count, lean } = at(ways, screw);
      const gain = at(gains.gains, screw);
      if (lean === 0) return movement / gain;
      // The open area grows alike with every turn, so a throat that stands further open gains less of its air.
      const stand =
        signs.reduce<number>((sum, sign, i) => sum + (Math.abs(sign) * at(errors, i)) / count, 0) * scale.halfTolerance;
      return (lean * Math.exp(stand) * (Math.exp(lean * movement) - 1)) / gain;
    },
    headTurns(screw, wanted, most) {
      const size = turnToReach(at(screws, screw), at(last, screw), wanted);
      return steppedTurn(Math.min(most, Math.max(-most, size)), at(rooms, screw));
    },
    reached: (screw, by) => reachedBy(at(screws, screw), at(last, screw), turns(by)).turns,
    // biome-ignore lint/complexity/useMaxParams: tried some hundred thousand times for an advice, so nothing is made for a call
    move(state, screw, reached, errors) {
      const { signs } = at(ways, screw);
      const movement = at(state.gains.gains, screw) * reached;
      let all = 0;
      for (let i = 0; i < throats; i += 1) {
        const stand = (state.errors[i] ?? 0) * scale.halfTolerance;
        const { change } = areaChange((signs[i] ?? 0) * movement * Math.exp(-stand));
        errors[i] = (state.errors[i] ?? 0) + change / scale.halfTolerance;
        all += change / throats;
      }
      errors[throats] = (state.errors[throats] ?? 0) + all / scale.halfBand;
      for (let i = 0; i < throats; i += 1) errors[i] = (errors[i] ?? 0) - all / scale.halfTolerance;
      const stalls = all < 0 && state.logSpeed + state.speedSlope * all < Math.log(STALL_SHARE);
      return stalls ? STALL_COST : 0;
    },
  };
}

/** Which throats a screw turned in moves which way; whether it opens all (1), closes all (-1), or does both (0). */
function wayOf(throats: Belief['setup']['throats'], adjuster: Adjuster) {
  const signs = throats.map(({ id }) => actionOn(adjuster, id));
  return {
    signs,
    count: signs.reduce<number>((sum, sign) => sum + Math.abs(sign), 0),
    lean: Math.sign(signs.reduce<number>((sum, sign) => sum + sign, 0)),
  };
}
