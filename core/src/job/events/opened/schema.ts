import Type, { type Static } from 'typebox';
import { SetupSchema } from '../../../setup/schema';
import { figure, Instant, text } from '../../../validation';
import { CounterSchema } from '../cured/schema';
import { closed, envelope, Part } from '../envelope';

/** How a machine was left, and what its screws were found to do. */
const LastVisitSchema = Type.Object(
  {
    /** When it was read last. */
    on: Instant,
    /** Each throat from the mean of the group, kPa or per cent of air by what decides. */
    asLeft: Type.Array(
      Type.Object({ throat: Part, deviation: figure(-200, 200), uncertainty: figure(0, 200) }, closed),
      { maxItems: 8 },
    ),
    /** Change of the logarithm of airflow per turn, as its logarithm, with its standard uncertainty. */
    gains: Type.Array(Type.Object({ adjuster: Part, logGain: figure(-12, 6), doubt: figure(0.001, 5) }, closed), {
      maxItems: 24,
    }),
    /** How the idle follows the air, as a logarithm, with its standard uncertainty. */
    speedSlope: Type.Object({ log: figure(-10, 5), doubt: figure(0.001, 5) }, closed),
  },
  closed,
);

export type LastVisit = Static<typeof LastVisitSchema>;

/** What this workshop has put right before, by cause; and on this very machine, with where and when. */
const CuresSchema = Type.Object(
  {
    workshop: Type.Array(
      Type.Object({ cause: text(40, 1), count: Type.Integer({ minimum: 1, maximum: 100_000 }) }, closed),
      { maxItems: 100 },
    ),
    here: Type.Array(
      Type.Object(
        { cause: text(40, 1), place: Type.Optional(Part), on: Instant, counter: Type.Optional(CounterSchema) },
        closed,
      ),
      { maxItems: 50 },
    ),
  },
  closed,
);

export type Cures = Static<typeof CuresSchema>;

/** The job began: on which machine, what was complained of, and the setup as it was then. */
export const OpenedSchema = Type.Object(
  {
    ...envelope(6),
    kind: Type.Literal('opened'),
    machine: text(120, 1),
    complaint: text(2000),
    setup: SetupSchema,
    /** What the last visit of this machine taught, copied here when the job was opened. */
    lastVisit: Type.Optional(LastVisitSchema),
    /** What was put right before, copied here when the job was opened: nothing outside the log enters the search. */
    cures: Type.Optional(CuresSchema),
    /** On a simulated engine. */
    practice: Type.Optional(Type.Literal(true)),
  },
  closed,
);
