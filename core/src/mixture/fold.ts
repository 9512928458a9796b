import { at } from '../basics';
import { LEAST_SUPPLY_V } from '../instruments/widebandLambda';
import type { EventOf, JobEvent } from '../job/events';
import { effectiveEvents } from '../job/undo';
import { actionOn, concernOf, enrichmentOn, type Setup, sharesPlenum } from '../setup';
import {
  MIXTURE_PRIOR,
  type MixtureLayout,
  type MixturePlan,
  type MixtureState,
  meanDirection,
  mixtureLayout,
  mixturePrior,
  type Seen,
} from './belief';
import { cylindersOf, mixtureScrews } from './circuits';
import { climbed, type Sweep } from './hill';
import {
  coDensity,
  colourChance,
  liftChance,
  normalBelow,
  plugChance,
  sensorDensity,
  warmthChance,
} from './likelihoods';
import { turned } from './move';
import { type Direction, weigh } from './update';
import { COLLECTOR, type MixtureInstrument } from './words';

/** What was seen, and when against the turns: counted in events. */
export interface SeenAt {
  readonly seen: Seen;
  readonly clock: number;
  /** Where the screws stood, turns in since found. */
  readonly turnsIn: Readonly<Record<string, number>>;
}

/** Everything that is known of a job's mixture. */
export interface Mixture {
  readonly plan: MixturePlan;
  readonly layout: MixtureLayout;
  /** Without the speeds of the sweep under way; see `believed`. */
  readonly state: MixtureState;
  readonly sweep: Sweep | undefined;
  /** Counts events. */
  readonly clock: number;
  /** For each throat, when something last moved its mixture; -1 for never. */
  readonly touched: readonly number[];
  /** For each throat and instrument, when it was last looked at with it. */
  readonly looked: readonly Partial<Record<MixtureInstrument, number>>[];
  readonly seen: readonly SeenAt[];
  /** For each cylinder: how probable it is that cycles miss. */
  readonly missing: readonly number[];
  /** Turns in since found, by adjuster; from the seat now, where that was counted. */
  readonly turnsIn: Readonly<Record<string, number>>;
  readonly fromSeat: Readonly<Record<string, number>>;
  /** The last turn of a stop or a mixture screw. */
  readonly lastTurned: { readonly adjuster: string; readonly turns: number } | undefined;
  /** How far each screw was turned in all, either way. */
  readonly turnedInAll: Readonly<Record<string, number>>;
  /** How often each mixture screw was turned, less what a large turn of a stop has made old. */
  readonly screwTurns: Readonly<Record<string, number>>;
  readonly rpm: number | undefined;
  /** How often the engine stood still since it last showed anything, with nothing turned that a take-back would mend. */
  readonly stoodStill: number;
}

/** Misses that nobody has told of: a sound four-stroke has hardly any, an idling two-stroke fires now and then. Ours. */
const MISSING = { 2: 0.6, 4: 0.03 } as const;
/** Reported, or seen in a figure that flutters. Ours. */
const MISSING_SEEN = 0.85;
/** Single figures of a sound cylinder scatter by less than this share. Ours. */
const FLUTTER = 0.03;
/** How far lean a missing cylinder reads in the mean, logarithm. Ours. */
const LEAN_BY = { 2: 0.35, 4: 0.15 } as const;
/** A sensor's mean that says nothing of its own doubt. */
const SENSOR_DOUBT = 0.006;
/** Mixing in the collector is not even. Ours. */
const COLLECTOR_DOUBT = 0.015;
/** Doubt for each volt of the sensor's supply that lacks. Ours. */
const DOUBT_PER_VOLT = 0.05;
/** Oxygen of free air, percent (US Standard Atmosphere 1976: 20.95), and how well a sensor's check shows its slope. Ours. */
const FREE_AIR = 20.95;
const FREE_AIR_DOUBT = 0.004;
/** Base turns of a screw, and how well they foretell a mixture. common practice, no source (1.5 to 2.5); doubt ours. */
export const BASE_TURNS = 2;
const BASE_DOUBT = 0.13;
/** A speed that says nothing of its own doubt, rpm. */
const SPEED_DOUBT = 5;
/** The same word of the same place again tells little more: its ends are as unsure as before. Ours. */
const AGAIN = 0.15;

