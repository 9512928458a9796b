/**
 * How a bank with a fault looks as it was found, before anything was turned. `apart`: one throat stands off its sisters by any of these
 * (log airflow), each as likely; `exchanged`: two throats show each other's air.
 */
export type FoundAs =
  | { readonly as: 'apart'; readonly throat: string; readonly by: readonly number[] }
  | { readonly as: 'exchanged'; readonly throats: readonly [string, string] };

/** What is seen of an engine since the weighing began, as far as it says which faults are worth reckoning with. */
export interface Sight {
  /** Screws that were turned. */
  readonly turned: ReadonlySet<string>;
  readonly blipped: boolean;
  /** A meter was on the mouths, and tells of each throat. */
  readonly metered: boolean;
  /** A reading lay beyond what a sound engine shows. */
  readonly startled: boolean;
  /** A screw did less than was thought of it. */
  isWeak(screw: string): boolean;
}
