import { at } from '../basics';
import { DT } from './driver';
import type { SimulatedRide } from './rideModel';

/** Which columns a log has, and how often it is written. */
export interface LogMakings {
  readonly rateHz: number;
  readonly throttle: boolean;
  readonly load: boolean;
  readonly roadSpeed: boolean;
  /** Cylinders whose sensor is in this log. */
  readonly cylinders: readonly number[];
}

export const FULL_LOG: LogMakings = { rateHz: 20, throttle: true, load: false, roadSpeed: false, cylinders: [0] };

/** The ride as a logger writes it: text with a heading. */
export function rideTable({ moments, cylinders }: SimulatedRide, log: LogMakings): string {
  const every = Math.max(1, Math.round(1 / (log.rateHz * DT)));
  const heading = [
    'Time (s)',
    'RPM',
    ...(log.throttle ? ['TPS (%)'] : []),
    ...(log.load ? ['MAP (kPa)'] : []),
    ...(log.roadSpeed ? ['Speed (km/h)'] : []),
    ...log.cylinders.map((c) => (log.cylinders.length === 1 ? 'Lambda' : `Lambda ${c + 1}`)),
  ];
  const lines = [heading.join(',')];
  for (let i = 0; i < moments.length; i += every) {
    const { time, rpm, opening, load, speed } = at(moments, i);
    const cells = [
      time.toFixed(2),
      rpm.toFixed(0),
      ...(log.throttle ? [(2 + 96 * opening).toFixed(1)] : []),
      ...(log.load ? [(100 * load).toFixed(1)] : []),
      ...(log.roadSpeed ? [(3.6 * speed).toFixed(1)] : []),
      ...log.cylinders.map((c) => at(at(cylinders, c).shown, i).toFixed(3)),
    ];
    lines.push(cells.join(','));
  }
  return `${lines.join('\n')}\n`;
}