/** What a log says of its mixture; undefined for a job that has no plan for it. Deterministic; undone events do not count. */
export function mixtureOf(setup: Setup, events: readonly JobEvent[]): Mixture | undefined {
  const counted = effectiveEvents(events);
  const plan = counted.findLast((event): event is EventOf<'mixturePlan'> => event.kind === 'mixturePlan');
  if (plan === undefined) return undefined;
  return counted.reduce(foldMixture, startOf(setup, plan));
}

function startOf(setup: Setup, plan: MixturePlan): Mixture {
  const layout = mixtureLayout(setup);
  return {
    plan,
    layout,
    state: mixturePrior(layout, plan),
    sweep: undefined,
    clock: 0,
    touched: setup.throats.map(() => -1),
    looked: setup.throats.map(() => ({})),
    seen: [],
    missing: setup.cylinders.map(() => MISSING[setup.engine.strokes]),
    turnsIn: {},
    fromSeat: {},
    lastTurned: undefined,
    turnedInAll: {},
    screwTurns: {},
    rpm: undefined,
    stoodStill: 0,
  };
}

/** The state with the speeds of the sweep under way. */
export function believed(mixture: Mixture): MixtureState {
  const { sweep, layout, state } = mixture;
  return sweep === undefined ? state : climbed(layout, state, sweep);
}

function foldMixture(before: Mixture, event: JobEvent): Mixture {
  const mixture = { ...before, clock: before.clock + 1 };
  switch (event.kind) {
    case 'move':
      return movedBy(mixture, event);
    case 'mixtureSeen':
      return sawMixture(mixture, event);
    case 'responded':
      return event.answer.by === 'tachometer'
        ? heardSpeed(mixture, event.answer.rpm, event.answer.uncertaintyRpm)
        : heardTurn(mixture, event.answer.heard);
    case 'reading':
      return event.speed === undefined ? mixture : heardSpeed(mixture, event.speed.rpm, event.speed.uncertaintyRpm);
    case 'stalled':
      return stoodStill(mixture);
    case 'airflow':
      return event.rpm === undefined ? mixture : heardSpeed(mixture, event.rpm);
    default:
      return mixture;
  }
}

function movedBy(mixture: Mixture, { adjuster: id, turns: by }: EventOf<'move'>): Mixture {
  const { layout, turnsIn, fromSeat, clock } = mixture;
  const adjuster = layout.setup.adjusters.find((candidate) => candidate.id === id);
  if (adjuster === undefined || concernOf(adjuster) === 'linkage') return mixture;
  const isMixture = concernOf(adjuster) === 'mixture';
  // On one plenum every screw moves what all cylinders burn.
  const moves = (throat: string) =>
    isMixture ? sharesPlenum(layout.setup) || enrichmentOn(adjuster, throat) !== 0 : actionOn(adjuster, throat) !== 0;
  const screw = mixtureScrews(layout.setup).findIndex((candidate) => candidate.id === id);
  const open = isMixture && mixture.sweep?.screw === screw ? mixture.sweep : undefined;
  // Another screw ends a sweep: what its speeds say is taken in before the state moves on.
  const state = open === undefined ? believed(mixture) : mixture.state;
  const leaner = leanerBy(layout.setup, id, by);
  const seat = fromSeat[id];
  return {
    ...mixture,
    state: turned(layout, state, { adjuster: id, turns: by }),
    sweep: isMixture ? { ...(open ?? newSweep(screw, mixture)), now: (open?.now ?? 0) + leaner } : undefined,
    touched: layout.setup.throats.map((throat, i) => (moves(throat.id) ? clock : at(mixture.touched, i))),
    turnsIn: { ...turnsIn, [id]: (turnsIn[id] ?? 0) + by },
    fromSeat: seat === undefined ? fromSeat : { ...fromSeat, [id]: seat - by },
    lastTurned: { adjuster: id, turns: by },
    turnedInAll: { ...mixture.turnedInAll, [id]: (mixture.turnedInAll[id] ?? 0) + Math.abs(by) },
    screwTurns: isMixture
      ? { ...mixture.screwTurns, [id]: (mixture.screwTurns[id] ?? 0) + 1 }
      : begunAnew(mixture, Math.abs(by)),
    rpm: isMixture ? mixture.rpm : undefined,
    missing: layout.setup.cylinders.map((_, k) =>
      layout.setup.throats.some((throat, i) => moves(throat.id) && cylindersOf(layout.setup, i).includes(k))
        ? MISSING[layout.setup.engine.strokes]
        : at(mixture.missing, k),
    ),
  };
}

