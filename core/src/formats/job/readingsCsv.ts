import type { Job } from '../../job';
import { csvText } from './csvText';

/**
 * A job's readings as CSV by RFC 4180 (CRLF): one row a reading; for each throat depression as shown, its uncertainty, flutter and state.
 * Empty cells where a throat was not read.
 */
export function readingsCsv(job: Job): string {
  const throats = job.setup.throats.map(({ id }) => id);
  const head = ['at', 'source', 'duration_s', 'barometer_kpa', 'rpm', 'rpm_uncertainty'];
  const columns = throats.flatMap((id) => [
    `v${id}_kpa`,
    `v${id}_uncertainty_kpa`,
    `v${id}_flutter_kpa`,
    `v${id}_state`,
  ]);
  const rows = job.readings.map((reading) => [
    reading.at,
    reading.source,
    number(reading.durationS, 2),
    number(reading.barometerKPa, 2),
    reading.speed === undefined ? '' : number(reading.speed.rpm, 1),
    reading.speed === undefined ? '' : number(reading.speed.uncertaintyRpm, 1),
    ...throats.flatMap((id) => {
      const channel = reading.channels.find(({ throat }) => throat === id);
      if (channel === undefined) return ['', '', '', ''];
      const flutter = channel.flutterKPa === undefined ? '' : number(channel.flutterKPa, 3);
      return [number(channel.depressionKPa, 3), number(channel.uncertaintyKPa, 3), flutter, channel.state];
    }),
  ]);
  return csvText([[...head, ...columns], ...rows]);
}

function number(value: number, digits: number): string {
  return value.toFixed(digits);
}
