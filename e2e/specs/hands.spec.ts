import { expect, test } from '@playwright/test';
import { build } from 'esbuild';
import { expectAccessible } from '../support/accessibility';
import { secondWorkshop } from '../support/secondWorkshop';
import { openDesk, savedKinds } from '../support/workshop';

let workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined;
test.beforeAll(async () => {
  workshop = await secondWorkshop('hands');
});
test.afterAll(() => workshop?.stop());

test('the unit is switched in mid-job and kept, and a foot switch does the next step', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: workshop?.url ?? '' });
  const page = await context.newPage();
  const id = await openDesk(page, 'Both hands busy.');
  await page.keyboard.press('t');
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Cylinder 1, vacuum').fill('44');
  await dialog.getByLabel('Cylinder 2, vacuum').fill('40,5');
  await dialog.getByLabel(/Speed, if known/).fill('1100');
  await dialog.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByTestId('deviation-1')).toHaveText('+1.7');
  await page.keyboard.press('k');
  await expect(page.getByTestId('deviation-1')).toHaveText('+17');
  await expect(page.getByText('mbar from the group')).toBeVisible();
  await page.reload();
  await expect(page.getByText('mbar from the group')).toBeVisible();
  await page.goto(`/jobs/${id}`);
  await expect(page.getByText(/\d.mbar/).first()).toBeVisible();

  await page.goBack();
  await expect(page.getByTestId('say')).toBeVisible();
  await expect(page.getByTestId('deviation-1')).toHaveText('+17');
  await page.keyboard.press('?');
  await page.getByRole('button', { name: 'Choose other keys' }).click();
  await page.getByRole('button', { name: 'the next step' }).click();
  await page.keyboard.press('PageDown');
  await expect(page.getByRole('button', { name: 'Page ↓ the next step' })).toBeVisible();
  await page.keyboard.press('Escape');
  const kinds = await savedKinds(page, id);
  await page.keyboard.press('PageDown');
  await expect.poll(() => savedKinds(page, id)).toHaveLength(kinds.length + 1);
  await page.reload();
  await expect(page.locator('[aria-keyshortcuts="Page ↓"]')).toBeVisible();
  await context.close();
});

test('the workshop has its instruments and its unit; a device that chose none shows it, in its own language’s figures', async ({
  browser,
}) => {
  const context = await browser.newContext({ baseURL: workshop?.url ?? '', locale: 'de-DE' });
  const page = await context.newPage();
  await page.goto('/workshop');
  await page.getByRole('button', { name: 'Add an instrument' }).click();
  await page.getByLabel('Name').fill('Drawer set');
  await page.getByLabel('Kind').selectOption('gaugeSet');
  await page.getByLabel('Channels').selectOption('4');
  await page.getByLabel('Largest error').selectOption('1.6');
  await page.getByRole('button', { name: 'Keep' }).click();
  const row = page.getByRole('listitem', { name: 'Drawer set' });
  await expect(row).toContainText('gauge set, 4 channels, 1.6 %; nothing learned yet');
  await row.getByRole('button', { name: 'Change' }).click();
  await row.getByLabel('Name').fill('Bench set');
  await row.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('listitem', { name: 'Bench set' })).toBeVisible();
  await page.getByLabel('Depression is shown in').selectOption('inhg');
  await expectAccessible(page);
  await openDesk(page, 'Thinks in inches of mercury.');
  await page.keyboard.press('t');
  await page.getByLabel('Cylinder 1, vacuum').fill('44');
  await page.getByLabel('Cylinder 2, vacuum').fill('40,5');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByTestId('deviation-1')).toHaveText('+0,52');
  await page.goto('/workshop');
  await page.getByRole('listitem', { name: 'Bench set' }).getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByText('None yet')).toBeVisible();
  await context.close();
});

test('a second visit shows how the first left it, on the bench and in the report', async ({ browser }) => {
  const context = await browser.newContext({ baseURL: workshop?.url ?? '' });
  const page = await context.newPage();
  const type = async (one: string, two: string) => {
    await page.keyboard.press('t');
    await page.getByLabel('Cylinder 1, vacuum').fill(one);
    await page.getByLabel('Cylinder 2, vacuum').fill(two);
    await page.getByRole('button', { name: 'Take it' }).click();
    await expect(page.getByRole('dialog')).toBeHidden();
  };
  const first = await openDesk(page, 'First visit.');
  await type('44', '40');
  await type('41', '40.4');
  await page.keyboard.press('f');
  await expect(page.getByTestId('say')).toContainText('Finished');
  await expect.poll(() => savedKinds(page, first)).toContain('finished');
  await page.goto(`/jobs/${first}`);
  await page.getByRole('heading', { level: 1 }).getByRole('link').click();
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it in for?').fill('Second visit.');
  await page.getByRole('button', { name: 'Open and go to the bench' }).click();
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await expect(page.getByText('left last time')).toBeVisible();
  await type('42', '40');
  await page.goto(page.url().replace(/\/bench$/, ''));
  await expect(page.getByRole('region', { name: /^Left on/ })).toContainText(/Spread.*0[.,]\d/);
  await context.close();
});

test('the tones that are heard beat as fast as the spread asks', async ({ page }) => {
  const { outputFiles } = await build({
    entryPoints: [new URL('../../web/features/bench/sound/ear.ts', import.meta.url).pathname],
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'earModule',
  });
  await page.goto('/');
  await page.evaluate(`(() => { ${outputFiles[0]?.text ?? ''}; window.earModule = earModule; })()`);
  const heard = await page.evaluate(async () => {
    const { createEar } = Reflect.get(window, 'earModule');
    const rate = 8000;
    const render = async (beatHz: number | undefined) => {
      const context = new OfflineAudioContext(1, 5 * rate, rate);
      const ear = createEar(context);
      ear.level(1);
      ear.beat(beatHz);
      // The first second glides in.
      return (await context.startRendering()).getChannelData(0).slice(rate);
    };
    const envelope = (samples: Float32Array) => {
      const blocks = Array.from({ length: Math.floor(samples.length / 80) }, (_, i) =>
        Math.max(...samples.subarray(i * 80, i * 80 + 80)),
      );
      return blocks;
    };
    const beats = (samples: Float32Array) => {
      const swells = envelope(samples);
      return swells.filter((value, i) => value < 0.5 && (swells[i - 1] ?? 0) >= 0.5).length / 4;
    };
    const crossings = (samples: Float32Array) =>
      samples.filter((value, i) => value >= 0 && (samples[i - 1] ?? 0) < 0).length / 4;
    const [silent, still, slow, fast] = [await render(undefined), await render(0), await render(2), await render(9)];
    return {
      silent: Math.max(...silent),
      stillHz: crossings(still),
      stillBeats: beats(still),
      slowBeats: beats(slow),
      fastBeats: beats(fast),
    };
  });
  expect(heard.silent).toBeLessThan(0.01);
  expect(Math.abs(heard.stillHz - 660)).toBeLessThan(2);
  expect(heard.stillBeats).toBe(0);
  expect(Math.abs(heard.slowBeats - 2)).toBeLessThanOrEqual(0.25);
  expect(Math.abs(heard.fastBeats - 9)).toBeLessThanOrEqual(0.5);
});
