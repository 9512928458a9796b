import type { EventOf } from '../events';

/** What was read, turned and noted, in order. It grows with the log, so no snapshot keeps it. */
export interface JobRecord {
  readonly readings: readonly EventOf<'reading'>[];
  /** The air of each throat by a meter on its mouth. */
  readonly airflows: readonly EventOf<'airflow'>[];
  readonly offIdleReadings: readonly EventOf<'reading'>[];
  readonly moves: readonly EventOf<'move'>[];
  readonly notes: readonly EventOf<'note'>[];
  /** What was noticed, tested and put right in the search for what no screw cures. */
  readonly search: readonly EventOf<'observed' | 'tested' | 'exchanged' | 'cured'>[];
  /** What was measured, done, skipped, timed, photographed, fitted and agreed on the sheet. */
  readonly sheet: readonly EventOf<
    'visit' | 'measured' | 'stepDone' | 'stepSkipped' | 'timed' | 'photo' | 'part' | 'cameOff' | 'appointment'
  >[];
  /** How the mixture is worked at, and what was seen of it. */
  readonly mixture: readonly EventOf<'mixturePlan' | 'mixtureSeen' | 'responded'>[];
  /** Rides, what they came to, what they are judged by, and what was to be changed after them. */
  readonly road: readonly EventOf<'rideLogged' | 'rideRead' | 'roadPlan' | 'roadChange'>[];
}

export function emptyRecord(): JobRecord {
  return {
    readings: [],
    airflows: [],
    offIdleReadings: [],
    moves: [],
    notes: [],
    search: [],
    sheet: [],
    mixture: [],
    road: [],
  };
}
