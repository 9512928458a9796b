import { expect, test } from '@playwright/test';
import { secondWorkshop } from '../support/secondWorkshop';
import { openDesk, savedKinds } from '../support/workshop';

test('a server that goes away in mid-job loses nothing', { tag: '@deep' }, async ({ browser }) => {
  const workshop = await secondWorkshop('restart');
  const context = await browser.newContext({ baseURL: workshop.url });
  const page = await context.newPage();
  try {
    const jobId = await openDesk(page, 'Stalls.');
    const type = async (one: string, two: string) => {
      await page.keyboard.press('t');
      await page.getByLabel('Cylinder 1, vacuum').fill(one);
      await page.getByLabel('Cylinder 2, vacuum').fill(two);
      await page.getByRole('button', { name: 'Take it' }).click();
      await expect(page.getByRole('dialog')).toBeHidden();
    };
    await type('40', '42');
    await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check', 'reading']);
    await workshop.startStandin('--running');
    await expect(page.getByTestId('source')).toContainText('Practice engine, live');

    await workshop.stop();
    await type('41', '42');
    await expect(page.getByTestId('source')).toContainText('1 not saved yet, kept in this browser');

    // Even the page may go: what waited is in the browser's store.
    await workshop.startAgain();
    await page.reload();
    await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check', 'reading', 'reading']);
    await expect(page.getByTestId('source')).not.toContainText('not saved');
    // The gauge finds its way back by itself.
    await expect(page.getByTestId('source')).toContainText('Practice engine, live');
  } finally {
    await context.close();
    await workshop.stopInstruments();
    await workshop.stop();
  }
});

test('two app processes serve one gauge: it sends to one, the bench watches the other', { tag: '@deep' }, async ({
  browser,
}) => {
  const workshop = await secondWorkshop('two');
  const context = await browser.newContext({ baseURL: await workshop.startAnotherApp() });
  const page = await context.newPage();
  try {
    await openDesk(page, 'Stalls.');
    await workshop.startStandin('--running');
    await expect(page.getByTestId('source')).toContainText('Practice engine, live');
    await expect(page.getByTestId('say')).toContainText(/./);
    await workshop.stopInstruments();
    await expect(page.getByTestId('source')).not.toContainText('live');
  } finally {
    await context.close();
    await workshop.stopInstruments();
    await workshop.stop();
  }
});
