import type { EventKind } from '../eventKind';
import { NoteSchema } from './schema';

export const note: EventKind<typeof NoteSchema> = {
  kind: 'note',
  version: 1,
  schema: NoteSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Note',
  record: ({ notes }, event) => ({ notes: [...notes, event] }),
};
