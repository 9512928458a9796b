import { DONE_PROBABILITY } from './chance';
import { gaugesKnown, READ_FOR } from './readings';
import type { Stage } from './situation';
import { BLIP_AND_READ, needsProofOfRest } from './suspicion';

/** Gauges that were not zeroed show differences up to this, kPa, on a bank that agrees. Ours: four times what offsets are believed to be. */
const MAY_BE_OFFSETS = 2;

/** Where the targets hold: throttles that repeat, clamps, and the end. */
export const proveAndClose: Stage = ({ job, suspicions, chance }) => {
  if (chance.all < DONE_PROBABILITY) return undefined;
  if (needsProofOfRest(job, suspicions)) return BLIP_AND_READ;
  const open = job.setup.couplings.find(({ id }) => !job.clamped.includes(id));
  return open === undefined ? { kind: 'done' } : { kind: 'couple', coupling: open.id, state: 'clamped' };
};

/** A difference so small may be the gauges' own. */
export const zeroBeforeTurning: Stage = ({ job, grounds }) =>
  !gaugesKnown(job) && grounds.now.spread < MAY_BE_OFFSETS
    ? { kind: 'read', purpose: 'zeroGauges', duration: READ_FOR }
    : undefined;
