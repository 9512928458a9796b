import { FULL_LOG, RIGHT, rideTable, simulateRide } from '@amber-needle/core/rideModel';

/** A log of so many rows, twenty a second: one ride again and again, with the time going on. */
export function longRide(rows: number): string {
  const [heading = '', ...lines] = rideTable(simulateRide({ seed: 1, minutes: 20, cylinders: [RIGHT] }), FULL_LOG)
    .trimEnd()
    .split('\n');
  const length = Number(lines.at(-1)?.split(',')[0]) + 0.05;
  const all = Array.from({ length: rows }, (_, i) => {
    const line = lines[i % lines.length] ?? '';
    const comma = line.indexOf(',');
    return `${(Number(line.slice(0, comma)) + length * Math.floor(i / lines.length)).toFixed(2)}${line.slice(comma)}`;
  });
  return [heading, ...all].join('\n');
}
