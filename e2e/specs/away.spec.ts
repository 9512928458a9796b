import { expect, type Page, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { APP_URL } from '../support/environment';
import { secondWorkshop } from '../support/secondWorkshop';
import { openDesk, savedKinds } from '../support/workshop';

async function typeReading(page: Page, one: string, two: string): Promise<void> {
  await page.keyboard.press('t');
  await page.getByLabel('Cylinder 1, vacuum').fill(one);
  await page.getByLabel('Cylinder 2, vacuum').fill(two);
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
}

/** Waits until the service worker has the pages of the shell. */
async function shellIsKept(page: Page): Promise<void> {
  await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await expect
    .poll(() => page.evaluate(async () => (await caches.match('/offline', { ignoreSearch: true })) !== undefined))
    .toBe(true);
  await page.reload();
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
}

test('with the server away an open job opens, two tabs and the report record, and all of it is saved later', async ({
  browser,
}) => {
  const workshop = await secondWorkshop('away');
  const context = await browser.newContext({ baseURL: workshop.url, serviceWorkers: 'allow' });
  try {
    const page = await context.newPage();
    const jobId = await openDesk(page, 'Away.');
    await shellIsKept(page);
    await page.goto(`/jobs/${jobId}`);
    await page.goto(`/jobs/${jobId}/bench`);
    const second = await context.newPage();
    await second.goto(`/jobs/${jobId}/bench`);
    await expect(second.getByTestId('say')).toBeVisible();
    await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check']);

    // What the shell keeps works as what the server sends: the workers of the bench too.
    await second.keyboard.press('p');
    await second.getByRole('button', { name: 'Begin practice' }).click();
    await expect(second.getByTestId('source')).toContainText('Practice engine in this browser, live');
    await second.keyboard.press('p');
    await second.getByRole('button', { name: 'End practice' }).click();
    await expect(second.getByTestId('source')).toContainText('no gauge connected');

    await workshop.stop();
    await typeReading(page, '40', '42');
    await typeReading(second, '41', '42');
    // Neither tab has overwritten what the other keeps.
    for (const tab of [page, second])
      await expect(tab.getByTestId('source')).toContainText('2 not saved yet, kept in this browser');
    await page.reload();
    await expect(page.getByTestId('source')).toContainText('2 not saved yet, kept in this browser');

    // The report opens too, and a note typed there is kept.
    await second.goto(`/jobs/${jobId}`);
    await second.getByLabel('Note').fill('Typed without a server.');
    await second.getByRole('button', { name: 'Save the note' }).click();
    await expect(second.getByText('Kept in this browser, not saved yet')).toBeVisible();
    await expect(second.getByText('3 entries wait for the server.')).toBeVisible();
    await second.goto('/outbox');
    await expect(second.getByText('Typed without a server.')).toBeVisible();
    await expectAccessible(second);
    await second.goto('/jobs/01900000-0000-7000-8000-00000000dead');
    await expect(second.getByRole('heading', { name: 'The server does not answer' })).toBeVisible();

    // Finishing without a server leads to no error of the browser's.
    await page.keyboard.press('f');
    await expect(page.getByTestId('say')).toContainText('Finished');
    await page.keyboard.press('Space');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Test twin');

    await workshop.startAgain();
    await second.goto('/');
    await expect
      .poll(() => savedKinds(second, jobId), { timeout: 45_000 })
      .toEqual(['opened', 'check', 'reading', 'reading', 'note', 'finished']);
    await second.goto('/outbox');
    await expect(second.getByText('Everything is saved.')).toBeVisible();
  } finally {
    await context.close();
    await workshop.stop();
  }
});

test('what the server refuses after a reload is shown with its content, exported, and thrown away only when asked', async ({
  page,
  context,
}) => {
  const jobId = await openDesk(page, 'Finished elsewhere.');
  await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check']);
  await context.setOffline(true);
  await typeReading(page, '40', '42');
  await expect(page.getByTestId('source')).toContainText('1 not saved yet, kept in this browser');
  // Meanwhile another browser finishes the job.
  const events = await fetch(`${APP_URL}/api/jobs/${jobId}/events`).then((response) => response.json());
  const finish = {
    ...events.events[1],
    kind: 'finished',
    version: 2,
    id: events.events[1].id.replace(/^.{8}/, 'feedface'),
    seq: 3,
    check: undefined,
    outcome: 'leftAsIs',
    probability: 0.1,
  };
  const posted = await fetch(`${APP_URL}/api/jobs/${jobId}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(finish),
  });
  expect(posted.status).toBe(200);
  await context.setOffline(false);
  await page.goto('/');
  await expect(page.getByRole('status')).toContainText('1 entry could not be saved.', { timeout: 40_000 });
  await page.getByRole('link', { name: 'Show it' }).click();
  await expect(page.getByText('The work at the bench is finished. Undo the finish to go on.')).toBeVisible();
  await expect(page.locator('pre')).toContainText('channels, 1, depression kPa: 40');
  await expectAccessible(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save to a file' }).click(),
  ]);
  expect(file.suggestedFilename()).toBe('not-saved.json');
  await page.getByRole('button', { name: 'Throw away' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Throw away' }).click();
  await expect(page.getByText('Everything is saved.')).toBeVisible();
});

test('seven tabs of benches share one stream and all of them stay live', { tag: '@deep' }, async ({ browser }) => {
  // Gauges of its own, at the pace of life: seven tabs of quick ones are more than two cores can follow.
  const workshop = await secondWorkshop('tabs');
  const context = await browser.newContext({ baseURL: workshop.url });
  try {
    await workshop.startStandin('--running', '--rate', '200');
    const page = await context.newPage();
    const jobId = await openDesk(page, 'Many tabs.');
    const tabs: Page[] = [];
    for (let i = 0; i < 6; i += 1) {
      const tab = await context.newPage();
      await tab.goto(`/jobs/${jobId}/bench`);
      tabs.push(tab);
    }
    for (const tab of tabs) await expect(tab.getByTestId('source')).toContainText('Practice engine, live');
    // The tab that listens for all goes; another takes over.
    await page.close();
    const last = tabs[5];
    if (last === undefined) throw new Error('six more tabs were opened');
    await expect(async () => {
      const before = await last.locator('[data-latest]').getAttribute('data-latest');
      await expect(last.locator('[data-latest]')).not.toHaveAttribute('data-latest', before ?? '', { timeout: 1500 });
    }).toPass();
  } finally {
    await context.close();
    await workshop.stopInstruments();
    await workshop.stop();
  }
});

test('a round with one gauge survives Escape and a reload', async ({ page }) => {
  const jobId = await openDesk(page, 'Round.');
  await expect(page.getByTestId('source')).toContainText('live');
  await page.route('**/api/bench/**', (route) => route.abort());
  await page.reload();
  await expect(page.getByTestId('source')).toContainText(/no gauge|no connection/);
  const dialog = page.getByRole('dialog');
  /** The key works once the page has come to life. */
  const goRound = () =>
    expect(async () => {
      await page.keyboard.press('g');
      await expect(dialog).toBeVisible({ timeout: 1000 });
    }).toPass();
  await goRound();
  await dialog.getByLabel('The dial shows').fill('40');
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await expect(dialog.getByTestId('round-say')).toContainText('cylinder 2');
  await page.keyboard.press('Escape');
  await page.reload();
  await goRound();
  await expect(dialog.getByTestId('round-say')).toContainText('cylinder 2');
  await expect(dialog).toContainText('it goes on where it was');
  await dialog.getByLabel('The dial shows').fill('41');
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await dialog.getByLabel('The dial shows').fill('40,1');
  await dialog.getByRole('button', { name: 'Read it' }).click();
  await dialog.getByRole('button', { name: 'Take the round' }).click();
  await expect.poll(() => savedKinds(page, jobId)).toContain('reading');
});
