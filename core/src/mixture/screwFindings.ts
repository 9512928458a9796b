import { at } from '../basics';
import { actionOn, concernOf, isStepped } from '../setup';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import type { MixtureFinding } from './finding';
import { BASE_TURNS, type Mixture, placeOfScrew } from './mixture';
import type { CircuitStand } from './target';

/** A screw's turn that does less than this to the logarithm of lambda does nothing; and how far it must have been turned to say so. Ours. */
const NOTHING = 0.03;
const TURNED_AT_LEAST = 0.7;
/** A screw ends far from its sisters from one turn on. common practice, no source. */
const FAR = 1;
/** Or where a screw that was felt makes as much of lambda in less of a turn, a jet nut say. Ours: what a turn of a common one makes. */
const FAR_EFFECT = 0.17;
const FELT = 0.35;
const NEAR_SEAT = 0.4;
/** Nobody opens a screw further than this from its base: a fuel screw falls out soon after. Ours. */
const FAR_OPEN = 3;
/** Nearer than this an end or a seat is reached, turns. */
const AT_END = 1 / 16;

/** What a circuit's screws show by how far they went and what that did; of a circuit that misses only where its screws stand. */
export function screwFindings(mixture: Mixture, stand: CircuitStand): readonly MixtureFinding[] {
  const misses = cylindersOf(mixture.layout.setup, stand.circuit.place).some((k) => at(mixture.missing, k) > 0.5);
  const screws = mixtureScrews(mixture.layout.setup);
  return stand.circuit.screws.flatMap(({ screw }) => {
    const adjuster = at(screws, screw);
    // A jet has no seat and no say that a turn could show.
    if (isStepped(adjuster)) return [];
    return [
      ...(misses ? [] : doesNothing(mixture, stand, screw)),
      ...(misses ? [] : isFar(mixture, stand, screw)),
      ...isNearSeat(mixture, stand, adjuster.id),
      ...(misses ? [] : isAtEnd(mixture, stand, screw)),
    ];
  });
}

function doesNothing(mixture: Mixture, { circuit }: CircuitStand, screw: number): readonly MixtureFinding[] {
  const { layout, state } = mixture;
  const { id } = at(mixtureScrews(layout.setup), screw);
  const place = layout.gain(screw);
  const most = Math.exp(at(state.mean, place) + Math.sqrt(state.covariance.get(place, place)));
  const turned = mixture.turnedInAll[id] ?? 0;
  if (turned < TURNED_AT_LEAST || (most >= NOTHING && !showsNothing(mixture, circuit, id))) return [];
  const { throat } = circuit;
  return [{ throat, is: 'noEffect', adjuster: id, turned, slotMm: slotShownMm(mixture, throat) }];
}

function isFar(mixture: Mixture, { circuit }: CircuitStand, screw: number): readonly MixtureFinding[] {
  const { layout, fromSeat, state } = mixture;
  const screws = mixtureScrews(layout.setup);
  const { id } = at(screws, screw);
  const places = screws.filter((each) => !isStepped(each)).map((each) => placeOfScrew(mixture, each.id));
  if (places.length < 3 && fromSeat[id] === undefined) return [];
  const by = placeOfScrew(mixture, id) - middleOf(places);
  const place = layout.gain(screw);
  const isFelt = Math.sqrt(state.covariance.get(place, place)) < FELT;
  const effect = isFelt ? Math.abs(by) * Math.exp(at(state.mean, place)) : 0;
  if ((Math.abs(by) < FAR && effect < FAR_EFFECT) || mixture.turnedInAll[id] === undefined) return [];
  const side = leanerBy(layout.setup, id, -by) > 0 ? 'leaner' : 'richer';
  return [{ throat: circuit.throat, is: 'farFromSisters', adjuster: id, by, side }];
}

/** Where screws belong: the middle of them, and of two the one nearer to its base. */
function middleOf(places: readonly number[]): number {
  const [first = BASE_TURNS, second] = places;
  if (places.length === 2 && second !== undefined)
    return Math.abs(first - BASE_TURNS) <= Math.abs(second - BASE_TURNS) ? first : second;
  return [...places].sort((a, b) => a - b)[Math.floor((places.length - 1) / 2)] ?? BASE_TURNS;
}

function isNearSeat({ fromSeat }: Mixture, { circuit }: CircuitStand, id: string): readonly MixtureFinding[] {
  const counted = fromSeat[id];
  if (counted === undefined || counted >= NEAR_SEAT) return [];
  return [{ throat: circuit.throat, is: 'nearSeat', adjuster: id, fromSeat: counted }];
}

function isAtEnd(mixture: Mixture, stand: CircuitStand, screw: number): readonly MixtureFinding[] {
  const { layout, turnsIn, fromSeat } = mixture;
  const { id, range } = at(mixtureScrews(layout.setup), screw);
  const now = turnsIn[id] ?? 0;
  const inwards = Math.min(range.inTurns - now, fromSeat[id] ?? Number.POSITIVE_INFINITY);
  const outwards = Math.min(range.outTurns + now, BASE_TURNS + FAR_OPEN - placeOfScrew(mixture, id));
  const isEnd = (leaner: 1 | -1) => (leaner * leanerBy(layout.setup, id, 1) > 0 ? inwards : outwards) < AT_END;
  const off = Math.max(2 * stand.sigma, stand.tolerance);
  const still = stand.error > off && isEnd(-1) ? 'lean' : stand.error < -off && isEnd(1) ? 'rich' : undefined;
  if (still === undefined) return [];
  return [{ throat: stand.circuit.throat, is: 'outOfReach', adjuster: id, still, lambda: stand.lambda }];
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
