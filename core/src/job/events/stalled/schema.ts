import Type from 'typebox';
import { closed, envelope } from '../envelope';

/** The engine died by itself: said by the person, or seen in the signal. */
export const StalledSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('stalled'),
    seen: Type.Union([Type.Literal('byPerson'), Type.Literal('bySignal')]),
  },
  closed,
);
