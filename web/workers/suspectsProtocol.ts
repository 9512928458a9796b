import type { JobEvent } from '@amber-needle/core/job';
import type { SearchOptions } from '@amber-needle/core/suspects';
import type { ToldSuspects } from './suspecter';

/** What the page asks of the worker of the search. `request` numbers let late answers be told from new ones. */
export interface SuspectsRequest {
  readonly request: number;
  readonly events: readonly JobEvent[];
  readonly options: SearchOptions;
}

export interface SuspectsResponse {
  readonly request: number;
  readonly told: ToldSuspects;
}
