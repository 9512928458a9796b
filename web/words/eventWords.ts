import type { JobEvent } from '@amber-needle/core/job';
import { assertNever } from '@amber-needle/core/sequence';
import type { Setup } from '@amber-needle/core/setup';
import { suspicionWords } from './suspicionWords';
import { turnText } from './turns';

const CHECKED = {
  gaugesZeroed: 'Gauges zeroed',
  gaugesMatched: 'Gauges matched on one throat',
  cautionsRead: 'Cautions read',
  blipped: 'Blipped, nothing turned',
  noMeter: 'No meter at hand',
} as const;

/** An event in a few words: for undo, notices and the report. */
export function eventText(setup: Setup, event: JobEvent): string {
  switch (event.kind) {
    case 'opened':
      return 'Job opened';
    case 'reading':
      return event.round === undefined ? 'Reading taken' : 'Round with one gauge taken';
    case 'airflow':
      return 'Airflow taken';
    case 'move': {
      const label = setup.adjusters.find(({ id }) => id === event.adjuster)?.label ?? event.adjuster;
      return `${label}, ${turnText(event.turns)}`;
    }
    case 'check':
      return CHECKED[event.check.what];
    case 'note':
      return 'Note';
    case 'coupled': {
      const label = setup.couplings.find(({ id }) => id === event.coupling)?.label ?? event.coupling;
      return `${label} ${event.state}`;
    }
    case 'reach': {
      const label = setup.adjusters.find(({ id }) => id === event.adjuster)?.label ?? event.adjuster;
      return `${label} ${event.state === 'outOfReach' ? 'cannot be reached' : 'can be reached'}`;
    }
    case 'verdict':
      return `${suspicionWords(setup, event.suspicion).name}: ${event.verdict === 'mended' ? 'put right' : 'nothing found'}`;
    case 'stage':
      return event.stage === 'offIdle' ? 'Held above idle' : 'Back to idle';
    case 'finished':
      return event.outcome === 'balanced' ? 'Finished, balanced' : 'Finished, left as is';
    case 'undone':
      return 'Undo';
    default:
      return assertNever(event);
  }
}
