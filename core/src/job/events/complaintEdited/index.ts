import type { EventKind } from '../eventKind';
import { ComplaintEditedSchema } from './schema';

export const complaintEdited: EventKind<typeof ComplaintEditedSchema> = {
  kind: 'complaintEdited',
  version: 1,
  schema: ComplaintEditedSchema,
  upcasters: [],
  season: 'untilClosed',
  title: 'Complaint reworded',
  folds: { opening: (_, { complaint }) => ({ complaint }) },
};
