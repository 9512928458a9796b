import { at } from '../basics';
import { actionOn, concernOf } from '../setup';
import { meanDirection } from './belief';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import { colourChance, lambdaOfCo, liftChance, plugChance } from './likelihoods';
import { BASE_TURNS, believed, type Mixture } from './mixture';
import { leaned } from './move';
import { type CircuitStand, standOf } from './target';
import { varianceAlong } from './update';

/** What a witness said of a circuit by itself, as a lambda with its doubt (logarithm). */
export interface Witnessed {
  readonly by: 'sensor' | 'co' | 'colour' | 'lift' | 'plug';
  readonly lambda: number;
  readonly doubt: number;
}

/** Something about a circuit that no reading says by itself. */
export type MixtureFinding = {
  readonly throat: string;
} /** Two witnesses that cannot both be right; `leaner` said so. `tests` of the map of suspects would tell. */ & (
  | {
      readonly is: 'contradiction';
      readonly leaner: Witnessed;
      readonly richer: Witnessed;
      readonly tests: readonly string[];
    }
  /** Cycles miss: a sensor there shows oxygen that no mixture left. */
  | { readonly is: 'misses'; readonly shown: number | undefined }
  /** Turned so far in all, and it did this much less than a screw does. */
  | { readonly is: 'noEffect'; readonly adjuster: string; readonly turned: number; readonly slotMm: number | undefined }
  /** Its screw ends so many turns from the middle of its sisters. */
  | { readonly is: 'farFromSisters'; readonly adjuster: string; readonly by: number }
  | { readonly is: 'nearSeat'; readonly adjuster: string; readonly fromSeat: number }
  /** As far as its screw goes, and still lean or rich. */
  | { readonly is: 'outOfReach'; readonly adjuster: string; readonly still: 'lean' | 'rich'; readonly lambda: number }
  /** The cylinders of one throat burn unlike mixtures: no screw parts them. */
  | { readonly is: 'sistersUnlike'; readonly cylinder: string; readonly by: number; readonly doubt: number }
  /** The idle is right and the first opening lean: the pilot jet, not the screw. */
  | { readonly is: 'firstOpeningLean'; readonly idle: number; readonly first: number }
);

/** A contradiction: so many standard deviations of both together, and at least this much. Ours. */
const APART = 2.5;
const APART_AT_LEAST = 0.07;
/** A screw's turn that does less than this to the logarithm of lambda does nothing; and how far it must have been turned to say so. Ours. */
const NOTHING = 0.03;
const TURNED_AT_LEAST = 0.7;
/** A screw ends far from its sisters from one turn on. common practice, no source. */
const FAR = 1;
const NEAR_SEAT = 0.4;
/** A first opening at 15 : 1 on the petrol scale or beyond. common practice, no source. */
const FIRST_LEAN = 15 / 14.6;
/** Cylinders of one throat unlike by this much, logarithm. Ours. */
const UNLIKE = 0.04;

export function mixtureFindings(mixture: Mixture): readonly MixtureFinding[] {
  const state = believed(mixture);
  const stands = mixture.layout.circuits.map((circuit) => standOf(mixture, state, circuit));
  return stands.flatMap((stand) => [
    ...contradictions(mixture, stand.circuit),
    ...missing(mixture, stand.circuit),
    ...ofScrews(mixture, stand),
    ...firstOpening(mixture, stand),
    ...unlikeCylinders(mixture, stand.circuit),
  ]);
}

/** What was seen of a circuit since something last moved it, each witness for itself. */
export function witnesses(mixture: Mixture, circuit: Circuit): readonly Witnessed[] {
  const { layout, seen, touched } = mixture;
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id ?? '');
  const since = seen.filter(({ clock }) => clock > at(touched, circuit.place));
  const found = since.flatMap(({ seen: each }): readonly Witnessed[] => {
    switch (each.how) {
      case 'sensor':
        return each.figures
          .filter(({ exhaust }) => names.includes(exhaust))
          .map(({ lambda }) => ({ by: 'sensor', lambda, doubt: 0.015 }));
      case 'co': {
        const lambda = names.includes(each.exhaust) ? lambdaOfCo(each.percent) : undefined;
        return lambda === undefined ? [] : [{ by: 'co', lambda, doubt: 0.02 }];
      }
      case 'colour':
        return names.includes(each.cylinder) && each.colour !== 'misses' && each.when === 'idle'
          ? [standing('colour', (x) => colourChance(each.colour, 'idle', x))]
          : [];
      case 'lift':
        return each.throat === circuit.throat ? [standing('lift', (x) => liftChance(each.answer, x))] : [];
      case 'plug':
        return names.includes(each.cylinder) ? [standing('plug', (x) => plugChance(each.colour, x))] : [];
      default:
        return [];
    }
  });
  // The last word of each witness.
  return [...new Map(found.map((each) => [each.by, each])).values()];
}

