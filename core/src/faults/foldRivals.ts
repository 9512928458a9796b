import { type Belief, foldEvent, layoutOf, priorBelief, type Supposition } from '../belief';
import { effectiveEvents, type JobEvent, type Suspicion } from '../job';
import { at } from '../sequence';
import { concernOf, type Setup, sharedShafts, sharesPlenum } from '../setup';

/** The same log folded on the supposition that the engine is sound, and on that of each single fault. */
export interface Rivals {
  /** The events that count, as far as they are folded. */
  readonly events: readonly JobEvent[];
  readonly sound: Belief;
  /** Where the weighing begins: after the last verdict on a fault, for what was seen before it does not count again. */
  readonly from: number;
  readonly start: Belief;
  /** As the bank was found: before the first turn, and so before an answer that no sound engine gives could mislead. */
  readonly asFound: Belief | undefined;
  /** A reading since then lay beyond what a sound engine shows. Until one does, only screws that may be dead are worth folding. */
  readonly startled: boolean;
  readonly supposed: readonly Supposed[];
  /** Rivals that foresaw the readings so much worse than the best that they are folded no further, until a reading startles again. */
  readonly ruledOut: readonly Supposition[];
}

interface Supposed {
  readonly supposition: Supposition;
  readonly belief: Belief;
}

/**
 * Unless a reading lay this far beyond what is usual, in squared standard deviations, no throttle came to rest elsewhere and no hose
 * sits on the wrong throat. (A dead screw may show little by little: a knob that moves nothing looks like a lazy idle at first.) Ours.
 */
const STARTLED = 1;

/** Folds a log for all rivals; from where an earlier fold of the same log ended, if that is its beginning. */
export function foldRivals(setup: Setup, log: readonly JobEvent[], earlier?: Rivals): Rivals {
  const events = effectiveEvents(log);
  const known = earlier !== undefined && isBeginning(earlier.events, events) ? earlier : begun(setup);
  return events.slice(known.events.length).reduce(foldOne, known);
}

function begun(setup: Setup): Rivals {
  const prior = priorBelief(setup);
  return {
    events: [],
    sound: prior,
    from: 0,
    start: prior,
    asFound: undefined,
    startled: false,
    supposed: [],
    ruledOut: [],
  };
}

function isRead({ kind }: JobEvent): boolean {
  return kind === 'reading' || kind === 'airflow';
}

/** A setup corrected since changes what all events before it mean. */
function isBeginning(events: readonly JobEvent[], ofEvents: readonly JobEvent[]): boolean {
  return (
    events.length <= ofEvents.length &&
    events.every(({ id }, i) => id === at(ofEvents, i).id) &&
    !ofEvents.slice(events.length).some(({ kind }) => kind === 'setupCorrected')
  );
}

function foldOne(rivals: Rivals, event: JobEvent): Rivals {
  const events = [...rivals.events, event];
  const sound = foldEvent(rivals.sound, event);
  if (event.kind === 'verdict')
    return { ...rivals, events, sound, from: events.length, start: sound, startled: false, supposed: [], ruledOut: [] };
  const startles = isRead(event) && sound.startle > STARTLED;
  const supposed = rivals.supposed.map(({ supposition, belief }) => ({
    supposition,
    belief: foldEvent(belief, event, supposition),
  }));
  const asFound = rivals.asFound ?? (event.kind === 'move' ? rivals.sound : undefined);
  const folded = {
    ...rivals,
    events,
    sound,
    asFound,
    startled: rivals.startled || startles,
    supposed,
    ruledOut: startles ? [] : rivals.ruledOut,
  };
  // With every event, so that a log folded in pieces comes to the same as one folded at once.
  return isRead(event) ? withoutHopeless(withAllRivals(folded)) : folded;
}

/** Faults that have become worth a look since are folded from where the weighing begins. */
function withAllRivals(rivals: Rivals): Rivals {
  const events = rivals.events.slice(rivals.from);
  const missing = answerRivals(rivals, events).filter(
    (supposition) =>
      !rivals.supposed.some((known) => isSame(known.supposition, supposition)) &&
      !rivals.ruledOut.some((known) => isSame(known, supposition)),
  );
  const added = missing.map((supposition) => ({
    supposition,
    belief: events.reduce((belief, event) => foldEvent(belief, event, supposition), rivals.start),
  }));
  return { ...rivals, supposed: [...rivals.supposed, ...added] };
}

/** So far below the best, natural logarithm of the odds, that it needs no more thought. Ours. */
const HOPELESS = 12;

