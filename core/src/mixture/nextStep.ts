import { at } from '../basics';
import { isStepped, sharesPlenum } from '../setup';
import { beforeLooking, sensorsToCheck } from './beforeLooking';
import { circuitDirection, type MixtureState } from './belief';
import { type Circuit, mixtureScrews } from './circuits';
import { firstOpenings } from './firstOpening';
import { goesRound, lookAt, orderedInstruments, tells, wantsAnother } from './looks';
import { believed, type Mixture } from './mixture';
import { turnsToLean } from './move';
import { probeWorth } from './probe';
import type { MixtureStep } from './step';
import { type CircuitStand, isFreshWith, standOf, unseenCylinders } from './target';
import { canTurn, chosenScrew, turnStep, turnsOn } from './turnStep';
import type { MixtureInstrument } from './words';

/** Where the mixture stands, and what is next; no next step when nothing more can be told or set. */
export interface MixtureOutlook {
  readonly stands: readonly CircuitStand[];
  readonly next: MixtureStep | undefined;
  /** Circuits that are as good as can be told without being sure. */
  readonly untold: readonly string[];
}

/** Sure enough that a circuit is within its tolerance: by a figure, and by what eye, ear and speed can show. Ours. */
const SURE = { figure: 0.92, answer: 0.8 } as const;
/** A probe that tells less than this, nats, is not worth its turn; nor one that costs more of the speed. Ours. */
const LEAST_WORTH = 0.12;
const LARGEST_DROP = 0.05;
/** What a turn costs, nats: a large one takes the engine far from where it was. Ours. */
const PER_TURN = 0.08;
/** A circuit whose doubt is more than this share of its tolerance is looked at with whatever else there is. Ours. */
const VAGUE = 0.6;
const PROBES = [1 / 8, 1 / 4, 3 / 8, 1 / 2, 3 / 4, 1] as const;
/** Looks and turns of one circuit after which it is left as it is: what has not told by then will not. Ours. */
const MOST_TURNS = 8;
const LAST_TURNS = 3;
const MOST_SHOWN = 16;

/** Where every circuit stands, and the step that comes next. */
export function mixtureOutlook(mixture: Mixture): MixtureOutlook {
  const state = believed(mixture);
  const stands = mixture.layout.circuits.map((circuit) => standOf(mixture, state, circuit));
  const untold: string[] = [];
  const first = beforeLooking(mixture, state);
  // An engine that does not run for all that was done shows nothing more.
  if (first === 'nothing') return { stands, next: undefined, untold: stands.map(({ circuit }) => circuit.throat) };
  if (first !== undefined) return { stands, next: first, untold };
  const unchecked = sensorsToCheck(mixture);
  if (unchecked.length > 0) return { stands, next: { do: 'freeAir', places: unchecked }, untold };
  for (const work of inOrder(mixture, stands)) {
    const found = workOn(mixture, state, work);
    if (found !== 'settled' && found !== 'untold') return { stands, next: found, untold };
    if (found === 'untold') untold.push(...work.map(({ circuit }) => circuit.throat));
  }
  return { stands, next: jetForOpening(mixture, state, stands), untold };
}

/** Where the idle is right and the first opening lean, a pilot jet that is larger, if the bank has one to change. */
function jetForOpening(
  mixture: Mixture,
  state: MixtureState,
  stands: readonly CircuitStand[],
): MixtureStep | undefined {
  const screws = mixtureScrews(mixture.layout.setup);
  for (const { is, throat } of firstOpenings(mixture, stands)) {
    const circuit = stands.find((stand) => stand.circuit.throat === throat)?.circuit;
    const screw = circuit?.screws.map((reached) => reached.screw).find((place) => screws[place]?.kind === 'pilotJet');
    const adjuster = screws[screw ?? -1];
    if (circuit === undefined || screw === undefined || adjuster === undefined) continue;
    const by = is === 'firstOpeningLean' ? -1 : 1;
    const step = turnStep(mixture, state, { screw, adjuster, circuit, by, purpose: 'opening', drop: 0 });
    if (step !== undefined) return step;
  }
  return undefined;
}

/** Circuits by the screw that reaches them, the one under way first, then the one furthest from its target. */
function inOrder(mixture: Mixture, stands: readonly CircuitStand[]): readonly (readonly CircuitStand[])[] {
  const screws = mixtureScrews(mixture.layout.setup);
  const groups = new Map<number, CircuitStand[]>();
  for (const stand of stands) {
    const screw = at(stand.circuit.screws, 0).screw;
    groups.set(screw, [...(groups.get(screw) ?? []), stand]);
  }
  const underWay = screws.findIndex(({ id }) => id === mixture.lastTurned?.adjuster);
  const isEach = mixture.plan.instruments.includes('sensor') && mixture.plan.sensor === 'each';
  const weight = ([screw, of]: readonly [number, readonly CircuitStand[]]) => {
    const worst = Math.max(...of.map(({ error, sigma, tolerance }) => Math.abs(error / tolerance) + sigma / tolerance));
    return worst + (screw === underWay && !isEach ? 1e6 : 0);
  };
  return [...groups].sort((a, b) => weight(b) - weight(a)).map(([, of]) => of);
}

