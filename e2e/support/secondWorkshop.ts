import { prepareDatabase, startApp } from '../../scripts/app.mjs';
import { processGroup } from '../../scripts/processes.mjs';
import { DATABASE_URL } from './environment';

/** A workshop of its own: another database on the test server and another app. It can be stopped and started where it was. */
export async function secondWorkshop(name = 'second') {
  const url = new URL(DATABASE_URL);
  url.pathname = `/${name}_${process.pid}`;
  prepareDatabase(url.href);
  let group = processGroup();
  const app: string = await startApp(group, url.href);
  return {
    url: app,
    stop: (): Promise<void> => group.stop(),
    async startAgain(): Promise<void> {
      group = processGroup();
      await startApp(group, url.href, { port: Number(new URL(app).port) });
    },
  };
}