/** A word by itself as a lambda: its first two moments over all that an idle may be. */
function standing(by: Witnessed['by'], chance: (x: number) => number): Witnessed {
  let [sum, first, second] = [0, 0, 0];
  for (let x = Math.log(0.65); x < Math.log(1.4); x += 0.01) {
    const weight = chance(x);
    sum += weight;
    first += weight * x;
    second += weight * x * x;
  }
  const mean = first / sum;
  return { by, lambda: Math.exp(mean), doubt: Math.sqrt(second / sum - mean * mean) };
}

function contradictions(mixture: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const all = witnesses(mixture, circuit);
  return all.flatMap((one, i) =>
    all.slice(i + 1).flatMap((other): readonly MixtureFinding[] => {
      const gap = Math.log(one.lambda / other.lambda);
      if (Math.abs(gap) < Math.max(APART_AT_LEAST, APART * Math.hypot(one.doubt, other.doubt))) return [];
      const [leaner, richer] = gap > 0 ? [one, other] : [other, one];
      return [{ throat: circuit.throat, is: 'contradiction', leaner, richer, tests: testsOf(leaner.by) }];
    }),
  );
}

/** A sensor that alone reads lean reads a miss or an exhaust leak; one that alone reads rich is held in free air again. */
function testsOf(leaner: Witnessed['by']): readonly string[] {
  return leaner === 'sensor' || leaner === 'co' ? ['pullLead', 'exhaustJoints', 'freeAir'] : ['freeAir'];
}

function missing(mixture: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const { layout, seen, touched } = mixture;
  const places = cylindersOf(layout.setup, circuit.place);
  if (!places.some((k) => at(mixture.missing, k) > 0.7)) return [];
  const names = places.map((k) => layout.setup.cylinders[k]?.id);
  const figures = seen.flatMap(({ seen: each, clock }) =>
    each.how === 'sensor' && clock > at(touched, circuit.place)
      ? each.figures.filter(({ exhaust }) => names.includes(exhaust)).map(({ lambda }) => lambda)
      : [],
  );
  return [{ throat: circuit.throat, is: 'misses', shown: figures.at(-1) }];
}

function ofScrews(mixture: Mixture, stand: CircuitStand): readonly MixtureFinding[] {
  const { layout, state, turnsIn, fromSeat } = mixture;
  const screws = mixtureScrews(layout.setup);
  const { throat } = stand.circuit;
  const positions = screws.map(({ id }) => placeOfScrew(mixture, id));
  const middle = [...positions].sort((a, b) => a - b)[Math.floor((positions.length - 1) / 2)] ?? 0;
  return stand.circuit.screws.flatMap(({ screw }): readonly MixtureFinding[] => {
    const adjuster = at(screws, screw);
    const { id, range } = adjuster;
    const gain = at(state.mean, layout.gain(screw));
    const doubt = Math.sqrt(state.covariance.get(layout.gain(screw), layout.gain(screw)));
    const turned = mixture.turnedInAll[id] ?? 0;
    const doesNothing =
      turned >= TURNED_AT_LEAST && (Math.exp(gain + doubt) < NOTHING || showsNothing(mixture, stand.circuit, id));
    const away = positions.length > 2 || fromSeat[id] !== undefined ? at(positions, screw) - middle : 0;
    const counted = fromSeat[id];
    const now = turnsIn[id] ?? 0;
    const leaner = leanerBy(layout.setup, id, 1);
    const atEnd = (way: number) => (way * leaner > 0 ? range.inTurns - now : range.outTurns + now) < 1 / 16;
    const still =
      stand.error > 2 * stand.sigma && atEnd(-1)
        ? 'lean'
        : stand.error < -2 * stand.sigma && atEnd(1)
          ? 'rich'
          : undefined;
    return [
      ...(doesNothing
        ? [{ throat, is: 'noEffect' as const, adjuster: id, turned, slotMm: slotShownMm(mixture, throat) }]
        : []),
      ...(Math.abs(away) >= FAR && turned > 0
        ? [{ throat, is: 'farFromSisters' as const, adjuster: id, by: away }]
        : []),
      ...(counted !== undefined && counted < NEAR_SEAT
        ? [{ throat, is: 'nearSeat' as const, adjuster: id, fromSeat: counted }]
        : []),
      ...(still === undefined
        ? []
        : [{ throat, is: 'outOfReach' as const, adjuster: id, still, lambda: stand.lambda } as const]),
    ];
  });
}

