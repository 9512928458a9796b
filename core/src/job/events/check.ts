import Type from 'typebox';
import { closed, envelope } from './envelope';

/** Engine stopped, hoses open to the air: what each gauge shows then is its offset. */
const GaugesZeroed = Type.Object(
  {
    what: Type.Literal('gaugesZeroed'),
    channels: Type.Array(
      Type.Object(
        {
          throat: Type.String({ minLength: 1, maxLength: 32 }),
          offsetKPa: Type.Number({ minimum: -20, maximum: 20 }),
          uncertaintyKPa: Type.Number({ exclusiveMinimum: 0 }),
        },
        closed,
      ),
      { minItems: 1, maxItems: 8 },
    ),
  },
  closed,
);

/** All hoses on one running throat: what the gauges show of the same depression tells their slopes apart. */
const GaugesMatched = Type.Object(
  {
    what: Type.Literal('gaugesMatched'),
    channels: Type.Array(
      Type.Object(
        {
          throat: Type.String({ minLength: 1, maxLength: 32 }),
          shownKPa: Type.Number({ minimum: -120, maximum: 120 }),
          uncertaintyKPa: Type.Number({ exclusiveMinimum: 0 }),
        },
        closed,
      ),
      { minItems: 2, maxItems: 8 },
    ),
  },
  closed,
);

/** The cautions for running an engine were shown and taken note of. */
const CautionsRead = Type.Object({ what: Type.Literal('cautionsRead') }, closed);

/** The throttle was opened for a moment and let fall shut, nothing turned: a stop that does not repeat shows in the next reading. */
const Blipped = Type.Object({ what: Type.Literal('blipped') }, closed);

/** A meter was asked for and there is none at hand: it is not asked for again. */
const NoMeter = Type.Object({ what: Type.Literal('noMeter') }, closed);

export const CheckSchema = Type.Object(
  {
    ...envelope,
    kind: Type.Literal('check'),
    check: Type.Union([GaugesZeroed, GaugesMatched, CautionsRead, Blipped, NoMeter]),
  },
  closed,
);
