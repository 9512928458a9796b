import { at } from '../basics';
import { type Adjuster, isStepped, sharesPlenum } from '../setup';
import { type Turns, turns } from '../units';
import { circuitDirection, type MixtureState } from './belief';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import { firstOpenings } from './firstOpening';
import { BASE_TURNS, believed, type Mixture, placeOfScrew } from './mixture';
import { turned, turnsToLean } from './move';
import { probeWorth } from './probe';
import { wasDead } from './sights';
import { type CircuitStand, isFreshWith, isMissing, standOf, unseenCylinders } from './target';
import { COLLECTOR, type MixtureInstrument } from './words';

/** What is known of all circuits, with a plan of what they would be after a turn. */
export interface MixtureExpectation {
  readonly throat: string;
  readonly lambda: number;
  readonly doubt: number;
}

export type TurnPurpose = 'base' | 'alive' | 'target' | 'tell' | 'opening';

/** The next step on a mixture. Without words. */
export type MixtureStep =
  /** Look at these exhausts, cylinders or throats with this. */
  | {
      readonly do: 'look';
      readonly instrument: MixtureInstrument;
      readonly places: readonly string[];
      readonly purpose: 'first' | 'afterTurn' | 'check';
    }
  /** Count this screw in to its seat, write it down, and turn it back out. The engine stands. */
  | { readonly do: 'count'; readonly adjuster: string }
  /** Hold these sensors in free air and say what oxygen they show. */
  | { readonly do: 'freeAir'; readonly places: readonly string[] }
  | {
      readonly do: 'turn';
      readonly adjuster: string;
      readonly turns: Turns;
      readonly way: 'richer' | 'leaner';
      readonly throats: readonly string[];
      /**
       * `base`: to its base turns; `alive`: an engine that does not idle gets fuel first; `target`: to where it should be; `tell`: to see how the engine
       * answers; `opening`: for the first opening, its screw is set again after.
       */
      readonly purpose: TurnPurpose;
      readonly expected: readonly MixtureExpectation[];
      /** Expected change of the idle, as a share, where a hill is climbed. */
      readonly drop: number;
    };

/** Where the mixture stands, and what is next; no next step when nothing more can be told or set. */
export interface MixtureOutlook {
  readonly stands: readonly CircuitStand[];
  readonly next: MixtureStep | undefined;
  /** Circuits that are as good as can be told without being sure. */
  readonly untold: readonly string[];
}

/** Sure enough that a circuit is within its tolerance: by a figure, and by what eye, ear and speed can show. Ours. */
const SURE = { figure: 0.92, answer: 0.8 } as const;
/** A step of a mixture screw, turns; and the largest in one go. common practice, no source: eighths and sixteenths. */
const FINE = 1 / 16;
/** Where a sixteenth would go past, for some screws make two tenths of lambda in half a turn: half of one, which a steady hand still makes. Ours. */
const FINEST = 1 / 32;
const FINEST_BELOW = (3 / 4) * FINE;
const COARSE = 1 / 8;
const COARSE_FROM = 3 / 8;
const LARGEST = 1;
const LARGEST_TO_BASE = 4;
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

/** What instruments tell most of, best first, by the rule. */
const TELLS: readonly MixtureInstrument[] = ['sensor', 'co', 'tachometer', 'colour', 'lift', 'ears'];
const TELLS_OF_EDGE: readonly MixtureInstrument[] = ['tachometer', 'ears', 'sensor', 'co', 'colour', 'lift'];

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

/** A screw this far from its base is set to it before anything is looked at, turns. common practice, no source. */
const OFF_BASE = 0.75;
/** An engine that does not idle is given so much more fuel by each screw in turn; and so many rounds of it. Ours. */
const ALIVE_TURNS = 3 / 8;
const ALIVE_ROUNDS = 3;
/** Richer than its target by so many standard deviations an engine that hardly runs is drowned, not starved. Ours. */
const DROWNED = 1.5;

