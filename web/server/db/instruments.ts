import type { EventOf } from '@amber-needle/core/job';
import type { Knex } from 'knex';
import type { InstrumentEdit } from '@/validation/requests';
import { retried } from './retry';
import { sqlTime } from './time';

/** What jobs have taught of one channel of an instrument, and when. */
export type LearnedChannel = InstrumentEdit['learned'][number];

/** An instrument of the workshop. */
export interface Instrument {
  readonly id: string;
  readonly name: string;
  readonly what: EventOf<'instrument'>['what'];
  readonly channels: number;
  /** Largest error in per cent of the reading; null where nobody knows. */
  readonly classPercent: number | null;
  readonly learned: readonly LearnedChannel[];
}

interface InstrumentRow {
  id: string;
  name: string;
  what: Instrument['what'];
  channels: number;
  class_percent: number | null;
  learned: string;
  created_at: string;
  deleted_at: string | null;
}

/** Every instrument that is not deleted, by name. */
export async function listInstruments(db: Knex): Promise<readonly Instrument[]> {
  const rows = await retried('list the instruments', () =>
    db<InstrumentRow>('instrument').whereNull('deleted_at').orderBy('name').limit(200),
  );
  return rows.map(({ id, name, what, channels, class_percent, learned }) => ({
    id,
    name,
    what,
    channels,
    classPercent: class_percent,
    learned: JSON.parse(learned),
  }));
}

/** Adds an instrument or changes it; a deleted one comes back. */
export async function putInstrument(db: Knex, instrument: Instrument, now: string): Promise<void> {
  const { id, name, what, channels, classPercent, learned } = instrument;
  const row = { name, what, channels, class_percent: classPercent, learned: JSON.stringify(learned), deleted_at: null };
  await retried('keep an instrument', () =>
    db<InstrumentRow>('instrument')
      .insert({ id, ...row, created_at: sqlTime(now) })
      .onConflict('id')
      .merge(row),
  );
}

/** Takes an instrument off the list; jobs keep what they were read with. False when there is none. */
export async function deleteInstrument(db: Knex, id: string, now: string): Promise<boolean> {
  const changed = await retried('delete an instrument', () =>
    db<InstrumentRow>('instrument')
      .where({ id })
      .update({ deleted_at: sqlTime(now) }),
  );
  return changed > 0;
}
