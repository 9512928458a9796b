import { at } from '../basics';
import { LEAST_SUPPLY_V } from '../instruments/widebandLambda';
import { MIXTURE_PRIOR, type MixtureLayout, type MixtureState, meanDirection, type Seen } from './belief';
import { cylindersOf, leanerBy, mixtureScrews } from './circuits';
import {
  coDensity,
  colourChance,
  liftChance,
  missesChance,
  plugChance,
  sensorDensity,
  warmthChance,
} from './likelihoods';
import { BASE_TURNS, MISSING, type Mixture } from './mixture';
import type { Direction } from './update';
import { COLLECTOR, type MixtureInstrument } from './words';

/** Evidence about one figure of the state. */
export interface Witness {
  readonly figure: (state: MixtureState) => { readonly value: number; readonly direction: Direction };
  readonly logLikelihood: (figure: number) => number;
  /** A plain figure, and its doubt: one that lies far from what is believed shows that something moved what nobody has told of. */
  readonly plain?: {
    readonly shown: number;
    readonly doubt: number;
    readonly throats: readonly number[];
    /** Cycles may miss, which a figure leaner than what burns would show: only a richer one startles. */
    readonly isBound: boolean;
  };
}

/** What one look says, and which cylinders were looked at with what. */
export interface Sight {
  readonly witnesses: readonly Witness[];
  /** For each cylinder, how probable it is that its cycles miss. */
  readonly missing?: readonly number[];
  readonly looked?: { readonly instrument: MixtureInstrument; readonly cylinders: readonly number[] };
}

/** Reported, or seen in a figure that flutters much. Ours. */
const MISSING_SEEN = 0.85;
/** Some cycles miss where a figure flutters a little: it may be near, or a little lean of what burns. Ours. */
const MISSING_SOME = 0.5;
/** And of a figure that was watched and does not flutter. Ours. */
const MISSING_STEADY = 0.003;
/** Single figures of a sound cylinder scatter by less than this share, and where more than some cycles miss by more than that. Ours. */
const FLUTTER = 0.03;
const FLUTTERS_MUCH = 0.1;
/** Misses that scatter a sensor's figures by a share make their mean lean by its square, times this: the cycles that one figure is a mean of. Ours. */
const CYCLES_IN_A_FIGURE = 10;
/** No mixture as lean as this burns in a four-stroke: what shows it is air that was pumped through. Ours: well past every lean limit. */
const NOTHING_BURNS = 2.5;
/** And what flutters as lean as this burns now and then at most. Ours. */
const HARDLY_BURNS = 1.8;
/** A turn of this much may be why misses began. Ours. */
const LEAST_TURN = 1 / 8;
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
/** How well base turns foretell a mixture, logarithm of lambda. Ours. */
const BASE_DOUBT = 0.13;
/** The same word of the same place again tells little more: its ends are as unsure as before. Ours. */
const AGAIN = 0.15;

/** What was just seen says: `mixture` as it stood before. */
export function sightOf(mixture: Mixture, seen: Seen): Sight {
  const { layout } = mixture;
  const { setup } = layout;
  const weight = wasSaid(mixture, seen) ? AGAIN : 1;
  const said = (cylinders: readonly number[], chance: (x: number) => number): readonly Witness[] => [
    { figure: meanOf(layout, cylinders), logLikelihood: (x) => weight * Math.log(chance(x)) },
  ];
  switch (seen.how) {
    case 'sensor':
      return bySensor(mixture, seen);
    case 'co': {
      const cylinders = seen.exhaust === COLLECTOR ? setup.cylinders.map((_, k) => k) : named(mixture, seen.exhaust);
      const missing = Math.max(...cylinders.map((k) => at(mixture.missing, k)));
      const { fuel } = mixture.plan;
      const chance = coDensity(seen.percent, { missing, leanBy: LEAN_BY[setup.engine.strokes], fuel });
      const witness = { figure: meanOf(layout, cylinders), logLikelihood: (x: number) => Math.log(chance(x)) };
      return { witnesses: [witness], looked: { instrument: 'co', cylinders } };
    }
    case 'colour': {
      const cylinders = named(mixture, seen.cylinder);
      return {
        witnesses: said(cylinders, (x) => colourChance(seen.colour, seen.when, x)),
        missing: mixture.missing.map((known, k) => {
          if (!cylinders.includes(k)) return known;
          return seen.colour === 'misses' ? MISSING_SEEN : Math.min(known, MISSING[4]);
        }),
        looked: { instrument: 'colour', cylinders },
      };
    }
    case 'lift': {
      const throat = setup.throats.findIndex(({ id }) => id === seen.throat);
      const cylinders = cylindersOf(setup, throat);
      return {
        witnesses: said(cylinders, (x) => liftChance(seen.answer, x)),
        looked: { instrument: 'lift', cylinders },
      };
    }
    case 'warmth':
      return { witnesses: said(named(mixture, seen.cylinder), (x) => warmthChance(seen.against, x)) };
    case 'plug':
      return { witnesses: said(named(mixture, seen.cylinder), (x) => plugChance(seen.colour, x)) };
    case 'turns':
      return { witnesses: byCount(mixture, seen) };
    case 'freeAir':
      return { witnesses: byFreeAir(mixture, seen) };
    case 'firstOpening':
      return { witnesses: [] };
  }
}

