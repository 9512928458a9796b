/** A throttle that may come to rest elsewhere: whenever its screw was turned, or at any blip too; by about so much log airflow. */
export interface Stray {
  readonly throat: string;
  readonly after: 'turns' | 'turnsAndBlips';
  readonly logAirflow: number;
}

/** What faults change in how an engine answers, as the belief reckons with them. */
export interface Supposition {
  /** Screws whose turns move nothing. */
  readonly deadScrews?: readonly string[];
  readonly strays?: readonly Stray[];
  /** Throats whose gauges sit on each other's hose. */
  readonly exchangedHoses?: readonly (readonly [string, string])[];
  /** Throats whose air comes in past the mouth too. */
  readonly leaks?: readonly string[];
}

/** Several at once. */
export function allSupposed(all: readonly Supposition[]): Required<Supposition> {
  return {
    deadScrews: all.flatMap(({ deadScrews = [] }) => deadScrews),
    strays: all.flatMap(({ strays = [] }) => strays),
    exchangedHoses: all.flatMap(({ exchangedHoses = [] }) => exchangedHoses),
    leaks: all.flatMap(({ leaks = [] }) => leaks),
  };
}
