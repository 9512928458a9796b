import { readSetup } from '@amber-needle/core/formats/setup';
import type { Setup } from '@amber-needle/core/setup';
import type { Knex } from 'knex';
import { retried } from './retry';
import { instantOf, sqlTime } from './time';

export interface Machine {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly setup: Setup;
  readonly createdAt: string;
}

interface MachineRow {
  id: string;
  name: string;
  note: string;
  setup: string;
  created_at: string;
}

export async function listMachines(db: Knex): Promise<readonly Machine[]> {
  const rows = await db<MachineRow>('machine').orderBy('name');
  return rows.map(machineOf);
}

export async function findMachine(db: Knex, id: string): Promise<Machine | undefined> {
  const row = await db<MachineRow>('machine').where({ id }).first();
  return row && machineOf(row);
}

export async function findMachineByName(db: Knex, name: string): Promise<Machine | undefined> {
  const row = await db<MachineRow>('machine').where({ name }).first();
  return row && machineOf(row);
}

/** Saves a new machine. Saving the same id again changes nothing. */
export async function insertMachine(db: Knex, { id, name, note, setup, createdAt }: Machine): Promise<void> {
  const row: MachineRow = { id, name, note, setup: JSON.stringify(setup), created_at: sqlTime(createdAt) };
  await db<MachineRow>('machine').insert(row).onConflict('id').ignore();
}

/** `changed`: the stored setup is no longer the one that the writer had seen. */
export type Replaced = 'replaced' | 'changed' | 'noSuchMachine';

/** Gives a machine another setup, if it still has the one seen. Saving the same again changes nothing. Jobs keep the setup they were opened with. */
export async function replaceSetup(db: Knex, id: string, seen: Setup, setup: Setup): Promise<Replaced> {
  return retried(() =>
    db.transaction(async (trx) => {
      const row = await trx<MachineRow>('machine').where({ id }).forUpdate().first();
      if (row === undefined) return 'noSuchMachine';
      const stored = JSON.stringify(machineOf(row).setup);
      const wanted = JSON.stringify(setup);
      if (stored !== JSON.stringify(seen) && stored !== wanted) return 'changed';
      await trx<MachineRow>('machine').where({ id }).update({ setup: wanted });
      return 'replaced';
    }),
  );
}

/** @throws Error naming the row when the database holds a setup that the schema refuses: it was checked on its way in. */
function machineOf({ id, name, note, setup, created_at }: MachineRow): Machine {
  const checked = readSetup(JSON.parse(setup));
  if (checked.outcome === 'invalid') throw new Error(`machine ${id}: stored setup is not valid`);
  return { id, name, note, setup: checked.value, createdAt: instantOf(created_at) };
}
