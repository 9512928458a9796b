import type { Sent } from '@/components/send';
import { particularsText } from '@/words/garageWords';

const LARGEST_JOB_MB = 32;
const MB = 1024 * 1024;

export function isWorkshopFile({ name, type }: Pick<File, 'name' | 'type'>): boolean {
  return type === 'application/zip' || name.toLowerCase().endsWith('.zip');
}

/** Why a file is not even sent; undefined when it may be a job or a workshop. */
export function tooLargeText(file: Pick<File, 'name' | 'type' | 'size'>): string | undefined {
  if (isWorkshopFile(file) || file.size <= LARGEST_JOB_MB * MB) return undefined;
  const size = (file.size / MB).toFixed(0);
  return `${file.name} has ${size} MB; a job file has at most ${LARGEST_JOB_MB}. This is something else. Nothing was changed.`;
}

export type Machines = readonly { readonly id: string; readonly text: string }[];

/** The machines that an imported job may belong to, when the server asks which. */
export function machinesIn(sent: Sent<unknown>): Machines {
  if (sent.outcome !== 'refused' || sent.status !== 409) return [];
  return sent.details.flatMap((detail) => {
    if (typeof detail !== 'object' || detail === null || !('machine' in detail)) return [];
    const machine: Record<string, unknown> = Object(detail.machine);
    const word = (key: string) => String(machine[key] ?? '');
    const particulars = particularsText({
      bank: word('bank'),
      owner: word('owner'),
      plate: word('plate'),
      note: word('note'),
      practice: false,
    });
    return [{ id: word('id'), text: `${word('name')}: ${particulars}` }];
  });
}

/** What came of a workshop's file. */
export function importedText(taken: {
  readonly machines: number;
  readonly jobs: number;
  readonly attachments: number;
  readonly known: number;
}): string {
  const { machines, jobs, known } = taken;
  const here = known === 0 ? '' : ` ${known} jobs were here already.`;
  return `Taken in: ${machines} machines and ${jobs} jobs.${here}`;
}
