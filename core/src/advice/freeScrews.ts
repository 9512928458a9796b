import { allSupposed, likeliestWay } from '../faults';
import type { Job } from '../job';
import { type Adjuster, actionOn, concernOf } from '../setup';
import { TURN_STEP, type Turns, turns } from '../units';

/**
 * Screws that the next move may use: those that set where throttles rest, are within reach, move something, and are not held by a
 * clamped coupling.
 */
export function freeScrews(job: Job): readonly Adjuster[] {
  const { deadScrews } = allSupposed(job.stands.map(likeliestWay));
  const useless = new Set([...job.outOfReach, ...deadScrews]);
  return job.setup.adjusters.filter(
    (adjuster) => concernOf(adjuster) === 'rest' && isFree(job, adjuster) && !useless.has(adjuster.id),
  );
}

/** With a coupling clamped only a screw that moves all its throats alike can do anything honest. */
function isFree(job: Job, adjuster: Adjuster): boolean {
  return job.setup.couplings
    .filter(({ id }) => job.clamped.includes(id))
    .every(({ joins }) => {
      const [first, ...others] = joins.map((throat) => actionOn(adjuster, throat));
      return others.every((action) => action === first);
    });
}

/** Turns that an adjuster has left to its seat and to its end, and before the engine dies as it has shown. */
export function roomOf(job: Job, { id, range }: Adjuster): { readonly out: Turns; readonly in: Turns } {
  const position = job.positions[id] ?? turns(0);
  const beyond = job.stallsBeyond[id] ?? {};
  const out = Math.min(position + range.outTurns, position - (beyond.out ?? -range.outTurns));
  const inwards = Math.min(range.inTurns - position, (beyond.in ?? range.inTurns) - position);
  return { out: turns(Math.max(0, out)), in: turns(Math.max(0, inwards)) };
}

/** The nearest whole step that the room allows. */
export function steppedTurn(wanted: number, room: { readonly out: Turns; readonly in: Turns }): Turns {
  const most = Math.floor(room.in / TURN_STEP) * TURN_STEP;
  const least = -Math.floor(room.out / TURN_STEP) * TURN_STEP;
  // Rounded alike in both directions.
  const stepped = Math.sign(wanted) * Math.round(Math.abs(wanted) / TURN_STEP) * TURN_STEP;
  return turns(Math.min(most, Math.max(least, stepped)) + 0);
}
