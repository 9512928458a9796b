import { parseArgs } from 'node:util';
import { databaseUrl } from '../web/server/db/connection';
import { loadDemoWorkshop } from '../web/server/db/demoWorkshop';
import { migrate } from '../web/server/db/migrate';

/** Brings the database of DATABASE_URL up to date, with `--demo` also the demo workshop if it is empty. */
const { values } = parseArgs({ options: { demo: { type: 'boolean', default: false } } });
await migrate(databaseUrl());
if (values.demo) await loadDemoWorkshop(databaseUrl());
