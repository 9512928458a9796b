import type { Ride } from '../ride';
import { type Marker, markersOf } from './marker';

/** How a run lies beside the first one: its own seconds less `shift` are the first one's. */
export interface Alignment {
  readonly by: 'marker' | 'clock' | 'nothing';
  readonly shift: number;
  /** Standard deviation of the shift, s; infinite where nothing lines them up. */
  readonly deviation: number;
}

/** How well two clocks of one logger agree, s. Ours. */
const CLOCK_S = 0.5;

/**
 * Lines a run up with the first: by their markers, else by the log's clock where both carry one, else not at all: what is compared is regimes, so a run
 * that is not lined up loses its picture beside the other and nothing of its figures.
 */
export function alignmentOf(
  [first, marker]: readonly [Pick<Ride, 'startedAt'>, Marker | undefined],
  [other, otherMarker]: readonly [Pick<Ride, 'startedAt'>, Marker | undefined],
): Alignment {
  if (marker !== undefined && otherMarker !== undefined)
    return {
      by: 'marker',
      shift: otherMarker.at - marker.at,
      deviation: Math.hypot(marker.deviation, otherMarker.deviation),
    };
  if (first.startedAt !== undefined && other.startedAt !== undefined)
    return { by: 'clock', shift: first.startedAt - other.startedAt, deviation: CLOCK_S };
  return { by: 'nothing', shift: 0, deviation: Number.POSITIVE_INFINITY };
}

/** The marker of a ride: as somebody set it, else the first that is found. */
export function markerOf(ride: Ride, setAt?: number): Marker | undefined {
  const found = markersOf(ride);
  if (setAt === undefined) return found[0];
  return { at: setAt, deviation: BY_EYE_S, bursts: 0, by: 'hand' };
}

/** A marker is set by eye as well as this, s. Ours. */
const BY_EYE_S = 0.1;
