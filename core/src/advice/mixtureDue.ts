import type { Mixture, MixtureStep } from '../mixture';
import { toleranceOf } from '../setup';
import type { Stage } from './situation';

/** Balanced well enough for the mixture to be worked at: within so many tolerances and idle bands; once begun, a little more. Ours. */
const COARSE = 3;
const ONCE_BEGUN = 1.6;
/** An idle further off than this share is brought back before anything else is judged. Ours. */
const IDLE_OFF = 0.15;

/**
 * The mixture, where the job has a plan for it and it is its turn: after a coarse balance, before the fine one, and again when something
 * that was turned since may have moved it.
 */
export const mixtureDue: Stage = ({ job, mixture, mixtureAhead, grounds }) => {
  if (mixture === undefined) return undefined;
  const { next, stands } = mixtureAhead();
  const { order } = mixture.plan;
  if (order === 'mixtureOnly') return next === undefined ? { kind: 'done' } : { kind: 'mixture', step: next, stands };
  if (next === undefined) return undefined;
  // Screws are counted and set, and a dead engine gets fuel, before any gauge is read.
  const isBefore = next.do === 'count' || (next.do === 'turn' && (next.purpose === 'base' || next.purpose === 'alive'));
  if (isBefore) return { kind: 'mixture', step: next, stands };
  const { idleRpm, idleBandRpm } = job.setup.targets;
  const { rpm, screwTurns, lastTurned } = mixture;
  // A screw under way is finished first: an idle that a lean mixture has dropped wants fuel, not more air.
  const isSlow = grounds.now.speed < idleRpm - Math.max(COARSE * idleBandRpm, IDLE_OFF * idleRpm);
  if (isSlow && job.sinceReading !== 'noReading' && wantsMixtureFirst(mixture, next))
    return { kind: 'mixture', step: next, stands };
  const isUnderWay = next.do !== 'turn' || next.adjuster === lastTurned?.adjuster;
  if (!isUnderWay && rpm !== undefined && Math.abs(rpm - idleRpm) > Math.max(COARSE * idleBandRpm, IDLE_OFF * idleRpm))
    return undefined;
  if (order === 'balanceFirst') {
    if (job.sinceReading === 'noReading' || job.sinceReading === 'matched') return undefined;
    const allowed = COARSE * (Object.keys(screwTurns).length > 0 ? ONCE_BEGUN : 1);
    const isCoarse =
      grounds.now.spread <= allowed * toleranceOf(job.setup) &&
      Math.abs(grounds.now.speed - idleRpm) <= allowed * idleBandRpm;
    if (!isCoarse) return undefined;
  }
  return { kind: 'mixture', step: next, stands };
};

/**
 * Before a slow engine is opened its mixture is looked at, and again after each turn of its screws; what is plainly off is set, for more air would only lean a
 * lean engine, and a drowned one is slow whatever its throttles do.
 */
function wantsMixtureFirst({ seen }: Mixture, next: MixtureStep): boolean {
  const isLooked = seen.some(({ seen: { how } }) => how === 'sensor' || how === 'co' || how === 'colour');
  switch (next.do) {
    case 'freeAir':
      return !isLooked;
    case 'look':
      return next.instrument !== 'tachometer' && next.instrument !== 'ears' && (!isLooked || next.purpose !== 'check');
    case 'turn':
      return isLooked && (next.way === 'richer' || next.purpose === 'target');
    case 'count':
      return false;
  }
}
