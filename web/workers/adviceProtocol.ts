import type { JobEvent } from '@amber-needle/core/job';
import type { SignalReading } from '@amber-needle/core/signal';
import type { Told } from './adviser';

/** What the page asks of the advice worker. `request` numbers let late answers be told from new ones. */
export interface AdviceRequest {
  readonly request: number;
  readonly events: readonly JobEvent[];
  /** What the live gauge says, where there is one. */
  readonly phase: SignalReading['phase'] | undefined;
}

export interface AdviceResponse {
  readonly request: number;
  readonly told: Told;
}
