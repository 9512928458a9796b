import type { JobEvent } from '@amber-needle/core/job';
import { assertNever } from '@amber-needle/core/sequence';
import type { Setup } from '@amber-needle/core/setup';
import { turnText } from './turns';

/** An event in a few words: for undo, notices and the report. */
export function eventText(setup: Setup, event: JobEvent): string {
  switch (event.kind) {
    case 'opened':
      return 'Job opened';
    case 'reading':
      return 'Reading taken';
    case 'move': {
      const label = setup.adjusters.find(({ id }) => id === event.adjuster)?.label ?? event.adjuster;
      return `${label}, ${turnText(event.turns)}`;
    }
    case 'check':
      return event.check.what === 'gaugesZeroed' ? 'Gauges zeroed' : 'Cautions read';
    case 'note':
      return 'Note';
    case 'coupled': {
      const label = setup.couplings.find(({ id }) => id === event.coupling)?.label ?? event.coupling;
      return `${label} ${event.state}`;
    }
    case 'finished':
      return event.outcome === 'balanced' ? 'Finished, balanced' : 'Finished, left as is';
    case 'undone':
      return 'Undo';
    default:
      return assertNever(event);
  }
}
