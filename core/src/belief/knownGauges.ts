import { at } from '../basics';
import type { Setup } from '../setup';
import type { Belief } from './belief';
import { layoutOf } from './layout';

/** What one throat's gauge makes of a depression by itself, as believed, with standard uncertainties. */
export interface GaugeError {
  /** kPa. */
  readonly offset: number;
  /** Share of what is shown. */
  readonly slope: number;
  readonly offsetSpread: number;
  readonly slopeSpread: number;
}

/** The part of a belief that a reading is corrected by: plain data, that crosses from a worker to a page. */
export interface KnownGauges {
  readonly setup: Setup;
  /** In the order of the setup's throats. */
  readonly errors: readonly GaugeError[];
}

/** What a belief knows of the gauges. */
export function knownGauges({ setup, mean, covariance }: Belief): KnownGauges {
  const layout = layoutOf(setup);
  const spreadAt = (place: number) => Math.sqrt(covariance.get(place, place));
  return {
    setup,
    errors: setup.throats.map((_, i) => ({
      offset: at(mean, layout.offset(i)),
      slope: at(mean, layout.gaugeGain(i)),
      offsetSpread: spreadAt(layout.offset(i)),
      slopeSpread: spreadAt(layout.gaugeGain(i)),
    })),
  };
}
