import { type Belief, type Forecast, forecastOf, moveBelief } from '../belief';
import type { Job } from '../job';
import { type Adjuster, actionOn, concernOf } from '../setup';
import { TURN_STEP, type Turns, turns } from '../units';

/** One advice asks for no more than this. Ours: past a turn nobody trusts a first guess. */
const LARGEST_MOVE = turns(1);

/** A move that could be advised, and what it would leave. */
export interface Candidate {
  readonly adjuster: Adjuster;
  readonly turns: Turns;
  readonly after: Belief;
  readonly expected: Forecast;
  readonly cost: number;
}

/**
 * How far a belief is from its targets: expected squared distance of every throat from the group in half tolerances, plus that of
 * the idle in bands. Doubt counts like distance, so a screw whose effect is not known is turned with care.
 */
export function remainingCost({ throats, speed, speedUncertainty }: Forecast, { setup }: Belief): number {
  const { spreadKPa, idleRpm, idleBandRpm } = setup.targets;
  const half = spreadKPa / 2;
  const apart = throats.reduce(
    (sum, { deviation, uncertainty }) => sum + (deviation ** 2 + uncertainty ** 2) / half ** 2,
    0,
  );
  return apart + ((speed - idleRpm) ** 2 + speedUncertainty ** 2) / idleBandRpm ** 2;
}

/** Every move of a stop, synchronising screw or knob that the screws' ranges and the clamped couplings allow, in whole steps. */
export function candidateMoves(job: Job, belief: Belief): readonly Candidate[] {
  return job.setup.adjusters
    .filter((adjuster) => concernOf(adjuster) === 'rest' && isFree(job, adjuster))
    .flatMap((adjuster) =>
      stepsWithin(job, adjuster).map((by) => {
        const after = moveBelief(belief, adjuster.id, by);
        const expected = forecastOf(after);
        return { adjuster, turns: by, after, expected, cost: remainingCost(expected, belief) };
      }),
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

function stepsWithin(job: Job, { id, range }: Adjuster): Turns[] {
  const position = job.positions[id] ?? turns(0);
  const steps = Math.round(LARGEST_MOVE / TURN_STEP);
  return Array.from({ length: 2 * steps + 1 }, (_, i) => turns((i - steps) * TURN_STEP)).filter(
    (by) => by !== 0 && position + by >= -range.outTurns && position + by <= range.inTurns,
  );
}
