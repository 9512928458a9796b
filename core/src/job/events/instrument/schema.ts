import Type, { type Static } from 'typebox';
import { figure, Instant, text } from '../../../validation';
import { closed, EventId, envelope, Part } from '../envelope';

/** Kinds of instruments that a workshop has. */
export const INSTRUMENT_KINDS = [
  'gaugeSet',
  'gauge',
  'airflowMeter',
  'tachometer',
  'lambdaSensor',
  'coMeter',
  'transparentPlug',
] as const;

/** What is learned of a gauge, and when: on a throat in a job's log, of a channel in the workshop. */
export const LEARNED = {
  offsetKPa: figure(-20, 20),
  offsetUncertaintyKPa: figure(0.001, 20),
  /** Share of what is shown. */
  slope: figure(-0.2, 0.2),
  slopeUncertainty: figure(0.00001, 0.2),
  on: Instant,
};

const LearnedSchema = Type.Object({ throat: Part, ...LEARNED }, closed);

export type Learned = Static<typeof LearnedSchema>;

/** The instrument that the job is read with, and what is known of it at this moment: the fold asks nothing outside the log. */
export const InstrumentSchema = Type.Object(
  {
    ...envelope(1),
    kind: Type.Literal('instrument'),
    instrument: EventId,
    name: text(80, 1),
    what: Type.Enum(INSTRUMENT_KINDS),
    /** Largest error as a share of the reading, per cent, as its maker says; left out where nobody knows. */
    classPercent: Type.Optional(figure(0.05, 10)),
    learned: Type.Array(LearnedSchema, { maxItems: 8 }),
  },
  closed,
);
