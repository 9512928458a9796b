import type { Suspicion } from '@amber-needle/core/job';
import { assertNever } from '@amber-needle/core/sequence';
import type { Setup } from '@amber-needle/core/setup';

/** A suspicion for the say line, and the test that would tell. */
export interface SuspicionWords {
  readonly name: string;
  readonly test: string;
  readonly signs: string;
  /** What the test needs care with. */
  readonly caution: string;
}

export function suspicionWords(setup: Setup, suspicion: Suspicion): SuspicionWords {
  switch (suspicion.kind) {
    case 'deadScrew': {
      const label = setup.adjusters.find(({ id }) => id === suspicion.adjuster)?.label ?? suspicion.adjuster;
      return {
        name: `${label} moves nothing`,
        test: 'look at its tip',
        signs:
          'It was turned, and its throttle did not follow. Does a rod or cable hold the throttle open? Does its tip touch? Is the thread stripped?',
        caution: 'Stop the engine first: hot and moving parts.',
      };
    }
    case 'exchangedHoses':
      return {
        name: `Hoses ${suspicion.throats.join(' and ')} exchanged`,
        test: 'trace both hoses',
        signs: 'The screw of one moves the needle of the other.',
        caution: 'Stop the engine before you pull a hose.',
      };
    case 'restlessStop':
      return {
        name: `Throat ${suspicion.throat} rests elsewhere`,
        test: 'check shaft and spring',
        signs:
          'After each blip it comes back to another place: worn shaft, play in the linkage, weak spring. No balance will hold.',
        caution: 'Stop the engine first: hot and moving parts.',
      };
    case 'airLeak':
      return {
        name: `Air leak at throat ${suspicion.throat}`,
        test: 'search for it',
        signs:
          'It breathes more than its mouth or any screw explains. Flange, boot, plug, hose: does smoke or unlit propane there change the speed? A tight valve looks alike.',
        caution: 'Fire hazard: no flammable spray on a hot engine, extinguisher at hand, local rules decide.',
      };
    default:
      return assertNever(suspicion);
  }
}