/** The mean mixture of some cylinders, with the slope of a sensor where it is seen by one. */
function meanOf(layout: MixtureLayout, cylinders: readonly number[], offset?: number): Witness['figure'] {
  return (state) => {
    const { value, way } = meanDirection(layout, state, cylinders);
    if (offset === undefined) return { value, direction: way };
    return { value: value + at(state.mean, offset), direction: new Map([...way, [offset, 1]]) };
  };
}

function partOf(place: number): Witness['figure'] {
  return ({ mean }) => ({ value: at(mean, place), direction: new Map([[place, 1]]) });
}

function named({ layout }: Mixture, cylinder: string): readonly number[] {
  return layout.setup.cylinders.flatMap(({ id }, k) => (id === cylinder ? [k] : []));
}

function bySensor(mixture: Mixture, seen: Extract<Seen, { how: 'sensor' }>): Sight {
  const { layout } = mixture;
  const { setup } = layout;
  const short = Math.max(0, LEAST_SUPPLY_V - (seen.supplyV ?? LEAST_SUPPLY_V));
  const isFourStroke = setup.engine.strokes === 4;
  const looks = new Set<number>();
  const missing = [...mixture.missing];
  const witnesses = seen.figures.flatMap(({ exhaust, lambda, uncertainty = SENSOR_DOUBT, flutter }): Witness[] => {
    const isCollector = exhaust === COLLECTOR;
    const cylinders = isCollector ? setup.cylinders.map((_, k) => k) : named(mixture, exhaust);
    const first = cylinders[0];
    if (first === undefined) return [];
    const isDead = isFourStroke && !isCollector && lambda > NOTHING_BURNS;
    const known = Math.max(...cylinders.map((k) => at(missing, k)));
    const misses = isDead ? MISSING_SEEN : afterFlutter(known, flutter === undefined ? undefined : flutter / lambda);
    for (const k of cylinders) {
      missing[k] = misses;
      looks.add(k);
    }
    // Misses that stay are no more news at the next look, whatever was turned: they may be none of the mixture's.
    const weight = missedLast(mixture, exhaust) ? AGAIN : 1;
    const side = sideOfMisses(mixture, exhaust);
    const byMisses = (x: number) => weight * Math.log(missesChance(x, side));
    if (isDead) return [{ figure: meanOf(layout, cylinders), logLikelihood: byMisses }];
    const doubt = Math.hypot(uncertainty / lambda, 0.003, short * DOUBT_PER_VOLT, isCollector ? COLLECTOR_DOUBT : 0);
    const most = LEAN_BY[setup.engine.strokes];
    const leanBy =
      flutter === undefined ? most : Math.min(most, Math.max(0.005, CYCLES_IN_A_FIGURE * (flutter / lambda) ** 2));
    const figure = meanOf(layout, cylinders, layout.offset(isCollector ? 0 : first));
    // A four-stroke that plainly misses is too rich or too lean to catch, which a figure leaner than what burns does not say.
    const limits = isFourStroke && misses === MISSING_SEEN ? byMisses : () => 0;
    const logLikelihood = (x: number) =>
      Math.log(sensorDensity({ shown: lambda, doubt, missing: misses, leanBy }, x)) + limits(x);
    if (isCollector) return [{ figure, logLikelihood }];
    const shown = Math.log(lambda);
    const plain = { shown, doubt, throats: throatsAt(layout, exhaust), isBound: misses > MISSING_STEADY };
    const asPlain = (x: number) => -0.5 * ((shown - x) / doubt) ** 2;
    return [{ figure, logLikelihood: plain.isBound ? logLikelihood : asPlain, plain }];
  });
  return { witnesses, missing, looked: { instrument: 'sensor', cylinders: [...looks] } };
}

