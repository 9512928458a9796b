import type { Knex } from 'knex';
import { retried } from './retry';
import { instantOf, sqlTime } from './time';

/** Machines in the workshop, in the archive, or deleted and still to be restored. */
export const PLACES = ['workshop', 'archive', 'deleted'] as const;
export type Place = (typeof PLACES)[number];

export interface GarageQuery {
  readonly place: Place;
  /** Name of a bank; any when left out. */
  readonly bank: string | undefined;
  /** Words to look for in names, owners, plates, notes and complaints; any when empty. */
  readonly words: readonly string[];
  /** Only machines with an open job. */
  readonly openOnly: boolean;
  /** Goes on after this machine of the page before. */
  readonly after: Cursor | undefined;
}

/** Where a page ended: stable while others write, unlike a count of rows. */
export interface Cursor {
  readonly hasOpen: boolean;
  readonly workedAt: string;
  readonly id: string;
}

/** What a list of jobs shows of each. */
export interface JobSummary {
  readonly id: string;
  readonly machineId: string;
  readonly openedAt: string;
  readonly workedAt: string;
  readonly complaint: string;
  readonly status: 'open' | 'finished' | 'closed';
  readonly outcome: 'balanced' | 'leftAsIs' | undefined;
  readonly practice: boolean;
  /** Which event cannot be read, and why. */
  readonly unreadable: string | undefined;
}

export interface GarageMachine {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly owner: string;
  readonly plate: string;
  readonly bank: string;
  readonly practice: boolean;
  readonly deletedAt: string | undefined;
  readonly openJobs: number;
  readonly allJobs: number;
  /** The first few: open ones first, then by last work. */
  readonly jobs: readonly JobSummary[];
}

export interface GaragePage {
  readonly machines: readonly GarageMachine[];
  readonly next: Cursor | undefined;
}

const PAGE_SIZE = 20;
const JOBS_SHOWN = 4;
/** Machines that words may find: whoever gets more looks for another word. */
const MOST_FOUND = 500;

interface MachineRow {
  id: string;
  name: string;
  note: string;
  owner: string;
  plate: string;
  bank: string;
  practice: number;
  deleted_at: string | null;
  open_jobs: number;
  has_open: number;
  worked_at: string;
}

interface SummaryRow {
  job_id: string;
  machine_id: string;
  status: JobSummary['status'];
  outcome: JobSummary['outcome'] | null;
  complaint: string;
  practice: number;
  opened_at: string;
  worked_at: string;
  unreadable: string | null;
}

/** A page of the garage: machines with open jobs first, then by last work. */
export async function listGarage(db: Knex, query: GarageQuery): Promise<GaragePage> {
  return retried('list the garage', async () => {
    const found = query.words.length === 0 ? undefined : await findByWords(db, query.words);
    if (found !== undefined && found.length === 0) return { machines: [], next: undefined };
    const rows: MachineRow[] = await machinesOf(db, query, found);
    const shown = rows.slice(0, PAGE_SIZE);
    const jobs = await jobsOf(
      db,
      shown.map(({ id }) => id),
    );
    const last = shown.at(-1);
    return {
      machines: shown.map((row) => machineOf(row, jobs.get(row.id))),
      next: rows.length > PAGE_SIZE && last !== undefined ? cursorOf(last) : undefined,
    };
  });
}

/** The query behind a page of machines, one row more than a page to tell whether there is another. */
export function machinesOf(db: Knex, query: GarageQuery, found: readonly string[] | undefined) {
  const { place, bank, openOnly, after } = query;
  const machines = db('machine')
    .where({ place: PLACES.indexOf(place) })
    .select(
      'id',
      'name',
      'note',
      'owner',
      'plate',
      'bank',
      'practice',
      'deleted_at',
      'open_jobs',
      'has_open',
      'worked_at',
    )
    .orderBy([
      { column: 'has_open', order: 'desc' },
      { column: 'worked_at', order: 'desc' },
      { column: 'id', order: 'desc' },
    ])
    .limit(PAGE_SIZE + 1);
  if (bank !== undefined) machines.where({ bank });
  if (openOnly) machines.where({ has_open: true });
  if (found !== undefined) machines.whereIn('id', found);
  if (after !== undefined)
    // Spelled out: MariaDB does not walk an index for a comparison of rows.
    machines.whereRaw('(has_open < ? OR (has_open = ? AND (worked_at < ? OR (worked_at = ? AND id < ?))))', [
      after.hasOpen,
      after.hasOpen,
      sqlTime(after.workedAt),
      sqlTime(after.workedAt),
      after.id,
    ]);
  return machines;
}

/** Machines whose own words, or whose jobs' complaints, hold all the words, each as a beginning. */
async function findByWords(db: Knex, words: readonly string[]): Promise<readonly string[]> {
  const all = words.map((word) => `+${word}*`).join(' ');
  const [own, complained] = await Promise.all([ownWords(db, all), complaintWords(db, all)]);
  return [...new Set([...own.map(({ id }) => id), ...complained.map(({ id }) => id)])];
}

