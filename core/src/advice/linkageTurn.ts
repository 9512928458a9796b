import { type KnownGauges, recordedComparison } from '../belief';
import type { EventOf, Job } from '../job';
import { type Adjuster, actionOn, concernOf, sharesPlenum } from '../setup';
import { TURN_STEP, type Turns, turns } from '../units';
import { roomOf } from './freeScrews';
import { gainOf, type LinkageGain } from './linkageGain';

/** No more than this at once while nothing was seen of the screw, turns. Ours. */
const MOST_UNSEEN = 1;
/** A turn has to take away this share of the spread. Ours. */
const WORTH_IT = 0.2;

/** How far to turn a rod or cable, and what is expected of it. */
export interface LinkageTurn extends LinkageGain {
  readonly adjuster: string;
  readonly turns: Turns;
  /** Spread that is left, kPa. */
  readonly spreadAfter: number;
}

/**
 * The turn of a rod or cable that brings the depressions at a held speed nearest to each other; undefined where none does, and on a
 * plenum, whose depressions say nothing of the throttles.
 */
export function linkageTurn(job: Job, gauges: KnownGauges, reading: EventOf<'reading'>): LinkageTurn | undefined {
  const { setup } = job;
  if (sharesPlenum(setup)) return undefined;
  const known = depressionsOf(gauges, reading);
  const candidates = setup.adjusters
    .filter((adjuster) => concernOf(adjuster) === 'linkage' && !job.outOfReach.includes(adjuster.id))
    .flatMap((adjuster) => bestTurn(job, adjuster, { known, gain: gainOf(job, gauges, { adjuster, reading }) }));
  const best = candidates.sort((a, b) => a.spreadAfter - b.spreadAfter)[0];
  return best !== undefined && best.spreadAfter <= (1 - WORTH_IT) * spreadOf([...known.values()]) ? best : undefined;
}

interface Standing {
  readonly known: ReadonlyMap<string, number>;
  readonly gain: LinkageGain | undefined;
}

function bestTurn(job: Job, adjuster: Adjuster, { known, gain }: Standing): readonly LinkageTurn[] {
  if (gain === undefined) return [];
  const room = roomOf(job, adjuster);
  const most = gain.basis === 'seen' ? Number.POSITIVE_INFINITY : MOST_UNSEEN;
  const from = -Math.floor(Math.min(room.out, most) / TURN_STEP);
  const to = Math.floor(Math.min(room.in, most) / TURN_STEP);
  const ways = Array.from({ length: to - from + 1 }, (_, i) => {
    const by = turns((from + i) * TURN_STEP + 0);
    const after = [...known].map(([throat, figure]) => figure - actionOn(adjuster, throat) * gain.perTurn * by);
    return { adjuster: adjuster.id, turns: by, spreadAfter: spreadOf(after), ...gain };
  });
  // Of two that leave the same the smaller turn: the first by size.
  const bySize = ways.filter((way) => way.turns !== 0).sort((a, b) => Math.abs(a.turns) - Math.abs(b.turns));
  const least = Math.min(...bySize.map(({ spreadAfter }) => spreadAfter));
  return bySize.filter(({ spreadAfter }) => spreadAfter === least).slice(0, 1);
}

function spreadOf(figures: readonly number[]): number {
  return Math.max(...figures) - Math.min(...figures);
}

function depressionsOf(gauges: KnownGauges, reading: EventOf<'reading'>): ReadonlyMap<string, number> {
  return new Map(
    recordedComparison(gauges, reading)
      .filter(({ deviation }) => Number.isFinite(deviation))
      .map(({ throat, figure }) => [throat, figure]),
  );
}
