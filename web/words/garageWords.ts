import type { JobSummary } from '@/server/db/garageList';

/** A machine in one line: what it has, whose it is, what is noted of it. */
export function particularsText(machine: {
  readonly bank: string;
  readonly owner: string;
  readonly plate: string;
  readonly note: string;
  readonly practice: boolean;
}): string {
  const { bank, owner, plate, note, practice } = machine;
  const parts = [practice ? 'practice engine' : '', bank === '' ? 'bank cannot be read' : bank, owner, plate, note];
  return parts.filter((part) => part !== '').join(' · ');
}

/** How a job stands, in a list. */
export function jobStateText({ status, outcome }: Pick<JobSummary, 'status' | 'outcome'>): string {
  if (status === 'open') return 'Open';
  const how = outcome === undefined ? 'Closed' : outcome === 'balanced' ? 'Balanced' : 'Left as is';
  return status === 'finished' ? `${how}, not closed` : how;
}
