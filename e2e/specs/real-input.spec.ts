import { expect, type Page, test } from '@playwright/test';
import { idleTrace } from '../support/traces';
import { openDesk, savedKinds } from '../support/workshop';

async function drop(page: Page, name: string, content: string): Promise<void> {
  const transfer = await page.evaluateHandle(
    ({ name: fileName, content: text }) => {
      const data = new DataTransfer();
      data.items.add(new File([text], fileName, { type: 'text/csv' }));
      return data;
    },
    { name, content },
  );
  await page.dispatchEvent('main', 'drop', { dataTransfer: transfer });
}

test('a dropped trace file becomes a reading', async ({ page }) => {
  const jobId = await openDesk(page, 'From a file.');
  await drop(page, 'idle.csv', idleTrace(2));
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('idle.csv');
  await expect(dialog.getByRole('row').nth(1)).toContainText('kPa');
  await dialog.getByRole('button', { name: 'Take this reading' }).click();
  await expect.poll(() => savedKinds(page, jobId)).toContain('reading');
});

test('a reading typed off a dial becomes a reading; undo takes it back', async ({ page }) => {
  const jobId = await openDesk(page, 'By eye.');
  await page.keyboard.press('t');
  await page.getByLabel('Cylinder 1, vacuum').fill('12');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect(page.getByRole('alert')).toContainText('Cylinder 2 has no number');
  await page.getByLabel('Cylinder 2, vacuum').fill('11,5');
  await page.getByLabel('Unit of the dial').selectOption('inHg');
  await page.getByRole('button', { name: 'Take it' }).click();
  await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check', 'reading']);
  await page.keyboard.press('u');
  await expect(page.getByText('Undone: Reading taken')).toBeVisible();
  await expect.poll(() => savedKinds(page, jobId)).toEqual(['opened', 'check', 'reading', 'undone']);
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByText('No reading yet.')).toBeVisible();
});

test('a turn that was done otherwise is recorded as it was', async ({ page }) => {
  const jobId = await openDesk(page, 'Otherwise.');
  await page.keyboard.press('o');
  await page.getByText('Idle knob', { exact: false }).last().click();
  await page.getByRole('button', { name: '¼ turn out' }).click();
  await page.getByRole('button', { name: '1/16 turn out' }).click();
  await page.getByRole('button', { name: 'I turned this' }).click();
  await expect.poll(() => savedKinds(page, jobId)).toContain('move');
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('region', { name: 'Every step' })).toContainText('Idle knob, 5/16 turn out');
});
