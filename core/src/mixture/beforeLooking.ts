import { at } from '../basics';
import { isStepped } from '../setup';
import type { MixtureState } from './belief';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import { BASE_TURNS, type Mixture, placeOfScrew } from './mixture';
import { wasDead } from './sights';
import type { MixtureStep } from './step';
import { isMissing, standOf } from './target';
import { turnStep, turnsOn } from './turnStep';

/** A screw this far from its base is set to it before anything is looked at, turns. common practice, no source. */
const OFF_BASE = 0.75;
/** An engine that does not idle is given so much more fuel by each screw in turn; and so many rounds of it. Ours. */
const ALIVE_TURNS = 3 / 8;
const ALIVE_ROUNDS = 3;
/** Richer than its target by so many standard deviations an engine that hardly runs is drowned, not starved. Ours. */
const DROWNED = 1.5;
/** And where its screw stands so many turns on the rich side of its base already. Ours. */
const PAST_BASE = 1.25;
/** A cylinder that does not burn is worked at so often: from near its seat to past its base and back. Ours. */
const DEAD_ROUNDS = 7;

/** Screws are counted and set to their base first; an engine that does not idle gets fuel before it is opened. */
export function beforeLooking(mixture: Mixture, state: MixtureState): MixtureStep | 'nothing' | undefined {
  return uncounted(mixture) ?? offBase(mixture, state) ?? notBurning(mixture, state);
}

/** Mixture screws that turn, with their places among all. */
function turningScrews({ layout }: Mixture) {
  return mixtureScrews(layout.setup).flatMap((adjuster, screw) => (isStepped(adjuster) ? [] : [{ adjuster, screw }]));
}

function uncounted(mixture: Mixture): MixtureStep | undefined {
  const asked = new Set(mixture.seen.flatMap(({ seen }) => (seen.how === 'turns' ? [seen.adjuster] : [])));
  const left = turningScrews(mixture).find(({ adjuster }) => !asked.has(adjuster.id));
  return left && { do: 'count', adjuster: left.adjuster.id };
}

/** A figure says which way its screw should go; without one, or on an engine that stands, its base turns are the best guess. */
function offBase(mixture: Mixture, state: MixtureState): MixtureStep | undefined {
  const { layout, fromSeat, screwTurns, stoodStill, isToBlame } = mixture;
  const standsByItself = stoodStill > 0 && !isToBlame;
  if (!standsByItself && layout.setup.cylinders.some((_, k) => hasFigure(mixture, k))) return undefined;
  for (const { adjuster, screw } of turningScrews(mixture)) {
    const { id } = adjuster;
    const counted = fromSeat[id];
    if (counted === undefined || screwTurns[id] !== undefined || Math.abs(counted - BASE_TURNS) < OFF_BASE) continue;
    const found = stepOf(mixture, state, {
      screw,
      by: leanerBy(layout.setup, id, counted - BASE_TURNS),
      purpose: 'base',
    });
    if (found !== undefined) return found;
  }
  return undefined;
}

/** What does not burn is woken: the whole engine screw by screw, or one circuit. Nothing once that was tried often enough. */
function notBurning(mixture: Mixture, state: MixtureState): MixtureStep | 'nothing' | undefined {
  const { layout, screwTurns, stoodStill, stoodAt, touched } = mixture;
  const turning = turningScrews(mixture);
  const wake = (round: number) => {
    const screw = turning[round % Math.max(1, turning.length)]?.screw;
    return screw === undefined
      ? undefined
      : stepOf(mixture, state, { screw, by: wakesBy(mixture, state, screw), purpose: 'alive' });
  };
  // Whether the last turn woke it is for the engine to say.
  const stands = stoodAt > Math.max(...touched);
  if (stands) return stoodStill <= ALIVE_ROUNDS * turning.length ? wake(stoodStill - 1) : 'nothing';
  const made = Object.values(screwTurns).reduce<number>((sum, count) => sum + (count ?? 0), 0);
  if (barelyRuns(mixture) && made < ALIVE_ROUNDS * turning.length) return wake(made);
  const dead = layout.circuits.find(
    (circuit) => burnsNowhere(mixture, circuit) && turnsOn(mixture, circuit) < DEAD_ROUNDS * circuit.screws.length,
  );
  return dead && wake(turning.findIndex(({ screw }) => screw === at(dead.screws, 0).screw));
}

function stepOf(
  mixture: Mixture,
  state: MixtureState,
  { screw, by, purpose }: { readonly screw: number; readonly by: number; readonly purpose: 'base' | 'alive' },
): MixtureStep | undefined {
  const { layout } = mixture;
  const adjuster = mixtureScrews(layout.setup)[screw];
  const circuit = layout.circuits.find(({ screws }) => screws.some((reached) => reached.screw === screw));
  if (adjuster === undefined || circuit === undefined) return undefined;
  return turnStep(mixture, state, { screw, adjuster, circuit, by, purpose, drop: 0 });
}

/** Turns leaner that may bring an engine to life: fuel, unless it is plainly drowned, or its screw stands further out than that. */
function wakesBy(mixture: Mixture, state: MixtureState, screw: number): number {
  const { setup } = mixture.layout;
  const { id } = at(mixtureScrews(setup), screw);
  if (leanerBy(setup, id, placeOfScrew(mixture, id) - BASE_TURNS) > PAST_BASE) return ALIVE_TURNS;
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
export function sensorsToCheck({ plan, seen, layout }: Mixture): readonly string[] {
  if (!plan.instruments.includes('sensor')) return [];
  const checked = seen.flatMap((each) => (each.seen.how === 'freeAir' ? [each.seen.exhaust] : []));
  if (plan.sensor !== 'each') return checked.length > 0 ? [] : ['sensor'];
  return layout.setup.cylinders.map(({ id }) => id).filter((id) => !checked.includes(id));
}