/** What to do about the circuits of one screw. */
function workOn(
  mixture: Mixture,
  state: MixtureState,
  work: readonly CircuitStand[],
): MixtureStep | 'settled' | 'untold' {
  const stand = work.reduce((worst, other) => (other.chance < worst.chance ? other : worst));
  const { circuit } = stand;
  const { by } = mixture.plan.rule;
  const sure = by === 'lambda' || by === 'co' ? SURE.figure : SURE.answer;
  const isRight = work.every(({ chance }) => chance >= sure);
  if (isRight && stand.fresh) return 'settled';
  const instruments = orderedInstruments(mixture, circuit);
  const unseen = instruments.find(
    (instrument) =>
      (!isFreshWith(mixture, circuit, instrument) || wantsAnother(mixture, circuit, instrument)) &&
      tells(mixture, circuit, instrument),
  );
  const seenOnce = stand.fresh;
  const isVague = stand.sigma > VAGUE * stand.tolerance;
  if (unseen !== undefined && (!seenOnce || (!isRight && isVague))) return lookAt(mixture, circuit, unseen);
  // Where a throat feeds several, each has a mixture of its own: the circuit's is their mean.
  const another = instruments.find(
    (instrument) =>
      goesRound(mixture, instrument) &&
      tells(mixture, circuit, instrument) &&
      unseenCylinders(mixture, circuit, instrument).length > 0,
  );
  if (another !== undefined && !isRight && isVague) return lookAt(mixture, circuit, another);
  const error = work.reduce((sum, one) => sum + one.error, 0) / work.length;
  const isPlain =
    Math.abs(error) > 0.45 * stand.tolerance &&
    (stand.sigma < 1.2 * stand.tolerance || Math.abs(error) > 1.3 * stand.sigma);
  const made = turnsOn(mixture, circuit);
  // A figure that says so plainly is followed longer than what is guessed.
  const isShown = stand.sigma < 0.5 * stand.tolerance;
  if (isPlain && made < (isShown ? MOST_SHOWN : MOST_TURNS)) {
    const step = targetTurn(mixture, state, { circuit, error });
    if (step !== undefined) return step;
  }
  if (made < MOST_TURNS) {
    const probe = bestProbe(mixture, state, { circuit, instruments });
    if (probe !== undefined) return probe;
  }
  // What was learned is used, however many turns it took.
  if (Math.abs(error) > 0.6 * stand.tolerance && made < MOST_TURNS + LAST_TURNS) {
    const step = targetTurn(mixture, state, { circuit, error });
    if (step !== undefined) return step;
  }
  return 'untold';
}

/** The turn that brings a circuit to its target: less than all of it while nobody knows what a turn does. */
function targetTurn(
  mixture: Mixture,
  state: MixtureState,
  { circuit, error }: { readonly circuit: Circuit; readonly error: number },
): MixtureStep | undefined {
  const { layout } = mixture;
  const chosen = chosenScrew(mixture, circuit, -error);
  if (chosen === undefined) return undefined;
  const place = layout.gain(chosen.screw);
  const doubt = Math.sqrt(state.covariance.get(place, place));
  const own = circuitDirection(layout, state, circuit).way.get(layout.lambda(circuit.place)) ?? 1;
  const isAlone = !sharesPlenum(layout.setup);
  const caution = mixture.turnedInAll[chosen.adjuster.id] === undefined ? 1 : 0.4;
  const by = turnsToLean(at(state.mean, place), isAlone ? -error / own : -error) * Math.exp(-caution * doubt);
  return turnStep(mixture, state, { ...chosen, circuit, by, purpose: 'target', drop: 0 });
}

function bestProbe(
  mixture: Mixture,
  state: MixtureState,
  { circuit, instruments }: { readonly circuit: Circuit; readonly instruments: readonly MixtureInstrument[] },
): MixtureStep | undefined {
  let best: { readonly worth: number; readonly by: number; readonly drop: number } | undefined;
  for (const by of PROBES.flatMap((size) => [size, -size])) {
    const chosen = chosenScrew(mixture, circuit, by);
    if (chosen === undefined || isStepped(chosen.adjuster) || !canTurn(mixture, chosen.adjuster, by)) continue;
    const worths = instruments.map((instrument) =>
      probeWorth(mixture, state, { circuit, screw: chosen.screw, instrument, by }),
    );
    const worth = worths.reduce((sum, one) => sum + one.worth, 0) - PER_TURN * Math.abs(by);
    const drop = Math.max(0, ...worths.map((one) => one.drop));
    if (worth > LEAST_WORTH && drop < LARGEST_DROP && (best === undefined || worth > best.worth))
      best = { worth, by, drop };
  }
  if (best === undefined) return undefined;
  const chosen = chosenScrew(mixture, circuit, best.by);
  return chosen && turnStep(mixture, state, { ...chosen, circuit, by: best.by, purpose: 'tell', drop: best.drop });
}
