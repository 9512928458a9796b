import Type from 'typebox';
import { JUDGED } from '../../../road/words';
import { figure, oneOf } from '../../../validation';
import { closed, envelope } from '../envelope';

/** What rides are judged by, where it is not the usual; the last one counts. */
export const RoadPlanSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('roadPlan'),
    bands: Type.Array(Type.Object({ regime: oneOf(JUDGED), low: figure(0.5, 2), high: figure(0.5, 2) }, closed), {
      maxItems: JUDGED.length,
    }),
    /** Temperatures of the ride and of the coldest day that is expected, C. */
    riddenC: Type.Optional(figure(-40, 60)),
    coldestC: Type.Optional(figure(-40, 60)),
  },
  closed,
);
