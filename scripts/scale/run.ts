import { databaseUrl, openDatabase } from '../../web/server/db/connection';
import { fillWorkshop } from './fill';

/** Fills the database of DATABASE_URL as the JSON of the first argument says, and names a closed and an open job. */
await fillWorkshop(databaseUrl(), JSON.parse(process.argv[2] ?? '{}'), (line) => process.stderr.write(`${line}\n`));
const db = openDatabase();
const closed = await db('job_summary').where({ is_open: false }).first();
const open = await db('job_summary').where({ is_open: true }).first();
process.stdout.write(JSON.stringify({ jobId: closed.job_id, openId: open.job_id }));
await db.destroy();
