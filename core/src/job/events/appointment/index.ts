import type { EventKind } from '../eventKind';
import { AppointmentSchema } from './schema';

export const appointment: EventKind<typeof AppointmentSchema> = {
  kind: 'appointment',
  version: 1,
  schema: AppointmentSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Appointment',
  record: ({ sheet }, event) => ({ sheet: [...sheet, event] }),
};
