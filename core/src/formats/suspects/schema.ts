import Type, { type Static } from 'typebox';
import { ARCHETYPE_NAMES } from '../../setup';
import { OUTCOMES } from '../../suspects/map';
import { text } from '../../validation';

const closed = { additionalProperties: false };
const Name = text(40, 1);
const Place = Type.Optional(text(32, 1));
const MOST = { maxItems: 500 };

export const SUSPECTS_FORMAT = 'amber-needle/suspects';

/** A case for the search: a machine, what was noticed, what tests answered. */
export const SuspectsCaseSchema = Type.Object(
  {
    format: Type.Literal(SUSPECTS_FORMAT),
    version: Type.Literal(1),
    /** A kind of machine by its name, or a whole setup document. */
    machine: Type.Union([Type.Enum(ARCHETYPE_NAMES), Type.Object({ format: Type.Literal('amber-needle/setup') })]),
    observed: Type.Optional(
      Type.Array(Type.Object({ observation: Name, place: Place, seen: Type.Optional(Type.Boolean()) }, closed), MOST),
    ),
    tested: Type.Optional(Type.Array(Type.Object({ test: Name, place: Place, answer: Name }, closed), MOST)),
    exchanged: Type.Optional(
      Type.Array(
        Type.Object(
          {
            what: Name,
            places: Type.Array(text(32, 1), { minItems: 2, maxItems: 2, uniqueItems: true }),
            outcome: Type.Enum([...OUTCOMES]),
          },
          closed,
        ),
        MOST,
      ),
    ),
    /** Tests that cannot be done. */
    putOff: Type.Optional(Type.Array(Name, MOST)),
  },
  closed,
);

export type SuspectsCase = Static<typeof SuspectsCaseSchema>;
