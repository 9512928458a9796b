import type { Pascals, Seconds } from '../units';

/** One instrument that shows a pressure, whatever it is. */
export interface PressureInstrument {
  show(depression: Pascals, since: Seconds): Pascals;
}

/** A single instrument carried from throat to throat: it sees one of them at a time, and needs its time to settle there. Mutable. */
export interface CarriedInstrument {
  /** Puts it on a throat by its place in the bank. */
  carryTo(place: number): void;
  at(): number;
  /** What it shows of the throat it sits on, from the depressions of all. */
  show(depressions: readonly Pascals[], since: Seconds): Pascals;
}

/** @throws RangeError for a place that the bank does not have. */
export function carriedInstrument(instrument: PressureInstrument): CarriedInstrument {
  let place = 0;
  return {
    at: () => place,
    carryTo(to) {
      place = to;
    },
    show(depressions, since) {
      const depression = depressions[place];
      if (depression === undefined) throw new RangeError(`No throat at place ${place} of ${depressions.length}`);
      return instrument.show(depression, since);
    },
  };
}
