import { readSetup } from '@amber-needle/core/formats/setup';
import type { Setup } from '@amber-needle/core/setup';
import type { Knex } from 'knex';
import { asked, retried } from './retry';
import { instantOf, sqlTime } from './time';

/** Whose a machine is, and what tells it from others; empty where it is not known. */
export interface Particulars {
  readonly owner: string;
  readonly contact: string;
  readonly plate: string;
  /** Odometer or hour meter as it was read, with its unit. */
  readonly meterReading: string;
}

export interface NewMachineRecord {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly setup: Setup;
  readonly createdAt: string;
  readonly practice: boolean;
}

export interface Machine extends Particulars, Omit<NewMachineRecord, 'setup'> {
  /** The bank, or why what is stored of it cannot be read. */
  readonly setup: Setup | { readonly unreadable: string };
  readonly bank: string;
  readonly archivedAt: string | undefined;
  readonly deletedAt: string | undefined;
  readonly openJobs: number;
}

interface MachineRow {
  id: string;
  name: string;
  note: string;
  setup: string;
  created_at: string;
  owner: string;
  contact: string;
  plate: string;
  meter_reading: string;
  practice: number | boolean;
  bank: string;
  archived_at: string | null;
  deleted_at: string | null;
  open_jobs: number;
  worked_at: string;
}

export async function findMachine(db: Knex, id: string): Promise<Machine | undefined> {
  const row = await retried('find a machine', () => db<MachineRow>('machine').where({ id }).first());
  return row && machineOf(row);
}

/** Machines of exactly this name, to the letter, that are not deleted; the one worked on last first. */
export async function findMachinesByName(db: Knex, name: string): Promise<readonly Machine[]> {
  const rows = await retried('find machines by name', () =>
    db<MachineRow>('machine').where({ name }).whereNull('deleted_at').orderBy('worked_at', 'desc').limit(20),
  );
  return rows.map(machineOf);
}

/** Whether the workshop has any machine. */
export async function hasMachines(db: Knex): Promise<boolean> {
  return (await asked('look for a machine', () => db<MachineRow>('machine').select('id').first())) !== undefined;
}

/** Saves a new machine. Saving the same id again changes nothing. */
export async function insertMachine(db: Knex, machine: NewMachineRecord & Partial<Particulars>): Promise<void> {
  const { id, name, note, setup, createdAt, practice } = machine;
  const row = {
    id,
    name,
    note,
    setup: JSON.stringify(setup),
    bank: setup.name,
    practice,
    created_at: sqlTime(createdAt),
    worked_at: sqlTime(createdAt),
    owner: machine.owner ?? '',
    contact: machine.contact ?? '',
    plate: machine.plate ?? '',
    meter_reading: machine.meterReading ?? '',
  };
  await asked('save a machine', () => db<MachineRow>('machine').insert(row).onConflict('id').ignore());
}

/** Changes what can be changed of a machine without touching its bank. False when there is no such machine. */
export async function editMachine(
  db: Knex,
  id: string,
  edit: Particulars & { name: string; note: string },
): Promise<boolean> {
  const { name, note, owner, contact, plate, meterReading } = edit;
  const changed = await retried('change a machine', () =>
    db<MachineRow>('machine').where({ id }).update({ name, note, owner, contact, plate, meter_reading: meterReading }),
  );
  return changed > 0;
}

/** Takes a person's data off a machine: owner, contact and plate. What free words say elsewhere is the writer's to change. */
export async function erasePerson(db: Knex, id: string): Promise<boolean> {
  const changed = await retried('erase a person', () =>
    db<MachineRow>('machine').where({ id }).update({ owner: '', contact: '', plate: '' }),
  );
  return changed > 0;
}

/** `changed`: the stored setup is no longer the one that the writer had seen. */
export type Replaced = 'replaced' | 'changed' | 'noSuchMachine';

/** Gives a machine another setup, if it still has the one seen. Saving the same again changes nothing. Jobs keep the setup they were opened with. */
export async function replaceSetup(
  db: Knex,
  id: string,
  { seen, setup }: { readonly seen: Setup; readonly setup: Setup },
): Promise<Replaced> {
  return retried('replace a bank', () =>
    db.transaction(async (trx): Promise<Replaced> => {
      const row = await trx<MachineRow>('machine').where({ id }).forUpdate().first();
      if (row === undefined) return 'noSuchMachine';
      const stored = JSON.stringify(machineOf(row).setup);
      const wanted = JSON.stringify(setup);
      if (stored !== JSON.stringify(seen) && stored !== wanted) return 'changed';
      await trx<MachineRow>('machine').where({ id }).update({ setup: wanted, bank: setup.name });
      return 'replaced';
    }),
  );
}

function machineOf(row: MachineRow): Machine {
  const { id, name, note, owner, contact, plate, bank } = row;
  return {
    id,
    name,
    note,
    owner,
    contact,
    plate,
    bank,
    meterReading: row.meter_reading,
    practice: Boolean(row.practice),
    setup: setupOf(row.setup),
    createdAt: instantOf(row.created_at),
    archivedAt: row.archived_at === null ? undefined : instantOf(row.archived_at),
    deletedAt: row.deleted_at === null ? undefined : instantOf(row.deleted_at),
    openJobs: row.open_jobs,
  };
}

function setupOf(text: string): Machine['setup'] {
  try {
    const checked = readSetup(JSON.parse(text));
    if (checked.outcome === 'valid') return checked.value;
    const [first] = checked.problems;
    return { unreadable: `${first?.path ?? '/'} ${first?.reason ?? ''}` };
  } catch {
    return { unreadable: 'is not JSON' };
  }
}
