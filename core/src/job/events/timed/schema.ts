import Type from 'typebox';
import { figure, Instant, text } from '../../../validation';
import { closed, envelope } from '../envelope';

/**
 * A timed test of the sheet: it began, something was marked while it ran, or it ended with an outcome. `serverAt` is the server's time, so that
 * a reload and another browser show the same second.
 */
export const TimedSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('timed'),
    test: text(40, 1),
    place: Type.Optional(text(80, 1)),
    what: Type.Union([
      Type.Object({ is: Type.Literal('started'), serverAt: Instant, attitude: Type.Optional(text(80, 1)) }, closed),
      Type.Object(
        {
          is: Type.Literal('marked'),
          mark: text(40, 1),
          /** Seconds after the start. */
          afterS: figure(0, 1e6),
          /** Where: a carburetor. */
          place: Type.Optional(text(80, 1)),
          /** What was read at the mark, by the test's own unit. */
          value: Type.Optional(figure(-1e6, 1e6)),
        },
        closed,
      ),
      Type.Object(
        {
          is: Type.Literal('ended'),
          outcome: Type.Union([
            Type.Literal('passed'),
            Type.Literal('failed'),
            Type.Literal('recorded'),
            Type.Literal('given up'),
          ]),
          afterS: figure(0, 1e6),
        },
        closed,
      ),
    ]),
  },
  closed,
);
