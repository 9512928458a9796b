import Type from 'typebox';
import { closed, envelope } from '../envelope';

/** What kind of visit it is: everything, the balance only, or a fault to find. */
export const VisitSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('visit'),
    visit: Type.Union([Type.Literal('full'), Type.Literal('balance'), Type.Literal('fault')]),
  },
  closed,
);
