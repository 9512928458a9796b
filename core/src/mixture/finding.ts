/** What a witness said of a circuit by itself, as a lambda with its doubt (logarithm). */
export interface Witnessed {
  readonly by: 'sensor' | 'co' | 'colour' | 'lift' | 'plug';
  readonly lambda: number;
  readonly doubt: number;
}

/** Something about a circuit that no reading says by itself. */
export type MixtureFinding = {
  readonly throat: string;
} /** Two witnesses that cannot both be right; `leaner` said so. `tests` of the map of suspects would tell. */ & (
  | {
      readonly is: 'contradiction';
      readonly leaner: Witnessed;
      readonly richer: Witnessed;
      readonly tests: readonly string[];
    }
  /** Cycles miss: a sensor there shows oxygen that no mixture left. `stays`: wherever its screw stood. */
  | { readonly is: 'misses'; readonly shown: number | undefined; readonly stays: boolean }
  /** Turned so far in all, and it did this much less than a screw does. */
  | { readonly is: 'noEffect'; readonly adjuster: string; readonly turned: number; readonly slotMm: number | undefined }
  /** Its screw ends so many turns from the middle of its sisters, further open than they from the seat positive, and that is this way of them. */
  | {
      readonly is: 'farFromSisters';
      readonly adjuster: string;
      readonly by: number;
      readonly side: 'richer' | 'leaner';
    }
  | { readonly is: 'nearSeat'; readonly adjuster: string; readonly fromSeat: number }
  /** As far as its screw goes, and still lean or rich. */
  | { readonly is: 'outOfReach'; readonly adjuster: string; readonly still: 'lean' | 'rich'; readonly lambda: number }
  /** The cylinders of one throat burn unlike mixtures: no screw parts them. */
  | { readonly is: 'sistersUnlike'; readonly cylinder: string; readonly by: number; readonly doubt: number }
  /** The idle is right and the first opening lean: the pilot jet, not the screw. */
  | { readonly is: 'firstOpeningLean'; readonly idle: number; readonly first: number }
  /** Or richer than its sisters' by this many times, with the idle right. */
  | { readonly is: 'firstOpeningRich'; readonly idle: number; readonly first: number; readonly times: number }
);
