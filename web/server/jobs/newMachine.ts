import { ARCHETYPE_NAMES } from '@amber-needle/core/setup';
import Type, { type Static } from 'typebox';

/** What the form for a new machine asks: one schema for the form and for the server. */
export const NewMachineSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '\\S' }),
    /** The bank it starts from. */
    archetype: Type.Enum(ARCHETYPE_NAMES),
    note: Type.String({ maxLength: 500 }),
    idleRpm: Type.Number({ minimum: 400, maximum: 3000 }),
    spreadKPa: Type.Number({ minimum: 0.1, maximum: 5 }),
  },
  { additionalProperties: false },
);

export type NewMachine = Static<typeof NewMachineSchema>;
