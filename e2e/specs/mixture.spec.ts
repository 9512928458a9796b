import { expect, type Page, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { nextAction, turnAsSaid } from '../support/hand';
import { secondWorkshop, started } from '../support/secondWorkshop';
import { openDesk, savedKinds } from '../support/workshop';

let workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined;
test.beforeAll(async () => {
  workshop = await secondWorkshop('mixture');
});
test.afterAll(() => workshop?.stop());

interface Plan {
  readonly at: readonly RegExp[];
  readonly order?: string;
}

/** Says what is at hand; the tachometer is offered by itself and put away. */
async function planMixture(page: Page, { at, order = 'mixtureOnly' }: Plan): Promise<void> {
  const dialog = page.getByRole('dialog');
  await expect(async () => {
    await page.keyboard.press('.');
    await expect(dialog).toBeVisible({ timeout: 1000 });
  }).toPass();
  await dialog.getByLabel('tachometer').uncheck();
  for (const name of at) await dialog.getByLabel(name).check();
  await dialog.getByLabel('Order').selectOption(order);
  await dialog.getByRole('button', { name: 'Work at the mixture' }).click();
}

async function typeFigure(page: Page, figure: string): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').fill(figure);
  await page.keyboard.press('Enter');
}

test('a sensor that is carried round brings the practice engine’s mixture to its target, one key a step', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  await started(workshop).onPage(browser, async (page) => {
    const id = await openDesk(page, 'Sooty at idle.', 'vTwin');
    await page.keyboard.press('p');
    await page.getByLabel('Engine number').fill('5');
    await page.getByRole('button', { name: /^Begin/ }).click();
    await expect(page.getByTestId('source')).toContainText('Practice engine in this browser, live');
    await planMixture(page, { at: [/lambda sensor/] });
    const dialog = page.getByRole('dialog');
    const start = page.getByRole('button', { name: 'Start engine' });
    let turns = 0;
    for (let step = 0; step < 60; step += 1) {
      const { label, say } = await nextAction(page);
      if (label === 'finish the job') break;
      if (label === 'turned it') {
        await turnAsSaid(page, say);
        await page.keyboard.press('Space');
        turns += 1;
        await expect(page.getByTestId('say')).not.toHaveText(new RegExp(say.split(' / ').join('\\s*')));
        continue;
      }
      if (label === 'lambda read' && (await start.isVisible())) await start.click();
      await page.keyboard.press('Space');
      await dialog.getByRole('button', { name: 'Look at the practice engine' }).click();
      await expect(dialog.getByTestId('looked')).toHaveText(/\d/);
      await dialog.getByRole('button', { name: 'Take it' }).click();
      await expect(dialog).toBeHidden();
    }
    expect(turns).toBeGreaterThan(0);
    for (const throat of ['1', '2']) {
      const lambda = Number(await page.getByTestId(`lambda-${throat}`).innerText());
      expect(Math.abs(lambda - 0.95)).toBeLessThanOrEqual(0.02);
    }
    await expectAccessible(page);
    await expect(page.getByTestId('say')).toContainText('Mixture done');
    await page.keyboard.press('Space');
    await expect.poll(() => savedKinds(page, id)).toContain('finished');
    await page.goto(`/jobs/${id}`);
    const mixture = page.getByRole('region', { name: 'Mixture' });
    await expect(mixture.getByRole('row', { name: /^1/ })).toContainText('0.9');
  });
});

test('eyes that contradict a sensor are said and not averaged, a word takes one key, and undo takes it back', async ({
  browser,
}) => {
  await started(workshop).onPage(browser, async (page) => {
    await openDesk(page, 'Sooty, the sensor says lean.', 'vTwin');
    await planMixture(page, { at: [/lambda sensor/, /flame colour/] });
    const say = page.getByTestId('say');
    const dialog = page.getByRole('dialog');
    for (const screw of ['1', '2']) {
      await expect(say).toContainText(`Fuel screw ${screw}`);
      await page.keyboard.press('Space');
      await typeFigure(page, '2');
    }
    await expect(say).toContainText('free air');
    await page.keyboard.press('Space');
    await typeFigure(page, 'nonsense');
    await expect(dialog.getByText('is no figure')).toBeVisible();
    await typeFigure(page, '20,9');
    await expect(say).toContainText('read lambda');
    await page.keyboard.press('Space');
    // An air/fuel gauge on the petrol scale.
    await typeFigure(page, '17.4');
    // Another throat or its flame may come next: the first one's is what contradicts.
    const first = page.getByRole('region', { name: 'Mixture of throat 1' });
    const second = page.getByRole('region', { name: 'Mixture of throat 2' });
    await expect(first.or(second).filter({ hasText: 'sensor 1.19' })).toBeVisible();
    for (let i = 0; i < 6 && !/Flame/.test(await say.innerText()); i += 1) {
      await page.keyboard.press('Space');
      if (await dialog.isVisible()) await typeFigure(page, '1.19');
    }
    if (/Flame/.test(await say.innerText())) {
      await page.keyboard.press('Space');
      await expect(dialog).toBeVisible();
      await page.keyboard.press('2');
      await expect(page.getByText(/says lean, the flame says rich/)).toBeVisible();
      await page.keyboard.press('u');
      await expect(page.getByText(/says lean, the flame says rich/)).toBeHidden();
    }
    // One key back to the balance and again to the mixture.
    await page.keyboard.press('.');
    await expect(first).toBeHidden();
    await page.keyboard.press('.');
    await expect(first).toBeVisible();
  });
});
