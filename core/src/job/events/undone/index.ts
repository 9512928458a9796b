import { refuseUndoing } from '../../undo';
import type { EventKind } from '../eventKind';
import { UndoneSchema } from './schema';

export const undone: EventKind<typeof UndoneSchema> = {
  kind: 'undone',
  version: 1,
  schema: UndoneSchema,
  upcasters: [],
  season: 'saysItself',
  title: 'Undo',
  rewrites: true,
  refuseByLog: refuseUndoing,
};
