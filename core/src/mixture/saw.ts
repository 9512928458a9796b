import { at } from '../basics';
import type { EventOf } from '../job/events';
import type { MixtureLayout, MixtureState } from './belief';
import { cylindersOf, mixtureScrews } from './circuits';
import type { Mixture } from './mixture';
import { turned } from './move';
import { sightOf, type Witness } from './sights';
import { heardSpeed, lookedWith } from './speeds';
import { varianceAlong, weigh } from './update';
import { isOfRunning } from './words';

/** The mixture after something was seen of it. */
export function sawMixture(before: Mixture, event: EventOf<'mixtureSeen'>): Mixture {
  const { seen } = event;
  const alive = isOfRunning(seen) ? { ...before, stoodStill: 0 } : before;
  const mixture = event.rpm === undefined ? alive : heardSpeed(alive, event.rpm);
  const { witnesses, missing = mixture.missing, looked } = sightOf(mixture, seen);
  const { setup } = mixture.layout;
  return {
    ...(witnesses.length === 0 ? mixture : witnessed(mixture, witnesses)),
    seen: [...mixture.seen, { seen, clock: mixture.clock, turnsIn: mixture.turnsIn }],
    missing,
    looked:
      looked === undefined
        ? mixture.looked
        : lookedWith(mixture, looked.instrument, (throat) =>
            cylindersOf(setup, throat).some((k) => looked.cylinders.includes(k)),
          ),
    fromSeat:
      seen.how === 'turns' && seen.fromSeat !== null
        ? { ...mixture.fromSeat, [seen.adjuster]: seen.fromSeat }
        : mixture.fromSeat,
  };
}

/** How often turns are reckoned again with what they turn out to have done. */
const ROUNDS = 4;
/** Further off than this, standard deviations, and nothing that is believed explains a figure. Ours. */
const STARTLING = 4;
/** A screw may be worn, blocked or dead: what its turns do is then unsure by this, and may be less by that, logarithm; none does many times what was thought. Ours. */
const UNLIKE_ANY = 2;
const MOST_LESS = 4;
const MOST_MORE = 1.5;

/**
 * Evidence after turns. What a turn does to a mixture is no line in the logarithm of what a turn does, and the first turn of a screw may show that it does
 * three times what was thought: the turns since the last evidence are therefore reckoned anew about what they turn out to have done. Source:
 * iterated extended Kalman filter, Saerkkae (2013), algorithm 5.7 in its smoothing form. A plain figure that even so startles is explained
 * by a screw that is unlike any; what that does not explain was moved by something that nobody has told of.
 */
function witnessed(mixture: Mixture, witnesses: readonly Witness[]): Mixture {
  const { layout, since } = mixture;
  const after = (state: MixtureState): Mixture => ({ ...mixture, state, since: { state, turns: [] } });
  const plain = reckoned(layout, since, witnesses);
  if (explains(plain, witnesses)) return after(plain.state);
  const doubted = { state: doubtingScrews(layout, since), turns: since.turns };
  const unlike = since.turns.length > 0 ? reckoned(layout, doubted, witnesses) : plain;
  if (explains(unlike, witnesses)) return after(unlike.state);
  return after(witnesses.reduce((state, witness) => takenInAnew(layout, state, witness), mixture.state));
}

type Since = Mixture['since'];

/** The state after turns and evidence, and what was foreseen by these turns once it was known what they did. */
function reckoned(layout: MixtureLayout, since: Since, witnesses: readonly Witness[]) {
  const screws = mixtureScrews(layout.setup).map((_, screw) => layout.gain(screw));
  let astray: readonly number[] = screws.map(() => 0);
  for (let round = 1; ; round += 1) {
    const start = since.turns.reduce((state, turn) => turned(layout, state, { ...turn, astray }), since.state);
    const state = witnesses.reduce((before, witness) => takenIn(before, witness), start);
    const learned = screws.map((place) => at(state.mean, place) - at(start.mean, place));
    if (since.turns.length === 0 || round === ROUNDS) return { start, state, astray: learned };
    astray = learned.map((by) => Math.min(MOST_MORE, Math.max(-MOST_LESS, by)));
  }
}

/** Whether turns and evidence go together: nothing startles, and no screw would have done many times what was thought. */
function explains({ start, astray }: ReturnType<typeof reckoned>, witnesses: readonly Witness[]): boolean {
  return !startles(start, witnesses) && astray.every((by) => by <= MOST_MORE);
}

function takenIn(state: MixtureState, { figure, logLikelihood }: Witness): MixtureState {
  return weigh(state, figure(state), logLikelihood).state;
}

/** Whether a plain figure lies so far from what was foreseen that it cannot be chance. */
function startles(start: MixtureState, witnesses: readonly Witness[]): boolean {
  return witnesses.some(({ figure, plain }) => {
    if (plain === undefined) return false;
    const { value, direction } = figure(start);
    const deviation = Math.hypot(Math.sqrt(varianceAlong(start.covariance, direction)), plain.doubt);
    const off = plain.shown - value;
    return (plain.isBound ? -off : Math.abs(off)) > STARTLING * deviation;
  });
}

/** The state in which the screws that were turned since may do anything. */
function doubtingScrews(layout: MixtureLayout, { state, turns }: Since): MixtureState {
  const covariance = state.covariance.clone();
  for (const [screw, { id }] of mixtureScrews(layout.setup).entries()) {
    if (!turns.some(({ adjuster }) => adjuster === id)) continue;
    const place = layout.gain(screw);
    covariance.set(place, place, covariance.get(place, place) + UNLIKE_ANY ** 2);
  }
  return { mean: state.mean, covariance };
}

/** A witness weighed; where its plain figure startles it is believed, and what was believed of its throats is not. */
function takenInAnew(layout: MixtureLayout, state: MixtureState, witness: Witness): MixtureState {
  const { figure, plain } = witness;
  if (plain === undefined || !startles(state, [witness])) return takenIn(state, witness);
  const off = plain.shown - figure(state).value;
  const covariance = state.covariance.clone();
  for (const throat of plain.throats) {
    const place = layout.lambda(throat);
    const variance = covariance.get(place, place) + off * off;
    // What hung together with it hung on what is now doubted.
    for (let other = 0; other < covariance.rows; other += 1) {
      covariance.set(place, other, 0);
      covariance.set(other, place, 0);
    }
    covariance.set(place, place, variance);
  }
  return takenIn({ mean: state.mean, covariance }, witness);
}
