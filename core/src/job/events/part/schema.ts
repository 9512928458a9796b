import Type from 'typebox';
import { text } from '../../../validation';
import { closed, envelope } from '../envelope';

/** Where a part stands: to get, in hand, fitted, or left over. One that the list does not know is added by its name. */
export const PartSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('part'),
    name: text(80, 1),
    count: Type.Integer({ minimum: 1, maximum: 200 }),
    state: Type.Union([
      Type.Literal('toGet'),
      Type.Literal('inHand'),
      Type.Literal('fitted'),
      Type.Literal('leftOver'),
      Type.Literal('notNeeded'),
    ]),
  },
  closed,
);
