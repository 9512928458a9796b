import { expect, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { openDesk, openJob, savedKinds } from '../support/workshop';

test('no screen has a violation that axe-core finds', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Add a machine' }).click();
  await expect(page.getByRole('dialog')).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press('Escape');

  await openJob(page, 'For everyone.');
  await expectAccessible(page);
  const jobId = await openDesk(page, 'For everyone.');
  await expect(page.getByTestId('source')).toContainText('live');
  await expectAccessible(page);
  for (const key of ['w', 'o', 't']) {
    await page.keyboard.press(key);
    await expect(page.getByRole('dialog')).toBeVisible();
    await expectAccessible(page);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('dialog')).toBeHidden();
  }
  await page.keyboard.press('t');
  await page.getByLabel('Cylinder 1, vacuum').fill('40');
  await page.getByLabel('Cylinder 2, vacuum').fill('42');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(() => savedKinds(page, jobId)).toContain('reading');
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('region', { name: 'As found' })).toBeVisible();
  await expectAccessible(page);
  await page.goto('/');
  await expectAccessible(page);
  await page.goto('/nowhere');
  await expectAccessible(page);
});

test('the bench works at the sizes it is made for, without sideways scrolling', async ({ page }) => {
  await openDesk(page, 'All sizes.');
  for (const [width, height] of [
    [1280, 800],
    [1024, 768],
    [768, 1024],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height });
    const overflow = await page.evaluate(
      () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
    );
    expect([width, overflow]).toEqual([width, 0]);
    for (const part of [
      page.getByTestId('say'),
      page.locator('[aria-keyshortcuts="Space"]'),
      page.getByRole('img', { name: /^The fan/ }),
      page.getByRole('region', { name: 'Cylinder 1' }),
    ])
      await expect(part).toBeInViewport({ ratio: 0.9 });
    await expect(page.evaluate(() => document.documentElement.scrollHeight)).resolves.toBe(height);
  }
});
