import Type, { type Static } from 'typebox';
import { FaultSchema } from '../faults';
import { checkerFor, compiled, figure } from '../validation';

const closed = { additionalProperties: false };

/** Faster, and a six with its gauges no longer keeps up on two cores. Ours. */
export const FASTEST_PACE = 8;

/** What is wrong with a practice engine: nothing, one fault that the seed draws, or these. */
const PracticeFaultsSchema = Type.Union([
  Type.Object({ are: Type.Literal('none') }, closed),
  Type.Object({ are: Type.Literal('drawn') }, closed),
  Type.Object({ are: Type.Literal('chosen'), faults: Type.Array(FaultSchema, { minItems: 1, maxItems: 20 }) }, closed),
]);

/** Which practice engine: its seed, where it stands, what is wrong with it, and whether that is shown. */
export const PracticeChoicesSchema = Type.Object(
  {
    seed: Type.Integer({ minimum: 0, maximum: 2_147_483_647 }),
    altitudeM: Type.Number({ minimum: -400, maximum: 5000 }),
    faults: PracticeFaultsSchema,
    shown: Type.Boolean(),
    /** Starts as on a morning of 15 C instead of warm. */
    cold: Type.Boolean(),
    /** How many seconds of the engine's pass in one of the clock's; one when left out. */
    pace: Type.Optional(figure(1, FASTEST_PACE)),
  },
  closed,
);

export type PracticeChoices = Static<typeof PracticeChoicesSchema>;

export const DEFAULT_PRACTICE: PracticeChoices = {
  seed: 7,
  altitudeM: 0,
  faults: { are: 'none' },
  shown: false,
  cold: false,
  pace: 1,
};

export const checkPracticeChoices = checkerFor(PracticeChoicesSchema, compiled.practiceChoices);
