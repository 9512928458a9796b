import type { Belief } from '../belief';
import type { Job } from '../job';
import type { Advice } from './advice';
import { dueTurn } from './dueTurn';
import { adviseFreshReading } from './freshReading';
import { leftUndecided, lookElsewhere } from './lookElsewhere';
import { mixtureDue } from './mixtureDue';
import { adviseOffIdle } from './offIdle';
import { readMatchOrFineTurn } from './readMatchOrFineTurn';
import { type AdviceOptions, type Stage, situationOf } from './situation';
import { meterBeforeGoingOn, nameFault } from './suspicion';
import { takeBackStall } from './takeBack';
import { proveAndClose, zeroBeforeTurning } from './whenBalanced';

/** The first that has something to say is heard. */
const STAGES: readonly Stage[] = [
  takeBackStall,
  // Held above idle, by request: nothing is said of the idle.
  adviseOffIdle,
  // The mixture, in its turn: its screws need no reading of the gauges after each.
  mixtureDue,
  // While nothing fresh has been read there is nothing to judge.
  adviseFreshReading,
  // A fault that no screw cures.
  nameFault,
  // Screws would be turned in vain on a leak.
  meterBeforeGoingOn,
  // The targets hold: proof, clamps, and the end.
  proveAndClose,
  // Gauges that were not zeroed may make the whole difference.
  zeroBeforeTurning,
  dueTurn,
  // No turn is plainly due: what would tell most, or help most, for its trouble.
  readMatchOrFineTurn,
  // Where screws do not help, the cheapest look first.
  lookElsewhere,
];

/** The next action for an open job under a belief. Deterministic for the same job, belief and options. */
export function adviseNextMove(job: Job, belief: Belief, options: AdviceOptions): Advice {
  const situation = situationOf(job, belief, options);
  for (const stage of STAGES) {
    const advice = stage(situation);
    if (advice !== undefined) return { ...advice, grounds: situation.grounds };
  }
  return { ...leftUndecided(situation), grounds: situation.grounds };
}
