import { expect, test } from '@playwright/test';
import { followOnce, followToTheEnd, nextAction } from '../support/hand';
import { secondWorkshop } from '../support/secondWorkshop';
import { engineTruth, trueSpreadKPa } from '../support/standin';
import { openDesk } from '../support/workshop';

test('a rack of four is balanced through the same bench', { tag: '@deep' }, async ({ browser }, testInfo) => {
  test.setTimeout(420_000);
  const workshop = await secondWorkshop('rack');
  const context = await browser.newContext({ baseURL: workshop.url });
  try {
    const page = await context.newPage();
    const standin = await workshop.startStandin('--archetype', 'rack4', '--seed', '3', '--pace', '8', '--rate', '250');
    await openDesk(page, 'Buzzes at idle.', 'rack4');
    await expect(page.getByTestId('source')).toContainText('Practice engine, live');
    expect((await nextAction(page)).label).toBe('zero the gauges');
    await page.keyboard.press('Space');
    await page.getByRole('button', { name: 'Start engine' }).click();
    expect(await followOnce(page)).toBe('take the reading');
    const moves = await followToTheEnd(page);
    await expect.poll(async () => (await engineTruth(standin)).cycles).toBe(40);
    const spread = trueSpreadKPa(await engineTruth(standin));
    testInfo.annotations.push({ type: 'true spread', description: `${spread.toFixed(3)} kPa after ${moves} moves` });
    // The rack's own tolerance, 0.8 kPa.
    expect(spread).toBeLessThanOrEqual(0.8);
    await page.keyboard.press('Space');
    await expect(page.getByTestId('say')).toContainText('Finished');
  } finally {
    await context.close();
    await workshop.stopInstruments();
    await workshop.stop();
  }
});
