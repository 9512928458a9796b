import { expect, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { addMachine } from '../support/workshop';

test('a bank is drawn, checked at every step, saved, and met again on the bench', async ({ page }) => {
  const name = await addMachine(page, 'rack3');
  await page.getByRole('link', { name: 'Bank layout' }).click();
  const sentences = page.getByRole('region', { name: 'What each screw does' });
  await expect(sentences).toContainText('Turned in: opens throat 1 against throats 2 and 3.');
  await expectAccessible(page);

  // A throat that feeds nothing is named, and cannot be saved; undo takes it back.
  await page.getByRole('button', { name: 'Throat 2 feeds 2: 2' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Throat 2: feeds no cylinder' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Save bank' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeDisabled();

  // A rack whose first screw closes when turned in, with a cylinder more and a stop for it.
  await page.getByRole('button', { name: 'Turned in 1: opens 1' }).click();
  await expect(sentences).toContainText('Turned in: closes throat 1 against throats 2 and 3.');
  await page.getByRole('button', { name: 'Add a cylinder with a throat' }).click();
  await page.getByRole('button', { name: '+ Throttle stop' }).click();
  await page.getByRole('button', { name: /^Turned in 1:/ }).click();
  await page.getByRole('button', { name: /^Turned in 1:/ }).click();
  await page.getByRole('button', { name: 'Turned in 4: 4 stays' }).click();
  await expect(sentences).toContainText('Turned in: opens throat 4 against throats 1, 2 and 3.');
  await page.getByRole('button', { name: 'Add a pipe' }).click();
  const pipes = page.getByRole('region', { name: 'Balance pipes' });
  // A third end takes the place of the first: from 1 and 2 to 2 and 4.
  await pipes.getByRole('button', { name: 'Joins 4: 4' }).click();
  await expect(pipes.getByRole('button', { pressed: true })).toHaveText(['2', '4']);
  // A jet comes in sizes, and is taken out again.
  await page.getByRole('button', { name: '+ Pilot jet' }).click();
  await expect(sentences).toContainText('A size larger: makes throat 1 richer.');
  await expect(page.getByRole('textbox', { name: 'Larger (sizes)' })).toHaveValue('4');
  const screws = page.getByRole('region', { name: 'Screws, rods and cables' });
  await screws.getByRole('button', { name: 'Take out' }).click();
  await expect(sentences).not.toContainText('A size larger');
  await page.getByLabel('Name of the bank').fill('Rack of three and one');
  await page.getByRole('button', { name: 'Save bank' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Name of the bank')).toHaveValue('Rack of three and one');
  await expect(pipes.getByRole('button', { pressed: true })).toHaveText(['2', '4']);

  await page.goto(`/?q=${encodeURIComponent(name)}`);
  await page.getByRole('region', { name, exact: true }).getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it in for?').fill('Drawn by hand.');
  await page.getByRole('button', { name: 'Open and go to the bench' }).click();
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await expect(page.getByTestId('deviation-4')).toBeVisible();
});

test('a bank that someone else changed meanwhile is not overwritten', async ({ page, context }) => {
  await addMachine(page, 'twin');
  await page.getByRole('link', { name: 'Bank layout' }).click();
  const other = await context.newPage();
  await page.waitForURL(/\/bank$/);
  await other.goto(page.url());
  await other.getByLabel('Name of the bank').fill('By the other');
  await other.getByRole('button', { name: 'Save bank' }).click();
  await expect(other.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.getByLabel('Name of the bank').fill('By the first');
  await page.getByRole('button', { name: 'Save bank' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'Someone else changed this bank' })).toBeVisible();
  await expect(page.getByLabel('Name of the bank')).toHaveValue('By the first');
});
