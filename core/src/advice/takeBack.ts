import { roundToTurnStep, turns } from '../units';
import type { Stage } from './situation';
import { turnAdvice } from './turnAdvice';

/** A turn that killed the engine is taken back before anything else: nothing can be read of an engine that does not run. */
export const takeBackStall: Stage = (situation) => {
  const { stall, setup } = situation.job;
  const adjuster = setup.adjusters.find(({ id }) => id === stall?.adjuster);
  if (stall === undefined || adjuster === undefined) return undefined;
  return turnAdvice({ adjuster, turns: roundToTurnStep(turns(-stall.by)) }, situation, 'afterStall');
};
