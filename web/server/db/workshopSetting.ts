import type { Knex } from 'knex';
import { retried } from './retry';

/** What a workshop can choose for all its devices. */
export type SettingName = 'depressionUnit';

export async function readSetting(db: Knex, name: SettingName): Promise<string | undefined> {
  const row: { value: string } | undefined = await retried('read a setting', () =>
    db('workshop_setting').where({ name }).select('value').first(),
  );
  return row?.value;
}

export async function keepSetting(db: Knex, name: SettingName, value: string): Promise<void> {
  await retried('keep a setting', () =>
    db('workshop_setting').insert({ name, value }).onConflict('name').merge({ value }),
  );
}
