import { checkTableDescription, type TableDescription } from '@amber-needle/core/trace';
import { keep, recalled } from '@/components/browserMemory';
import type { Places } from '@/workers/signalProtocol';

/** What this browser remembers of gauges: what a table's columns are, where channels sit, how fast a serial port speaks. */

const TABLES = 'amber-needle.tables';
const BAUD = 'amber-needle.baud';
/** The oldest is forgotten for the next. Ours. */
const MOST_TABLES = 24;
const USUAL_BAUD = 115_200;
const places = (jobId: string) => `amber-needle.places.${jobId}`;

/** What somebody has confirmed of a table with this heading. */
export function recallTable(heading: string): TableDescription | undefined {
  return recalledTables().find((table) => table.heading === heading);
}

export function rememberTable(table: TableDescription): void {
  const others = recalledTables().filter(({ heading }) => heading !== table.heading);
  keep(TABLES, [table, ...others].slice(0, MOST_TABLES));
}

function recalledTables(): readonly TableDescription[] {
  const kept = recalled(TABLES);
  if (!Array.isArray(kept)) return [];
  return kept.flatMap((table) => {
    const checked = checkTableDescription(table);
    return checked.outcome === 'valid' ? [checked.value] : [];
  });
}

export function recallPlaces(jobId: string): Places {
  const kept = recalled(places(jobId));
  if (typeof kept !== 'object' || kept === null) return {};
  return Object.fromEntries(
    Object.entries(kept).filter((pair): pair is [string, string] => typeof pair[1] === 'string'),
  );
}

export function rememberPlaces(jobId: string, chosen: Places): void {
  keep(places(jobId), chosen);
}

export function recallBaud(): number {
  const kept = recalled(BAUD);
  return typeof kept === 'number' && kept > 0 ? kept : USUAL_BAUD;
}

export function rememberBaud(baudRate: number): void {
  keep(BAUD, baudRate);
}