/** Screws are counted and set to their base first; an engine that does not idle gets fuel before it is opened. */
function beforeLooking(mixture: Mixture, state: MixtureState): MixtureStep | 'nothing' | undefined {
  const { layout, seen, fromSeat, screwTurns, stoodStill, stoodAt, touched } = mixture;
  const screws = mixtureScrews(layout.setup);
  const asked = new Set(seen.flatMap((each) => (each.seen.how === 'turns' ? [each.seen.adjuster] : [])));
  const turning = screws.flatMap((adjuster, screw) => (isStepped(adjuster) ? [] : [{ adjuster, screw }]));
  const uncounted = turning.find(({ adjuster }) => !asked.has(adjuster.id))?.adjuster;
  if (uncounted !== undefined) return { do: 'count', adjuster: uncounted.id };
  const step = (screw: number, by: number, purpose: 'base' | 'alive') => {
    const adjuster = screws[screw];
    const circuit = layout.circuits.find(({ screws: of }) => of.some((reached) => reached.screw === screw));
    if (adjuster === undefined || circuit === undefined) return undefined;
    return turnStep(mixture, state, { screw, adjuster, circuit, by, purpose, drop: 0 });
  };
  // A figure says which way its screw should go; without one its base turns are the best guess.
  const isBlind = !layout.setup.cylinders.some((_, k) => hasFigure(mixture, k));
  for (const [screw, { id }] of isBlind ? screws.entries() : []) {
    const counted = fromSeat[id];
    if (counted === undefined || screwTurns[id] !== undefined || Math.abs(counted - BASE_TURNS) < OFF_BASE) continue;
    const found = step(screw, leanerBy(layout.setup, id, counted - BASE_TURNS), 'base');
    if (found !== undefined) return found;
  }
  const wake = (round: number) => {
    const screw = turning[round % Math.max(1, turning.length)]?.screw;
    return screw === undefined ? undefined : step(screw, wakesBy(mixture, state, screw), 'alive');
  };
  // Whether the last turn woke it is for the engine to say.
  const stands = stoodAt > Math.max(...touched);
  if (stands) return stoodStill <= ALIVE_ROUNDS * turning.length ? wake(stoodStill - 1) : 'nothing';
  const made = Object.values(screwTurns).reduce<number>((sum, count) => sum + (count ?? 0), 0);
  if (barelyRuns(mixture) && made < ALIVE_ROUNDS * turning.length) return wake(made);
  const dead = layout.circuits.find(
    (circuit) => burnsNowhere(mixture, circuit) && turnsOn(mixture, circuit) < ALIVE_ROUNDS * circuit.screws.length,
  );
  return dead && wake(turning.findIndex(({ screw }) => screw === at(dead.screws, 0).screw));
}

/** Turns leaner that may bring an engine to life: fuel, unless it is plainly drowned. */
function wakesBy(mixture: Mixture, state: MixtureState, screw: number): number {
  const drowned = mixture.layout.circuits
    .filter(({ screws }) => screws.some((reached) => reached.screw === screw))
    .map((circuit) => standOf(mixture, state, circuit))
    .every(({ error, sigma }) => error < -DROWNED * sigma);
  return drowned ? ALIVE_TURNS : -ALIVE_TURNS;
}

/** Whether an instrument shows a figure of a cylinder that can be believed: a two-stroke that fires now and then shows none. */
function hasFigure({ plan, missing }: Mixture, cylinder: number): boolean {
  const isShown = plan.instruments.includes('sensor') || plan.instruments.includes('co');
  return isShown && at(missing, cylinder) < 0.5;
}

/** A circuit of a four-stroke none of whose cylinders burns, as a sensor last saw them. */
function burnsNowhere({ layout, ...mixture }: Mixture, circuit: Circuit): boolean {
  const { setup } = layout;
  const cylinders = cylindersOf(setup, circuit.place).map((k) => setup.cylinders[k]?.id ?? '');
  return setup.engine.strokes === 4 && cylinders.every((cylinder) => wasDead({ layout, ...mixture }, cylinder));
}

/** Slower than this share of its idle an engine that misses barely runs. Ours. */
const BARELY = 0.88;

/**
 * A four-stroke that misses everywhere and idles far too slowly: as good as dead, it wants fuel before it is opened. Two-strokes miss at every idle. Rich
 * misses look alike; fuel then slows it more, and a few eighths are soon taken back.
 */
