import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { databaseUrl, openDatabase } from '../web/server/db/connection';
import { loadDemoWorkshop } from '../web/server/db/demoWorkshop';
import { migrate } from '../web/server/db/migrate';
import { purgeDeleted } from '../web/server/db/putAside';
import { dumpDatabase } from './databaseCopy.mjs';
import { DATA } from './project.mjs';

/**
 * Brings the database of DATABASE_URL up to date, with a backup before anything in it is changed, and purges what was deleted thirty
 * days ago. With `--demo` it also loads the demo workshop if there is nothing yet.
 */
const { values } = parseArgs({ options: { demo: { type: 'boolean', default: false } } });
const url = databaseUrl();
await migrate(url, {
  backup: async ([first = 'migration']) => {
    const time = new Date().toISOString().replace(/[:.]/g, '-');
    await dumpDatabase(url.href, join(DATA, 'backups', `before-${first}-${time}.sql.gz`));
  },
});
const db = openDatabase(url);
await purgeDeleted(db, new Date().toISOString()).finally(() => db.destroy());
if (values.demo) await loadDemoWorkshop(url);
