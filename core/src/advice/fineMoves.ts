import { type Belief, type Forecast, forecastOf, moveBelief } from '../belief';
import type { Job } from '../job';
import { toleranceOf } from '../setup';
import { TURN_STEP, turns } from '../units';
import { chances } from './chance';
import { freeScrews, roomOf } from './freeScrews';
import type { PlannedMove } from './planMoves';

/** Near the end a move is this many steps at most. */
const MOST_STEPS = 4;
/** So many of the moves that look best by their squares are judged by their probability. */
const SHORTLIST = 4;

export interface FineMove extends Pick<PlannedMove, 'adjuster' | 'turns'> {
  readonly probability: number;
}

/** The small move that leaves the best chance that every target holds. */
export function bestFineMove(job: Job, belief: Belief, seed: number): FineMove | undefined {
  const moves = freeScrews(job).flatMap((adjuster) => {
    const room = roomOf(job, adjuster);
    return Array.from({ length: 2 * MOST_STEPS + 1 }, (_, i) => turns((i - MOST_STEPS) * TURN_STEP))
      .filter((by) => by !== 0 && by <= room.in && -by <= room.out)
      .map((by) => {
        const after = moveBelief(belief, { adjuster: adjuster.id, turns: by });
        return { adjuster, turns: by, after, squares: squaredDistance(forecastOf(after), belief) };
      });
  });
  return moves
    .sort((a, b) => a.squares - b.squares)
    .slice(0, SHORTLIST)
    .map(({ adjuster, turns: by, after }) => ({ adjuster, turns: by, probability: chances(after, seed).all }))
    .reduce<FineMove | undefined>(
      (best, move) => (best && best.probability >= move.probability ? best : move),
      undefined,
    );
}

/** Expected squared distance of every throat from the group in half tolerances, plus that of the idle in bands. */
function squaredDistance({ throats, speed, speedUncertainty }: Forecast, { setup }: Belief): number {
  const { idleRpm, idleBandRpm } = setup.targets;
  const half = toleranceOf(setup) / 2;
  const apart = throats.reduce(
    (sum, { deviation, uncertainty }) => sum + (deviation ** 2 + uncertainty ** 2) / half ** 2,
    0,
  );
  return apart + ((speed - idleRpm) ** 2 + speedUncertainty ** 2) / idleBandRpm ** 2;
}
