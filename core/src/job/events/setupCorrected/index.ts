import { setupProblems } from '../../../setup';
import type { Refusal } from '../../decide';
import { createLogReader } from '../../logReader';
import { effectiveEvents } from '../../undo';
import type { EventKind } from '../eventKind';
import type { EventOf, JobEvent } from '../index';
import { SetupCorrectedSchema } from './schema';

export const setupCorrected: EventKind<typeof SetupCorrectedSchema> = {
  kind: 'setupCorrected',
  version: 3,
  schema: SetupCorrectedSchema,
  // Version 2 may say what the carburetors are, version 3 have jets that come in sizes.
  upcasters: [(event) => event, (event) => event],
  season: 'untilClosed',
  title: 'Setup corrected',
  rewrites: true,
  refuseByLog,
};

/** The new setup must be sound, and everything that was recorded must still make sense with it. */
function refuseByLog(events: readonly JobEvent[], { setup }: EventOf<'setupCorrected'>): Refusal | undefined {
  if (setupProblems(setup).length > 0) return 'setupUnsound';
  const reader = createLogReader();
  const fits = effectiveEvents(events)
    .filter(({ kind }) => kind !== 'setupCorrected')
    .every((event) => reader.take(event.kind === 'opened' ? { ...event, setup } : event) === undefined);
  return fits ? undefined : 'setupDoesNotFit';
}
