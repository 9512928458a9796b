import { expect, test } from '@playwright/test';
import { secondWorkshop } from '../support/secondWorkshop';

test('a server that goes away in mid-job loses nothing', async ({ browser }) => {
  const workshop = await secondWorkshop('restart');
  const context = await browser.newContext({ baseURL: workshop.url });
  const page = await context.newPage();
  const { openDesk, savedKinds } = await import('../support/workshop');
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

    await workshop.stop();
    await type('41', '42');
    await expect(page.getByTestId('source')).toContainText('1 not saved yet, kept in this browser');

    // Even the page may go: what waited is in the browser's store.
    await workshop.startAgain();
    await page.reload();
    await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check', 'reading', 'reading']);
    await expect(page.getByTestId('source')).not.toContainText('not saved');
  } finally {
    await context.close();
    await workshop.stop();
  }
});
