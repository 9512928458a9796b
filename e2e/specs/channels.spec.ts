import { expect, test } from '@playwright/test';
import { secondWorkshop } from '../support/secondWorkshop';
import { postTrace } from '../support/standin';
import { batch } from '../support/traces';
import { openDesk } from '../support/workshop';

test('a dead channel and a missing one are named while the gauge sends, and the job goes on', async ({ browser }) => {
  const workshop = await secondWorkshop('channels');
  const context = await browser.newContext({ baseURL: workshop.url });
  try {
    const page = await context.newPage();
    await openDesk(page, 'Dead channel.');
    await expect(page.getByTestId('source')).toContainText('no gauge connected');
    let at = 0;
    const sendUntilNamed = async (
      name: string,
      columns: string,
      values: readonly (number | string)[],
      words: string,
    ) => {
      await expect(async () => {
        at += 0.2;
        await postTrace(workshop.url, 'main', batch(name, at, values, columns));
        await expect(page.getByRole('alert').filter({ hasText: words })).toBeVisible({ timeout: 150 });
      }).toPass();
    };
    await sendUntilNamed('dead', 't_s,v1_kpa,v2_kpa', [40, ''], 'Cylinder 2 sends no values');
    await sendUntilNamed('dead', 't_s,v1_kpa', [40], 'No gauge on cylinder 2');
    await expect(page.getByTestId('source')).toContainText('Gauge dead, live');
    // Unplugged: the bench says so and waits.
    await expect(page.getByTestId('source')).toContainText('no gauge connected');
    await expect(page.getByTestId('say')).toContainText('no gauge yet');
  } finally {
    await context.close();
    await workshop.stop();
  }
});
