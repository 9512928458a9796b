import { at } from '../basics';
import type { EventOf, JobEvent } from '../job/events';
import { effectiveEvents } from '../job/undo';
import { actionOn, concernOf, enrichmentOn, type Setup, sharesPlenum } from '../setup';
import { cylindersOf, leanerBy, mixtureScrews } from './circuits';
import { believed, MISSING, type Mixture, newMixture } from './mixture';
import { turned } from './move';
import { sawMixture } from './saw';
import { heardSpeed, heardTurn, newSweep, stoodStill } from './speeds';

/** What a log says of its mixture; undefined for a job that has no plan for it. Deterministic; undone events do not count. */
export function mixtureOf(setup: Setup, events: readonly JobEvent[]): Mixture | undefined {
  const counted = effectiveEvents(events);
  const plan = counted.findLast((event): event is EventOf<'mixturePlan'> => event.kind === 'mixturePlan');
  if (plan === undefined) return undefined;
  return counted.reduce(foldMixture, newMixture(setup, plan));
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
  const turn = { adjuster: id, turns: by };
  // What a sweep's speeds have told is where the turns after it begin.
  const since = state === mixture.state ? mixture.since : { state, turns: [] };
  const seat = fromSeat[id];
  return {
    ...mixture,
    state: turned(layout, state, turn),
    since: { state: since.state, turns: [...since.turns, turn] },
    sweep: isMixture ? { ...(open ?? newSweep(screw, mixture)), now: (open?.now ?? 0) + leaner } : undefined,
    touched: layout.setup.throats.map((throat, i) => (moves(throat.id) ? clock : at(mixture.touched, i))),
    turnsIn: { ...turnsIn, [id]: (turnsIn[id] ?? 0) + by },
    fromSeat: seat === undefined ? fromSeat : { ...fromSeat, [id]: seat - by },
    lastTurned: turn,
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

/** A stop turned this far makes what was found about mixtures old: so many of their turns are forgotten. Ours. */
const MAKES_OLD = 3 / 8;
const GIVEN_BACK = 2;

function begunAnew({ screwTurns }: Mixture, by: number): Mixture['screwTurns'] {
  if (by < MAKES_OLD) return screwTurns;
  return Object.fromEntries(Object.entries(screwTurns).map(([id, made]) => [id, made - Math.min(made, GIVEN_BACK)]));
}
