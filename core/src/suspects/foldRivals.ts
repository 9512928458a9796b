import { at } from '../basics';
import { type Belief, foldEvent, layoutOf, priorBelief } from '../belief';
import { FAULT_KINDS, isSame, type Sight, type Supposition, type Suspicion } from '../faults';
import { effectiveEvents, type JobEvent } from '../job';
import { type Setup, sharesPlenum } from '../setup';

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
  readonly ruledOut: readonly Rival[];
}

/** A fault, one of the ways in which its kind may show, and what that changes. */
export interface Rival {
  readonly suspicion: Suspicion;
  readonly way: number;
  readonly supposition: Supposition;
}

interface Supposed {
  readonly rival: Rival;
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
  const supposed = rivals.supposed.map(({ rival, belief }) => ({
    rival,
    belief: foldEvent(belief, event, rival.supposition),
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
  const known = [...rivals.supposed.map(({ rival }) => rival), ...rivals.ruledOut];
  const missing = answerRivals(rivals, sightOf(rivals, events)).filter(
    (rival) => !known.some((other) => isSameRival(other, rival)),
  );
  const added = missing.map((rival) => ({
    rival,
    belief: events.reduce((belief, event) => foldEvent(belief, event, rival.supposition), rivals.start),
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
    supposed: rivals.supposed.filter((supposed) => !isHopeless(supposed)),
    ruledOut: [...rivals.ruledOut, ...rivals.supposed.filter(isHopeless).map(({ rival }) => rival)],
  };
}

/** Faults that are worth reckoning with by what was seen, each in the ways that are. */
function answerRivals({ sound }: Rivals, sight: Sight): readonly Rival[] {
  return FAULT_KINDS.flatMap(({ shows }) =>
    (shows?.ways ?? []).flatMap((known, way) =>
      known
        .worthALook(sound.setup, sight)
        .filter((suspicion) => !sound.stands.some((standing) => isSame(standing, suspicion)))
        .map((suspicion) => ({ suspicion, way, supposition: known.suppose(suspicion) })),
    ),
  );
}

function sightOf({ sound, startled }: Rivals, events: readonly JobEvent[]): Sight {
  return {
    turned: new Set(events.flatMap((event) => (event.kind === 'move' ? [event.adjuster] : []))),
    blipped: events.some((event) => event.kind === 'check' && event.check.what === 'blipped'),
    metered: !sharesPlenum(sound.setup) && events.some(({ kind }) => kind === 'airflow'),
    startled,
    isWeak: (screw) => seemsWeak(sound, screw),
  };
}

/** A screw that did about what was thought, or more, is not dead: this much less, log gain, is worth a look. Ours. */
const WEAKER = 0.2;

function seemsWeak({ setup, mean }: Belief, screw: string): boolean {
  const gain = layoutOf(setup).gain(setup.adjusters.findIndex(({ id }) => id === screw));
  return at(mean, gain) < at(priorBelief(setup).mean, gain) - WEAKER;
}

/** Faults that the bank as found may speak for before anything is turned. */
export function foundRivals(setup: Setup): readonly Suspicion[] {
  return FAULT_KINDS.flatMap(({ shows }) => shows?.foundAt(setup) ?? []);
}

/** Whether two are one fault that shows in one way. */
export function isSameRival(a: Rival, b: Rival): boolean {
  return a.way === b.way && isSame(a.suspicion, b.suspicion);
}
