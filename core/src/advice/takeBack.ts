import { concernOf } from '../setup';
import { roundToTurnStep, turns } from '../units';
import type { Stage } from './situation';
import { turnAdvice } from './turnAdvice';

/** A turn that killed the engine is taken back before anything else: nothing can be read of an engine that does not run. */
export const takeBackStall: Stage = (situation) => {
  const { stall, setup } = situation.job;
  const { mixture } = situation;
  const adjuster = setup.adjusters.find(({ id }) => id === stall?.adjuster);
  if (stall === undefined || adjuster === undefined) return undefined;
  // Fuel for a cylinder that did not burn killed nothing.
  if (mixture !== undefined && concernOf(adjuster) === 'mixture' && !mixture.isToBlame) return undefined;
  const back = roundToTurnStep(turns(-stall.by));
  // A turn of nothing killed no engine: there is none to take back.
  return back === 0 ? undefined : turnAdvice({ adjuster, turns: back }, situation, 'afterStall');
};