/** Whether figures of one exhaust, with nothing else moved, stayed what they were over a turn of a screw. */
function showsNothing({ layout, seen }: Mixture, circuit: Circuit, screw: string): boolean {
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id);
  const figures = seen.flatMap(({ seen: each, turnsIn }) =>
    each.how === 'sensor'
      ? each.figures
          .filter(({ exhaust }) => names.includes(exhaust))
          .map(({ exhaust, lambda }) => ({ exhaust, log: Math.log(lambda), turnsIn }))
      : [],
  );
  return figures.some((one, i) =>
    figures.slice(i + 1).some((other) => {
      const by = Math.abs((other.turnsIn[screw] ?? 0) - (one.turnsIn[screw] ?? 0));
      const isAlone = layout.setup.adjusters.every(
        ({ id }) => id === screw || (one.turnsIn[id] ?? 0) === (other.turnsIn[id] ?? 0),
      );
      return (
        one.exhaust === other.exhaust &&
        isAlone &&
        by >= TURNED_AT_LEAST &&
        Math.abs(other.log - one.log) < NOTHING * by
      );
    }),
  );
}

/** Turns of a screw from its seat where that was counted, else as if it had been found at its base. */
export function placeOfScrew({ fromSeat, turnsIn }: Mixture, id: string): number {
  return fromSeat[id] ?? BASE_TURNS - (turnsIn[id] ?? 0);
}

/** At idle about a millimetre of transfer slot shows: common practice, no source, 0.040 in. */
const SLOT_AT_IDLE_MM = 1.0;

/**
 * Length of transfer slot that shows below a plate's edge, mm, if as found it showed what it should: the edge travels half the bore for each radian
 * that its stops have opened it. Undefined for a slide, which has no slot.
 */
export function slotShownMm(
  { layout, turnsIn }: Pick<Mixture, 'layout' | 'turnsIn'>,
  throat: string,
): number | undefined {
  const { setup } = layout;
  const found = setup.throats.find(({ id }) => id === throat);
  if (found === undefined || (found.throttle ?? 'plate') !== 'plate') return undefined;
  const radians = setup.adjusters
    .filter((adjuster) => concernOf(adjuster) === 'rest')
    .reduce(
      (sum, adjuster) =>
        sum + (actionOn(adjuster, throat) * (turnsIn[adjuster.id] ?? 0) * adjuster.pitchMm) / adjuster.leverMm,
      0,
    );
  return Math.max(0, SLOT_AT_IDLE_MM + (radians * found.boreMm) / 2);
}

function firstOpening({ seen, layout }: Mixture, { circuit, lambda, chance }: CircuitStand): readonly MixtureFinding[] {
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id);
  const last = seen
    .flatMap(({ seen: each }) => (each.how === 'firstOpening' && names.includes(each.exhaust) ? [each.lambda] : []))
    .at(-1);
  if (last === undefined || last < FIRST_LEAN || chance < 0.5) return [];
  return [{ throat: circuit.throat, is: 'firstOpeningLean', idle: lambda, first: last }];
}

function unlikeCylinders({ layout, state }: Mixture, circuit: Circuit): readonly MixtureFinding[] {
  const cylinders = cylindersOf(layout.setup, circuit.place);
  if (cylinders.length < 2) return [];
  const all = meanDirection(layout, state, cylinders);
  return cylinders.flatMap((k): readonly MixtureFinding[] => {
    const one = meanDirection(layout, state, [k]);
    const way = new Map(one.way);
    for (const [place, share] of all.way) way.set(place, (way.get(place) ?? 0) - share);
    const by = one.value - all.value;
    const doubt = Math.sqrt(varianceAlong(state.covariance, way));
    if (by < UNLIKE || by < 2 * doubt) return [];
    return [{ throat: circuit.throat, is: 'sistersUnlike', cylinder: layout.setup.cylinders[k]?.id ?? '', by, doubt }];
  });
}

/** A circuit's lambda as it was found, from what is known of its screws by now: their turns taken back. */
export function asFound(
  mixture: Mixture,
): readonly { readonly throat: string; readonly lambda: number; readonly doubt: number }[] {
  const state = believed(mixture);
  return mixture.layout.circuits.map((circuit) => {
    const { lambda, doubt } = standOf(mixture, state, circuit);
    const back = circuit.screws.reduce((sum, { screw }) => {
      const id = mixtureScrews(mixture.layout.setup)[screw]?.id ?? '';
      const by = leanerBy(mixture.layout.setup, id, mixture.turnsIn[id] ?? 0);
      return sum - leaned(at(state.mean, mixture.layout.gain(screw)), -by).change;
    }, 0);
    return {
      throat: circuit.throat,
      lambda: lambda * Math.exp(-back),
      doubt: Math.hypot(doubt, 0.15 * Math.abs(back)),
    };
  });
}