export function ownWords(db: Knex, all: string): Promise<{ id: string }[]> {
  return db('machine')
    .whereRaw('MATCH (words) AGAINST (? IN BOOLEAN MODE)', [all])
    .limit(MOST_FOUND)
    .select('id')
    .then((rows) => rows);
}

function complaintWords(db: Knex, all: string): Promise<{ id: string }[]> {
  return db('job_summary')
    .whereRaw('MATCH (complaint) AGAINST (? IN BOOLEAN MODE)', [all])
    .where({ hidden: false })
    .limit(MOST_FOUND)
    .select('machine_id AS id')
    .then((rows) => rows);
}

interface MachineJobs {
  readonly jobs: readonly JobSummary[];
  readonly all: number;
}

async function jobsOf(db: Knex, machineIds: readonly string[]): Promise<ReadonlyMap<string, MachineJobs>> {
  if (machineIds.length === 0) return new Map();
  const ranked = db('job_summary')
    .whereIn('machine_id', machineIds)
    .where({ hidden: false })
    .select('job_summary.*')
    .select(
      db.raw('ROW_NUMBER() OVER (PARTITION BY machine_id ORDER BY is_open DESC, worked_at DESC, job_id DESC) AS place'),
      db.raw('COUNT(*) OVER (PARTITION BY machine_id) AS of_all'),
    )
    .as('ranked');
  const rows: (SummaryRow & { place: number; of_all: number })[] = await db
    .from(ranked)
    .where('place', '<=', JOBS_SHOWN)
    .orderBy(['machine_id', 'place'])
    .select('*');
  const jobs = new Map<string, { jobs: JobSummary[]; all: number }>();
  for (const row of rows) {
    const of = jobs.get(row.machine_id) ?? { jobs: [], all: Number(row.of_all) };
    of.jobs.push(summaryOf(row));
    jobs.set(row.machine_id, of);
  }
  return jobs;
}

/** A page of one machine's jobs, open ones first, then by last work. */
export async function listJobsOf(
  db: Knex,
  machineId: string,
  { hidden, after }: { readonly hidden: boolean; readonly after: Cursor | undefined },
): Promise<{ readonly jobs: readonly JobSummary[]; readonly next: Cursor | undefined }> {
  const rows: (SummaryRow & { is_open: number })[] = await retried('list the jobs of a machine', () => {
    const jobs = db('job_summary')
      .where({ machine_id: machineId, hidden })
      .orderBy([
        { column: 'is_open', order: 'desc' },
        { column: 'worked_at', order: 'desc' },
        { column: 'job_id', order: 'desc' },
      ])
      .limit(PAGE_SIZE + 1)
      .select('*');
    if (after === undefined) return jobs;
    return jobs.whereRaw('(is_open < ? OR (is_open = ? AND (worked_at < ? OR (worked_at = ? AND job_id < ?))))', [
      after.hasOpen,
      after.hasOpen,
      sqlTime(after.workedAt),
      sqlTime(after.workedAt),
      after.id,
    ]);
  });
  const shown = rows.slice(0, PAGE_SIZE);
  const last = shown.at(-1);
  return {
    jobs: shown.map(summaryOf),
    next:
      rows.length > PAGE_SIZE && last !== undefined
        ? { hasOpen: Boolean(last.is_open), workedAt: instantOf(last.worked_at), id: last.job_id }
        : undefined,
  };
}

/** Every bank that a machine of the workshop has, by name. */
export async function listBanks(db: Knex): Promise<readonly string[]> {
  const rows: { bank: string }[] = await retried('list the banks', () =>
    db('machine').where({ place: 0 }).distinct('bank').orderBy('bank').limit(200),
  );
  return rows.map(({ bank }) => bank).filter((bank) => bank !== '');
}

function machineOf(row: MachineRow, jobs: MachineJobs = { jobs: [], all: 0 }): GarageMachine {
  const { id, name, note, owner, plate, bank } = row;
  return {
    id,
    name,
    note,
    owner,
    plate,
    bank,
    practice: Boolean(row.practice),
    deletedAt: row.deleted_at === null ? undefined : instantOf(row.deleted_at),
    openJobs: row.open_jobs,
    allJobs: jobs.all,
    jobs: jobs.jobs,
  };
}

function summaryOf(row: SummaryRow): JobSummary {
  return {
    id: row.job_id,
    machineId: row.machine_id,
    openedAt: instantOf(row.opened_at),
    workedAt: instantOf(row.worked_at),
    complaint: row.complaint,
    status: row.status,
    outcome: row.outcome ?? undefined,
    practice: Boolean(row.practice),
    unreadable: row.unreadable ?? undefined,
  };
}

function cursorOf({ has_open, worked_at, id }: MachineRow): Cursor {
  return { hasOpen: Boolean(has_open), workedAt: instantOf(worked_at), id };
}
