import type { EventOf } from '../events';

/** The instrument that a job is read with. */
interface ReadWith {
  readonly id: string;
  readonly name: string;
  readonly what: EventOf<'instrument'>['what'];
  readonly classPercent: number | undefined;
}

/** What is known of the gauges on this job. */
export interface Gauges {
  /** Throats whose gauge has been zeroed, and whether that is all of them. */
  readonly zeroedThroats: readonly string[];
  readonly gaugesZeroed: boolean;
  /** Gauges were put on one running throat since they were zeroed last. */
  readonly gaugesMatched: boolean;
  /** The last reading was made with one instrument carried round: no other's zero or slope stands between the throats. */
  readonly oneGauge: boolean;
  /** What the job is read with, where it was said. */
  readonly instrument: ReadWith | undefined;
  /** There is no meter at hand to ask for. */
  readonly noMeter: boolean;
}

export function openGauges(): Gauges {
  return {
    zeroedThroats: [],
    gaugesZeroed: false,
    gaugesMatched: false,
    oneGauge: false,
    instrument: undefined,
    noMeter: false,
  };
}
