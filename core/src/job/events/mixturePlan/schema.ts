import Type from 'typebox';
import { MIXTURE_INSTRUMENTS, SENSOR_PLACES } from '../../../mixture/words';
import { figure, oneOf } from '../../../validation';
import { closed, envelope } from '../envelope';

/** When a mixture is right. The target lambda or CO is that of the whole job; colour and lift have theirs in what is seen. */
const RuleSchema = Type.Union([
  Type.Object({ by: Type.Literal('lambda'), target: figure(0.8, 1.1) }, closed),
  Type.Object({ by: Type.Literal('co'), percent: figure(0.2, 8) }, closed),
  /** The leanest mixture that still idles as fast as any, within one per cent. */
  Type.Object({ by: Type.Literal('leanBest') }, closed),
  /** Leaned from there until the idle has dropped by so much. */
  Type.Object({ by: Type.Literal('leanDrop'), rpm: figure(5, 200) }, closed),
  Type.Object({ by: Type.Literal('colour') }, closed),
  Type.Object({ by: Type.Literal('lift') }, closed),
]);

/** How the mixture of a job is worked at: what there is to look with, what burns, and when it is right. The last one said counts. */
export const MixturePlanSchema = Type.Object(
  {
    ...envelope(2),
    kind: Type.Literal('mixturePlan'),
    instruments: Type.Array(oneOf(MIXTURE_INSTRUMENTS), { minItems: 1, maxItems: 6, uniqueItems: true }),
    /** Where the lambda sensor sits; carried when left out. */
    sensor: Type.Optional(oneOf(SENSOR_PLACES)),
    rule: RuleSchema,
    /** The fuel that an air/fuel gauge prints its figures for: petrol when left out, or what burns. */
    scale: Type.Optional(oneOf(['petrol', 'fuel'])),
    /** What burns, shares by volume beside petrol. */
    fuel: Type.Object({ ethanol: figure(0, 1), methanol: figure(0, 1) }, closed),
    ignition: oneOf(['modest', 'strong']),
    /** `balanceFirst`: coarse balance, mixture, fine balance, mixture check. `mixtureOnly`: no gauges are on. */
    order: oneOf(['balanceFirst', 'mixtureFirst', 'mixtureOnly']),
  },
  closed,
);
