import type { Job } from '../job';

/** How far the idle fell when filters and air box went back on, rpm, over some visits. */
export interface IdleDrop {
  readonly dropRpm: number;
  readonly visits: number;
}

/** What earlier visits of one machine say of its idle’s drop: the mean of last reading less final idle. Undefined where none wrote both. */
export function idleDropOf(visits: readonly Pick<Job, 'readings' | 'sheet'>[]): IdleDrop | undefined {
  const drops = visits.flatMap(({ readings, sheet }) => {
    const idle = readings.findLast(({ speed }) => speed !== undefined)?.speed?.rpm;
    const final = sheet.findLast((event) => event.kind === 'measured' && event.quantity === 'finalIdle');
    if (idle === undefined || final?.kind !== 'measured' || final.result.is !== 'figure') return [];
    return [idle - final.result.value];
  });
  if (drops.length === 0) return undefined;
  return { dropRpm: drops.reduce((sum, drop) => sum + drop, 0) / drops.length, visits: drops.length };
}
