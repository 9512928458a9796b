import Type, { type Static } from 'typebox';
import type { PressureUnit } from '../units';
import { TEXT_PATTERN } from '../validation';

const closed = { additionalProperties: false };

/** The `# key: value` lines at the head of a trace. */
export const TraceMetaSchema = Type.Object(
  {
    start: Type.Optional(
      Type.String({ maxLength: 40, pattern: TEXT_PATTERN, description: 'When t = 0 was, ISO 8601.' }),
    ),
    reference: Type.Optional(
      Type.Union([Type.Literal('vacuum'), Type.Literal('gauge'), Type.Literal('absolute')], {
        description: 'What pressures are measured against; vacuum (positive below ambient) when left out.',
      }),
    ),
    barometer_kpa: Type.Optional(
      Type.Number({ minimum: 50, maximum: 115, description: 'Ambient pressure; required for an absolute trace.' }),
    ),
    source: Type.Optional(
      Type.String({ maxLength: 120, pattern: TEXT_PATTERN, description: 'What took it, in words.' }),
    ),
    stream: Type.Optional(
      Type.String({
        pattern: '^[A-Za-z0-9_-]{1,64}$',
        description: 'Names one live stream, so that a second gauge is told apart.',
      }),
    ),
    control: Type.Optional(
      Type.String({
        pattern: '^http://127\\.0\\.0\\.1:[0-9]{1,5}$',
        description: 'Where a practice instrument on this machine takes screw turns.',
      }),
    ),
    channels: Type.Optional(
      Type.Record(Type.String({ pattern: '^[a-z][a-z0-9]*$' }), Type.String({ maxLength: 64, pattern: TEXT_PATTERN }), {
        description: 'Where each channel sits: column stem to throat, written `# channels: v1=1 v2=2`.',
      }),
    ),
  },
  closed,
);

export type TraceMeta = Static<typeof TraceMetaSchema>;

/** A column that was understood. Values stay in the column's own unit, as the gauge showed them. */
export type TraceColumn =
  | { readonly kind: 'time'; readonly name: string; readonly scale: 's' | 'ms' }
  | { readonly kind: 'pressure'; readonly name: string; readonly stem: string; readonly unit: PressureUnit }
  | { readonly kind: 'speed'; readonly name: string }
  /** Opening of the driver's lever, percent of its travel. */
  | { readonly kind: 'throttle'; readonly name: string }
  | { readonly kind: 'lambda'; readonly name: string };

/** A whole trace: column descriptions and rows of numbers; NaN where a cell was empty. */
export interface Trace {
  readonly meta: TraceMeta;
  readonly columns: readonly TraceColumn[];
  readonly rows: readonly (readonly number[])[];
}

/** Something wrong in a trace. `line` counts from 1. `fatal` ones leave nothing to read. */
export interface TraceProblem {
  readonly line: number;
  readonly kind:
    | 'metadata'
    | 'noHeader'
    | 'noTime'
    | 'unknownColumn'
    | 'repeatedColumn'
    | 'badNumber'
    | 'raggedRow'
    | 'timeBackwards'
    | 'needsBarometer'
    | 'tooMany';
  readonly reason: string;
  readonly fatal: boolean;
}
