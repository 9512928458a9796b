import type { EventOf } from '@amber-needle/core/job';

/** Where a part stands. */
export const PART_STATES: Readonly<Record<EventOf<'part'>['state'], string>> = {
  toGet: 'to get',
  inHand: 'in hand',
  fitted: 'fitted',
  leftOver: 'left over',
  notNeeded: 'not needed',
};

/** What an appointment is for. */
export const APPOINTMENTS: Readonly<Record<EventOf<'appointment'>['for'], string>> = {
  coldStart: 'Cold start',
  shakeDown: 'Check after a shake-down',
  service: 'Service',
  season: 'Check for the season’s air',
};