function withoutHopeless(rivals: Rivals): Rivals {
  const best = rivals.supposed.reduce(
    (most, { belief }) => Math.max(most, belief.logEvidence),
    rivals.sound.logEvidence,
  );
  const isHopeless = ({ belief }: Supposed) => belief.logEvidence < best - HOPELESS;
  return {
    ...rivals,
    supposed: rivals.supposed.filter((rival) => !isHopeless(rival)),
    ruledOut: [...rivals.ruledOut, ...rivals.supposed.filter(isHopeless).map(({ supposition }) => supposition)],
  };
}

/**
 * Faults that show in how the engine answers: dead screws only of those turned, hoses and stops of any throat, leaks by misfires; and
 * leaks and hoses where a meter was on the mouths, for it shows less air there than the pressure speaks of, or another's.
 */
function answerRivals({ sound, startled }: Rivals, events: readonly JobEvent[]): readonly Supposition[] {
  const { setup } = sound;
  const { throats, adjusters } = setup;
  const turned = new Set(events.flatMap((event) => (event.kind === 'move' ? [event.adjuster] : [])));
  const ids = throats.map(({ id }) => id);
  const metered = !sharesPlenum(setup) && events.some(({ kind }) => kind === 'airflow');
  const touched = startled && turned.size > 0;
  const blipped = events.some((event) => event.kind === 'check' && event.check.what === 'blipped');
  // Where the bank as found speaks of hoses and stops too, turns and blips must be able to answer.
  const onShafts = sharedShafts(setup).length > 0 && (blipped || turned.size > 0);
  const rested = touched || (blipped && startled) || onShafts;
  return [
    ...adjusters
      .filter(({ id }, j) => turned.has(id) && seemsWeak(sound, j))
      .map(({ id }): Supposition => ({ kind: 'deadScrew', adjuster: id })),
    ...(touched || metered || (turned.size > 0 && sharesStops(setup)) ? pairsOf(ids) : []).map(
      (pair): Supposition => ({ kind: 'exchangedHoses', throats: [...pair] }),
    ),
    ...(rested ? ids : []).map((throat): Supposition => ({ kind: 'restlessStop', throat })),
    ...(touched || metered ? ids : []).map((throat): Supposition => ({ kind: 'misfiringLeak', throat })),
    ...(metered ? ids : []).map((throat): Supposition => ({ kind: 'airLeak', throat })),
  ];
}

/** A screw that did about what was thought, or more, is not dead: this much less, log gain, is worth a look. Ours. */
const WEAKER = 0.2;

function seemsWeak({ setup, mean }: Belief, adjuster: number): boolean {
  const gain = layoutOf(setup).gain(adjuster);
  const isRest = concernOf(at(setup.adjusters, adjuster)) === 'rest';
  return isRest && at(mean, gain) < at(priorBelief(setup).mean, gain) - WEAKER;
}

/** Faults that the bank as found may speak for before anything is turned. */
export function foundRivals(setup: Setup): readonly Suspicion[] {
  const ids = setup.throats.map(({ id }) => id);
  return [
    ...ids.map((throat): Suspicion => ({ kind: 'airLeak', throat })),
    ...(sharesStops(setup) ? pairsOf(ids) : []).map(
      (pair): Suspicion => ({ kind: 'exchangedHoses', throats: [...pair] }),
    ),
    ...sharedShafts(setup)
      .flat()
      .map((throat): Suspicion => ({ kind: 'restlessStop', throat })),
  ];
}

/** Some throats rest on one stop together, but not all. */
function sharesStops({ throats, adjusters }: Setup): boolean {
  return adjusters.some(
    (adjuster) => concernOf(adjuster) === 'rest' && adjuster.acts.length > 1 && adjuster.acts.length < throats.length,
  );
}

function pairsOf(ids: readonly string[]): readonly (readonly [string, string])[] {
  return ids.flatMap((a, i) => ids.slice(i + 1).map((b) => [a, b] as const));
}

export function isSame(a: Supposition, b: Supposition): boolean {
  return a.kind === b.kind && placeOf(a) === placeOf(b);
}

function placeOf(suspicion: Supposition): string {
  switch (suspicion.kind) {
    case 'deadScrew':
      return suspicion.adjuster;
    case 'exchangedHoses':
      return [...suspicion.throats].sort().join();
    case 'restlessStop':
    case 'airLeak':
    case 'misfiringLeak':
      return suspicion.throat;
  }
}
