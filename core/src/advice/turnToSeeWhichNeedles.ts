import { type Belief, forecastOf } from '../belief';
import type { Job } from '../job';
import { actionOn } from '../setup';
import type { Weighed } from '../suspects';
import { freeScrews, roomOf, steppedTurn } from './freeScrews';
import type { PlannedTurn } from './plannedTurn';

/** Where no screw helps, exchanged hoses so likely are worth a turn to see which needles follow. Ours. */
const WORTH_A_TURN = 0.004;
/** How far: enough to show beside flutter. Ours. */
const TEST_TURN = 0.5;

/**
 * A turn of a screw that was not turned yet, towards the idle wanted, to see which needles it moves: hoses on each other's throats make
 * a bank that no screw brings together, and only a turn tells them from it. Undefined where hoses are not likely, or nothing new would be seen.
 */
export function turnToSeeWhichNeedles(
  job: Job,
  belief: Belief,
  suspicions: readonly Weighed[] = [],
): PlannedTurn | undefined {
  const hoses = suspicions.flatMap(({ suspicion, probability }) =>
    suspicion.kind === 'exchangedHoses' ? [{ throats: suspicion.throats, probability }] : [],
  );
  if (hoses.reduce((sum, { probability }) => sum + probability, 0) < WORTH_A_TURN) return undefined;
  const unturned = freeScrews(job).filter(({ id }) => !job.moves.some(({ adjuster }) => adjuster === id));
  const opens = forecastOf(belief).speed < job.setup.targets.idleRpm ? 1 : -1;
  for (const { throats } of hoses) {
    const tests = unturned.flatMap((adjuster) => {
      const [one = 0, other = 0] = throats.map((throat) => actionOn(adjuster, throat));
      if ((one === 0) === (other === 0)) return [];
      const turns = steppedTurn((one + other) * opens * TEST_TURN, roomOf(job, adjuster));
      return turns === 0 ? [] : [{ adjuster, turns }];
    });
    const [test] = tests;
    if (test !== undefined) return test;
  }
  return undefined;
}