function barelyRuns({ layout, rpm, ...mixture }: Mixture): boolean {
  const { setup, circuits } = layout;
  const isSlow = rpm !== undefined && rpm < BARELY * setup.targets.idleRpm;
  return (
    setup.engine.strokes === 4 && isSlow && circuits.every((circuit) => isMissing({ layout, rpm, ...mixture }, circuit))
  );
}

/** Sensors that nobody has held in free air yet: `sensor` stands for the only one. */
function sensorsToCheck({ plan, seen, layout }: Mixture): readonly string[] {
  if (!plan.instruments.includes('sensor')) return [];
  const checked = seen.flatMap((each) => (each.seen.how === 'freeAir' ? [each.seen.exhaust] : []));
  if (plan.sensor !== 'each') return checked.length > 0 ? [] : ['sensor'];
  return layout.setup.cylinders.map(({ id }) => id).filter((id) => !checked.includes(id));
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
    (instrument) => !isFreshWith(mixture, circuit, instrument) && tells(mixture, circuit, instrument),
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
  if (isPlain && made < MOST_TURNS) {
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

function orderedInstruments(mixture: Mixture, circuit: Circuit): readonly MixtureInstrument[] {
  const { plan } = mixture;
  const isEdge = plan.rule.by === 'leanBest' || plan.rule.by === 'leanDrop';
  const has = (instrument: MixtureInstrument) =>
    // Where a sensor is no evidence, the speed that gauges show too is better than nothing.
    plan.instruments.includes(instrument) ||
    (instrument === 'tachometer' && plan.order !== 'mixtureOnly' && isMissing(mixture, circuit));
  return (isEdge ? TELLS_OF_EDGE : TELLS).filter(has);
}

/** Whether an instrument sees one cylinder at a time. */
function goesRound({ plan }: Mixture, instrument: MixtureInstrument): boolean {
  if (instrument === 'colour') return true;
  return (instrument === 'sensor' || instrument === 'co') && plan.sensor === 'carried';
}

/** Whether an instrument can say anything of a circuit now. */
function tells(mixture: Mixture, circuit: Circuit, instrument: MixtureInstrument): boolean {
  // A speed alone says nothing: it is what the answer to a turn is compared with.
  if (instrument === 'tachometer') return mixture.rpm === undefined || isUnderWay(mixture, circuit);
  if (instrument === 'ears') return isUnderWay(mixture, circuit);
  if (instrument === 'lift') return mixture.layout.setup.throats[circuit.place]?.throttle === 'constantDepression';
  return instrument !== 'sensor' || !isMissing(mixture, circuit);
}

function isUnderWay({ sweep }: Mixture, circuit: Circuit): boolean {
  return sweep !== undefined && circuit.screws.some(({ screw }) => screw === sweep.screw);
}

function firstExhaust({ layout }: Mixture, { place }: Circuit): string {
  const [cylinder = 0] = cylindersOf(layout.setup, place);
  return layout.setup.cylinders[cylinder]?.id ?? '';
}

function lookAt(mixture: Mixture, circuit: Circuit, instrument: MixtureInstrument): MixtureStep {
  const { plan, layout, looked, touched } = mixture;
  const before = looked[circuit.place]?.[instrument];
  const purpose = before === undefined ? 'first' : at(touched, circuit.place) > before ? 'afterTurn' : 'check';
  const isExhaust = instrument === 'sensor' || instrument === 'co';
  if (isExhaust && plan.sensor === 'collector') return { do: 'look', instrument, places: [COLLECTOR], purpose };
  if (instrument === 'sensor' && plan.sensor === 'each')
    return { do: 'look', instrument, places: layout.setup.cylinders.map(({ id }) => id), purpose };
  const [next = firstExhaust(mixture, circuit)] = unseenCylinders(mixture, circuit, instrument);
  const places = instrument === 'lift' ? [circuit.throat] : [next];
  return {
    do: 'look',
    instrument,
    places: instrument === 'tachometer' || instrument === 'ears' ? [] : places,
    purpose,
  };
}

/** Turns made on a circuit's screws that still count. */
function turnsOn({ screwTurns, layout }: Mixture, circuit: Circuit): number {
  const screws = mixtureScrews(layout.setup);
  return circuit.screws.reduce((sum, { screw }) => sum + (screwTurns[screws[screw]?.id ?? ''] ?? 0), 0);
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
    if (chosen === undefined || isStepped(chosen.adjuster)) continue;
    if (roundTurns(mixture, chosen.adjuster, { leaner: by }) === 0) continue;
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

interface Chosen {
  readonly screw: number;
  readonly adjuster: Adjuster;
}

/** The screw of a circuit that has room to lean (rich negative); on one plenum the one that lags behind its sisters, so that all end alike. */
function chosenScrew(mixture: Mixture, circuit: Circuit, leaner: number): Chosen | undefined {
  const { layout } = mixture;
  const screws = mixtureScrews(layout.setup);
  const places = sharesPlenum(layout.setup)
    ? layout.circuits.flatMap(({ screws: of }) => of.map(({ screw }) => screw))
    : circuit.screws.map(({ screw }) => screw);
  const able = [...new Set(places)].flatMap((screw) => {
    const adjuster = screws[screw];
    const least = adjuster !== undefined && isStepped(adjuster) ? 1 : FINE;
    return adjuster === undefined || roundTurns(mixture, adjuster, { leaner: least * Math.sign(leaner) }) === 0
      ? []
      : [{ screw, adjuster }];
  });
  const gone = ({ adjuster: { id } }: Chosen) =>
    Math.sign(leaner) * leanerBy(layout.setup, id, BASE_TURNS - placeOfScrew(mixture, id));
  // What turns while it runs before what needs the bowl off.
  const turning = able.filter(({ adjuster }) => !isStepped(adjuster));
  return (turning.length > 0 ? turning : able).sort((a, b) => gone(a) - gone(b))[0];
}

/** Turns in for turns leaner, in steps that people make, no further than seat and end. */
function roundTurns(
  { layout, turnsIn, fromSeat, diesBeyond }: Mixture,
  { id, kind, range }: Adjuster,
  { leaner, most = LARGEST }: { readonly leaner: number; readonly most?: number },
): number {
  const wanted = Math.min(most, Math.abs(leaner)) * Math.sign(leanerBy(layout.setup, id, 1)) * Math.sign(leaner);
  const now = turnsIn[id] ?? 0;
  if (isStepped({ kind })) {
    const sizes = Math.min(1, Math.round(Math.abs(wanted)), wanted > 0 ? range.inTurns - now : range.outTurns + now);
    return sizes < 1 ? 0 : Math.sign(wanted);
  }
  const step = Math.abs(wanted) < FINEST_BELOW ? FINEST : Math.abs(wanted) < COARSE_FROM ? FINE : COARSE;
  const dies = diesBeyond[id];
  const inwards = Math.min(range.inTurns - now, fromSeat[id] ?? LARGEST_TO_BASE, (dies?.in ?? range.inTurns) - now);
  const room = wanted > 0 ? inwards : Math.min(range.outTurns + now, now - (dies?.out ?? -range.outTurns));
  const size = Math.min(Math.round(Math.abs(wanted) / step) * step, Math.floor((room + 1e-9) / FINEST) * FINEST);
  return size <= 0 ? 0 : Math.sign(wanted) * size;
}

function turnStep(
  mixture: Mixture,
  state: MixtureState,
  {
    adjuster,
    circuit,
    by,
    purpose,
    drop,
  }: Chosen & {
    readonly circuit: Circuit;
    readonly by: number;
    readonly purpose: TurnPurpose;
    readonly drop: number;
  },
): MixtureStep | undefined {
  const { layout } = mixture;
  const rounded = roundTurns(mixture, adjuster, { leaner: by, most: purpose === 'base' ? LARGEST_TO_BASE : LARGEST });
  if (rounded === 0) return undefined;
  const after = turned(layout, state, { adjuster: adjuster.id, turns: rounded });
  return {
    do: 'turn',
    adjuster: adjuster.id,
    turns: turns(rounded),
    way: by > 0 ? 'leaner' : 'richer',
    throats: adjuster.acts.map(({ throat }) => throat),
    purpose,
    expected: layout.circuits.map((other) => {
      const { lambda, doubt } = standOf(mixture, after, other);
      return { throat: other.throat, lambda, doubt };
    }),
    drop: circuit.screws.length > 0 ? drop : 0,
  };
}
