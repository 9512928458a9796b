import Type from 'typebox';
import { figure, Instant } from '../../../validation';
import { closed, envelope } from '../envelope';

/** When somebody comes back to a machine: the cold start next morning, or a check after a while, a distance or hours. */
export const AppointmentSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('appointment'),
    for: Type.Union([
      Type.Literal('coldStart'),
      Type.Literal('shakeDown'),
      Type.Literal('service'),
      Type.Literal('season'),
    ]),
    on: Instant,
    /** Whichever comes first. */
    afterKm: Type.Optional(figure(1, 1e6)),
    afterHours: Type.Optional(figure(0.1, 1e5)),
  },
  closed,
);
