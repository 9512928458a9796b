import { expect, test } from '@playwright/test';
import { followToTheEnd, nextAction } from '../support/hand';
import { secondWorkshop } from '../support/secondWorkshop';
import { openDesk } from '../support/workshop';

let workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined;
test.beforeAll(async () => {
  workshop = await secondWorkshop('newcomer');
  await workshop.startStandin('--seed', '7', '--pace', '8', '--rate', '250');
});
test.afterAll(async () => {
  await workshop?.stopInstruments();
  await workshop?.stop();
});

const BANKS = [
  { bank: 'rack4', tag: [] },
  { bank: 'outboardTriple', tag: ['@deep'] },
  { bank: 'sideDraughtSix', tag: ['@deep'] },
];

for (const { bank, tag } of BANKS) {
  test(`a newcomer works a bank to its end with the gauge that the demo starts: ${bank}`, { tag }, async ({
    browser,
  }) => {
    test.setTimeout(420_000);
    const context = await browser.newContext({ baseURL: workshop?.url ?? '' });
    const page = await context.newPage();
    await openDesk(page, 'Runs unevenly.', bank);
    await expect(page.getByTestId('say')).toContainText('is on another bank');
    expect((await nextAction(page)).label).toBe('put it on this bank');
    await page.keyboard.press('Space');
    await expect.poll(async () => (await nextAction(page)).label).toBe('zero the gauges');
    // A gauge that was put on another bank a moment ago may not be steady yet: then nothing is taken.
    await expect(async () => {
      await page.keyboard.press('Space');
      await expect(page.getByTestId('say')).toContainText('Start the engine', { timeout: 2000 });
    }).toPass();
    await page.getByRole('button', { name: 'Start engine' }).click();
    await followToTheEnd(page);
    await page.keyboard.press('Space');
    await expect(page.getByTestId('say')).toContainText('Finished');
    await context.close();
  });
}