/** Whether a look at a cylinder showed that it misses; undefined for one that does not say. */
export function showsMisses(seen: Seen, cylinder: string): boolean | undefined {
  if (seen.how === 'colour') return seen.cylinder === cylinder ? seen.colour === 'misses' : undefined;
  if (seen.how !== 'sensor') return undefined;
  const figure = seen.figures.find(({ exhaust }) => exhaust === cylinder);
  if (figure === undefined) return undefined;
  if (figure.lambda > NOTHING_BURNS) return true;
  return figure.flutter === undefined ? undefined : figure.flutter > FLUTTERS_MUCH * figure.lambda;
}

/** How probable misses are after a figure that fluttered by a share, or was not watched for it. */
function afterFlutter(known: number, share: number | undefined): number {
  if (share === undefined) return known;
  if (share > FLUTTERS_MUCH) return MISSING_SEEN;
  return share > FLUTTER ? MISSING_SOME : MISSING_STEADY;
}

/** Whether a sensor last showed that an exhaust's cylinder does not burn, with nothing moved since. */
export function wasDead({ seen, touched, layout }: Mixture, exhaust: string): boolean {
  const moved = Math.max(-1, ...throatsAt(layout, exhaust).map((throat) => at(touched, throat)));
  const last = seen.findLast(({ seen: { how }, clock }) => how === 'sensor' && clock > moved)?.seen;
  if (last?.how !== 'sensor') return false;
  return last.figures.some(
    ({ exhaust: of, lambda, flutter = 0 }) =>
      of === exhaust && (lambda > NOTHING_BURNS || (lambda > HARDLY_BURNS && flutter > FLUTTERS_MUCH * lambda)),
  );
}

/** Whether a sensor showed misses of an exhaust's cylinder when it was last looked at, whatever was turned since. */
export function missedLast({ seen }: Mixture, exhaust: string): boolean {
  const looks = seen.flatMap(({ seen: each }) => showsMisses(each, exhaust) ?? []);
  return looks.at(-1) === true;
}

/** Which way misses can be: what burned and was leaned since is not too rich, and the other way round. Undefined where that is not known. */
function sideOfMisses({ seen, turnsIn, layout }: Mixture, exhaust: string): 'rich' | 'lean' | undefined {
  const burned = seen.findLast(({ seen: each }) => showsMisses(each, exhaust) === false);
  if (burned === undefined) return undefined;
  const throats = throatsAt(layout, exhaust);
  const screws = new Set(
    layout.circuits
      .filter(({ place }) => throats.includes(place))
      .flatMap(({ screws: of }) => of.map(({ screw }) => screw)),
  );
  let leaner = 0;
  for (const [screw, { id }] of mixtureScrews(layout.setup).entries())
    if (screws.has(screw)) leaner += leanerBy(layout.setup, id, (turnsIn[id] ?? 0) - (burned.turnsIn[id] ?? 0));
  if (Math.abs(leaner) < LEAST_TURN) return undefined;
  return leaner > 0 ? 'lean' : 'rich';
}

/** A screw's turns from its seat foretell its mixture; counted a second time they tell nothing that its turns have not told. */
function byCount(mixture: Mixture, { adjuster, fromSeat }: Extract<Seen, { how: 'turns' }>): readonly Witness[] {
  const { layout } = mixture;
  const circuit = layout.circuits.find(({ screws }) =>
    screws.some(({ screw }) => mixtureScrews(layout.setup)[screw]?.id === adjuster),
  );
  if (fromSeat === null || circuit === undefined || mixture.fromSeat[adjuster] !== undefined) return [];
  const out = leanerBy(layout.setup, adjuster, -(fromSeat - BASE_TURNS));
  const foretold = MIXTURE_PRIOR.lambda + Math.exp(MIXTURE_PRIOR.perTurn) * out;
  return [
    {
      figure: partOf(layout.lambda(circuit.place)),
      logLikelihood: (x) => -0.5 * ((x - foretold) / BASE_DOUBT) ** 2,
    },
  ];
}

/** Not checked, and said so: its offset stays as unsure as it was. */
function byFreeAir(mixture: Mixture, seen: Extract<Seen, { how: 'freeAir' }>): readonly Witness[] {
  if (seen.oxygenPercent === null) return [];
  const shown = Math.log(Math.max(1, seen.oxygenPercent) / FREE_AIR);
  const own = seen.exhaust === undefined ? 0 : (named(mixture, seen.exhaust)[0] ?? 0);
  return [
    {
      figure: partOf(mixture.layout.offset(own)),
      logLikelihood: (offset) => -0.5 * ((shown - offset) / FREE_AIR_DOUBT) ** 2,
    },
  ];
}

/** Whether the same was said of the same place in the same way before, with nothing moved since. */
function wasSaid({ seen: all, touched, layout }: Mixture, seen: Seen): boolean {
  const place = placeOf(seen);
  return all.some((earlier) => {
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
