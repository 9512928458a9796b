import Type from 'typebox';
import { figure, positive } from '../../../validation';
import { closed, envelope, Part } from '../envelope';

/** Engine stopped, hoses open to the air: what each gauge shows then is its offset. */
const GaugesZeroed = Type.Object(
  {
    what: Type.Literal('gaugesZeroed'),
    channels: Type.Array(
      Type.Object({ throat: Part, offsetKPa: figure(-20, 20), uncertaintyKPa: positive(120) }, closed),
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
      Type.Object({ throat: Part, shownKPa: figure(-120, 120), uncertaintyKPa: positive(120) }, closed),
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

/** Throttles are not compared above idle on this job: somebody has decided so. */
const OffIdleSkipped = Type.Object({ what: Type.Literal('offIdleSkipped') }, closed);

export const CheckSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('check'),
    check: Type.Union([GaugesZeroed, GaugesMatched, CautionsRead, Blipped, NoMeter, OffIdleSkipped]),
  },
  closed,
);
