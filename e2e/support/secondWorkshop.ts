import type { Browser, Page } from '@playwright/test';
import { prepareDatabase, startApp, startStandin } from '../../scripts/app.mjs';
import { processGroup } from '../../scripts/processes.mjs';
import { DATABASE_URL } from './environment';

/** A workshop of its own: another database on the test server and another app. It can be stopped and started where it was. */
export async function secondWorkshop(name = 'second') {
  const url = new URL(DATABASE_URL);
  url.pathname = `/needle_${name}_${process.pid}`;
  let group = processGroup();
  await prepareDatabase(group, url.href);
  const instruments = processGroup();
  const app: string = await startApp(group, url.href);
  return {
    url: app,
    /** A practice engine of this workshop's own; it lives until the test ends and finds the app again by itself. */
    startStandin: (...args: string[]): Promise<string> => startStandin(instruments, app, args),
    stopInstruments: (): Promise<void> => instruments.stop(),
    /** Another app process on the same database. Gives its address. */
    startAnotherApp: (): Promise<string> => startApp(group, url.href),
    /** A page of this workshop, closed after the work. */
    async onPage(browser: Browser, work: (page: Page) => Promise<void>): Promise<void> {
      const context = await browser.newContext({ baseURL: app });
      try {
        await work(await context.newPage());
      } finally {
        await context.close();
      }
    },
    stop: (): Promise<void> => group.stop(),
    async startAgain(): Promise<void> {
      group = processGroup();
      await startApp(group, url.href, { port: Number(new URL(app).port) });
    },
  };
}

/** The workshop that was started before the tests. @throws Error where it was not: its tests then fail. */
export function started(workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined) {
  if (workshop === undefined) throw new Error('The second workshop was not started');
  return workshop;
}