/** A mixture this far from right, logarithm, is what most often stops an idling engine. Ours. */
const STOPS_BEYOND = Math.log(1.25);

/** An engine that stood still: after a turn of a mixture screw, that went too far its way. */
function stoodStill(mixture: Mixture): Mixture {
  const { layout, lastTurned, sweep } = mixture;
  const circuit = sweep && layout.circuits.find(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  const count = { ...mixture, stoodStill: mixture.stoodStill + 1, rpm: undefined };
  if (circuit === undefined || lastTurned === undefined || mixture.stoodStill > 0) return count;
  const way = Math.sign(leanerBy(layout.setup, lastTurned.adjuster, lastTurned.turns));
  const place = layout.lambda(circuit.place);
  const { state } = weigh(
    mixture.state,
    { value: at(mixture.state.mean, place), direction: new Map([[place, 1]]) },
    (x) => Math.log(0.05 + 0.95 * normalBelow((way * x - STOPS_BEYOND) / 0.15)),
  );
  return { ...count, state };
}

/** Turns leaner for turns in, on the first throat that a screw reaches. */
export function leanerBy(setup: Setup, adjuster: string, turnsIn: number): number {
  const screw = setup.adjusters.find(({ id }) => id === adjuster);
  const first = screw?.acts[0];
  return screw === undefined || first === undefined ? 0 : -enrichmentOn(screw, first.throat) * turnsIn;
}

/** A stop turned this far makes what was found about mixtures old: so many of their turns are forgotten. Ours. */
const MAKES_OLD = 3 / 8;
const GIVEN_BACK = 2;

function begunAnew({ screwTurns }: Mixture, by: number): Mixture['screwTurns'] {
  if (by < MAKES_OLD) return screwTurns;
  return Object.fromEntries(Object.entries(screwTurns).map(([id, made]) => [id, made - Math.min(made, GIVEN_BACK)]));
}

function newSweep(screw: number, { rpm, sweep }: Mixture): Sweep {
  const last = sweep?.points.at(-1);
  const start = sweep !== undefined && last?.leaner === sweep.now ? last : undefined;
  // A speed from before the last turn of another screw is no speed of this place.
  const plain = sweep === undefined && rpm !== undefined ? { rpm, uncertainty: SPEED_DOUBT } : undefined;
  const known = start ?? plain;
  return {
    screw,
    points: known === undefined ? [] : [{ leaner: 0, rpm: known.rpm, uncertainty: known.uncertainty }],
    heard: [],
    now: 0,
  };
}

function heardSpeed(mixture: Mixture, rpm: number, uncertainty = SPEED_DOUBT): Mixture {
  const { sweep, layout } = mixture;
  if (!(rpm > 0)) return mixture;
  if (sweep === undefined) return { ...mixture, rpm, stoodStill: 0 };
  const point = { leaner: sweep.now, rpm, uncertainty: Math.max(1, uncertainty) };
  const throats = layout.circuits.filter(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  return {
    ...mixture,
    rpm,
    stoodStill: 0,
    sweep: { ...sweep, points: [...sweep.points, point] },
    looked: lookedWith(mixture, 'tachometer', (i) => throats.some(({ place }) => place === i)),
  };
}

function heardTurn(mixture: Mixture, heard: Sweep['heard'][number]['heard']): Mixture {
  const { sweep, lastTurned, layout } = mixture;
  if (sweep === undefined || lastTurned === undefined) return mixture;
  const by = leanerBy(layout.setup, lastTurned.adjuster, lastTurned.turns);
  const throats = layout.circuits.filter(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  return {
    ...mixture,
    sweep: { ...sweep, heard: [...sweep.heard, { from: sweep.now - by, to: sweep.now, heard }] },
    looked: lookedWith(mixture, 'ears', (i) => throats.some(({ place }) => place === i)),
  };
}

function lookedWith(
  { looked, clock }: Mixture,
  instrument: MixtureInstrument,
  where: (throat: number) => boolean,
): Mixture['looked'] {
  return looked.map((known, i) => (where(i) ? { ...known, [instrument]: clock } : known));
}

interface Witness {
  readonly cylinders: readonly number[];
  readonly offset?: number;
  readonly likelihood: (x: number) => number;
  /** Less than one where the same was said of the same before. */
  readonly weight?: number;
}

function witnessed(state: MixtureState, layout: MixtureLayout, witness: Witness): MixtureState {
  const { value, way } = meanDirection(layout, state, witness.cylinders);
  const direction: Direction = witness.offset === undefined ? way : new Map([...way, [witness.offset, 1]]);
  const shift = witness.offset === undefined ? 0 : at(state.mean, witness.offset);
  const weight = witness.weight ?? 1;
  return weigh(state, { value: value + shift, direction }, (x) => weight * Math.log(witness.likelihood(x))).state;
}

function sawMixture(before: Mixture, event: EventOf<'mixtureSeen'>): Mixture {
  const { seen } = event;
  const alive = seen.how === 'turns' || seen.how === 'freeAir' ? before : { ...before, stoodStill: 0 };
  const noted = event.rpm === undefined ? alive : heardSpeed(alive, event.rpm);
  const mixture = { ...noted, seen: [...noted.seen, { seen, clock: noted.clock, turnsIn: noted.turnsIn }] };
  const { layout } = mixture;
  const weight = isRepeated(mixture, seen) ? AGAIN : 1;
  const all = layout.setup.cylinders.map((_, k) => k);
  const places = (exhaust: string) =>
    exhaust === COLLECTOR ? all : layout.setup.cylinders.flatMap(({ id }, k) => (id === exhaust ? [k] : []));
  const fed = (cylinders: readonly number[]) => (throat: number) =>
    cylindersOf(layout.setup, throat).some((k) => cylinders.includes(k));
  const look = (state: MixtureState, instrument: MixtureInstrument, cylinders: readonly number[]): Mixture => ({
    ...mixture,
    state,
    looked: lookedWith(mixture, instrument, fed(cylinders)),
  });
  switch (seen.how) {
    case 'sensor':
      return sawSensor(mixture, seen);
    case 'co': {
      const cylinders = places(seen.exhaust);
      const missing = Math.max(...cylinders.map((k) => at(mixture.missing, k)));
      const leanBy = LEAN_BY[layout.setup.engine.strokes];
      const likelihood = (x: number) => coDensity(seen.percent, { missing, leanBy }, x);
      return look(witnessed(mixture.state, layout, { cylinders, likelihood }), 'co', cylinders);
    }
    case 'colour': {
      const cylinders = places(seen.cylinder);
      const likelihood = (x: number) => colourChance(seen.colour, seen.when, x);
      const missing = mixture.missing.map((m, k) =>
        cylinders.includes(k) ? (seen.colour === 'misses' ? MISSING_SEEN : Math.min(m, MISSING[4])) : m,
      );
      const state = witnessed(mixture.state, layout, { cylinders, likelihood, weight });
      return { ...look(state, 'colour', cylinders), missing };
    }
    case 'lift': {
      const throat = layout.setup.throats.findIndex(({ id }) => id === seen.throat);
      const cylinders = cylindersOf(layout.setup, throat);
      const likelihood = (x: number) => liftChance(seen.answer, x);
      return look(witnessed(mixture.state, layout, { cylinders, likelihood, weight }), 'lift', cylinders);
    }
    case 'warmth': {
      const likelihood = (x: number) => warmthChance(seen.against, x);
      return {
        ...mixture,
        state: witnessed(mixture.state, layout, { cylinders: places(seen.cylinder), likelihood, weight }),
      };
    }
    case 'plug': {
      const likelihood = (x: number) => plugChance(seen.colour, x);
      return {
        ...mixture,
        state: witnessed(mixture.state, layout, { cylinders: places(seen.cylinder), likelihood, weight }),
      };
    }
    case 'turns':
      return countedTurns(mixture, seen);
    case 'freeAir': {
      // Not checked, and said so: its offset stays as unsure as it was.
      if (seen.oxygenPercent === null) return mixture;
      const shown = Math.log(Math.max(1, seen.oxygenPercent) / FREE_AIR);
      const own = seen.exhaust === undefined ? 0 : (places(seen.exhaust)[0] ?? 0);
      const place = layout.offset(own);
      const { state } = weigh(
        mixture.state,
        { value: at(mixture.state.mean, place), direction: new Map([[place, 1]]) },
        (offset) => -0.5 * ((shown - offset) / FREE_AIR_DOUBT) ** 2,
      );
      return { ...mixture, state };
    }
    case 'firstOpening':
      return mixture;
  }
}

function sawSensor(mixture: Mixture, seen: Extract<Seen, { how: 'sensor' }>): Mixture {
  const { layout } = mixture;
  const { strokes } = layout.setup.engine;
  const short = Math.max(0, LEAST_SUPPLY_V - (seen.supplyV ?? LEAST_SUPPLY_V));
  let { state } = mixture;
  const looks = new Set<number>();
  const missing = [...mixture.missing];
  for (const { exhaust, lambda, uncertainty = SENSOR_DOUBT, flutter } of seen.figures) {
    const isCollector = exhaust === COLLECTOR;
    const cylinders = layout.setup.cylinders.flatMap(({ id }, k) => (isCollector || id === exhaust ? [k] : []));
    const first = cylinders[0];
    if (first === undefined) continue;
    const flutters = flutter !== undefined && flutter > FLUTTER * lambda;
    const steady = flutter !== undefined && !flutters;
    const known = Math.max(...cylinders.map((k) => at(missing, k)));
    const misses = flutters ? MISSING_SEEN : steady ? MISSING[4] : known;
    for (const k of cylinders) {
      missing[k] = misses;
      looks.add(k);
    }
    const doubt = Math.hypot(uncertainty / lambda, 0.003, short * DOUBT_PER_VOLT, isCollector ? COLLECTOR_DOUBT : 0);
    state = witnessed(state, layout, {
      cylinders,
      offset: layout.offset(isCollector ? 0 : first),
      likelihood: (x) => sensorDensity({ shown: lambda, doubt, missing: misses, leanBy: LEAN_BY[strokes] }, x),
    });
  }
  const fed = (throat: number) => cylindersOf(layout.setup, throat).some((k) => looks.has(k));
  return { ...mixture, state, missing, looked: lookedWith(mixture, 'sensor', fed) };
}

function countedTurns(mixture: Mixture, { adjuster, fromSeat }: Extract<Seen, { how: 'turns' }>): Mixture {
  if (fromSeat === null) return mixture;
  const { layout } = mixture;
  const circuit = layout.circuits.find(({ screws }) =>
    screws.some(({ screw }) => mixtureScrews(layout.setup)[screw]?.id === adjuster),
  );
  const counted = { ...mixture, fromSeat: { ...mixture.fromSeat, [adjuster]: fromSeat } };
  // Counted a second time it tells nothing that its turns have not told.
  if (circuit === undefined || mixture.fromSeat[adjuster] !== undefined) return counted;
  const out = leanerBy(layout.setup, adjuster, -(fromSeat - BASE_TURNS));
  const place = layout.lambda(circuit.place);
  const foretold = MIXTURE_PRIOR.lambda + Math.exp(MIXTURE_PRIOR.perTurn) * out;
  const { state } = weigh(
    counted.state,
    { value: at(counted.state.mean, place), direction: new Map([[place, 1]]) },
    (x) => -0.5 * ((x - foretold) / BASE_DOUBT) ** 2,
  );
  return { ...counted, state };
}

/** Whether the last that was seen of the same place in the same way, with nothing moved since, said the same. */
function isRepeated({ seen: all, touched, layout }: Mixture, seen: Seen): boolean {
  const place = placeOf(seen);
  return all.slice(0, -1).some((earlier) => {
    if (JSON.stringify(earlier.seen) !== JSON.stringify(seen)) return false;
    return throatsAt(layout, place).every((throat) => at(touched, throat) < earlier.clock);
  });
}

/** The cylinder, throat or screw that something was seen at. */
export function placeOf(seen: Seen): string | undefined {
  switch (seen.how) {
    case 'colour':
    case 'warmth':
    case 'plug':
      return seen.cylinder;
    case 'lift':
      return seen.throat;
    case 'co':
    case 'firstOpening':
      return seen.exhaust;
    case 'turns':
      return seen.adjuster;
    case 'sensor':
      return seen.figures.length === 1 ? seen.figures[0]?.exhaust : undefined;
    case 'freeAir':
      return undefined;
  }
}

function throatsAt({ setup }: MixtureLayout, place: string | undefined): readonly number[] {
  return setup.throats.flatMap(({ id, feeds }, i) =>
    place === undefined || id === place || feeds.includes(place) ? [i] : [],
  );
}
