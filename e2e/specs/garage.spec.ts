import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { secondWorkshop } from '../support/secondWorkshop';
import { addMachine, openDesk } from '../support/workshop';

test('a machine is found by any word, changed, archived, deleted and fetched back', async ({ page }) => {
  const name = await addMachine(page, 'rack3');
  await page.getByRole('button', { name: 'Change' }).click();
  await page.getByLabel('Owner').fill('Zebedee Quill');
  await page.getByLabel('Plate').fill('ZQ 77');
  await page.getByLabel('Odometer or hours').fill('12 345 km');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('region', { name: 'Particulars' })).toContainText('ZQ 77');
  await expectAccessible(page);

  const row = page.getByRole('region', { name, exact: true });
  const search = async (words: string, show: string) => {
    await page.goto('/');
    await page.getByRole('searchbox').fill(words);
    await page.getByLabel('Which machines').selectOption(show);
    await page.getByRole('button', { name: 'Show' }).click();
    await page.waitForURL(/q=/);
  };
  for (const words of ['zebedee', 'ZQ 77', `${name.split(' ').at(-2)} quill`]) {
    await search(words, 'workshop');
    await expect(row).toBeVisible();
  }
  await search('zebedee nobody', 'workshop');
  await expect(page.getByText(/^No machine here answers to that/)).toBeVisible();
  await search('zebedee', 'open');
  await expect(row).toBeHidden();

  await search('zebedee', 'workshop');
  await row.getByRole('link', { name }).click();
  await page.getByRole('button', { name: 'Archive' }).click();
  await expect(page.getByRole('button', { name: 'Take out of the archive' })).toBeVisible();
  await search('zebedee', 'archive');
  await row.getByRole('link', { name }).click();
  await page.getByRole('button', { name: 'Erase the owner’s data' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Erase the owner’s data' }).click();
  await expect(page.getByRole('region', { name: 'Particulars' })).not.toContainText('Zebedee');

  // Deleting asks first; the safe answer changes nothing.
  await page.getByRole('button', { name: 'Delete' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('alertdialog')).toBeHidden();
  await page.getByRole('button', { name: 'Delete' }).click();
  await expect(page.getByRole('alertdialog')).toContainText('For 30 days it can be restored');
  await page.getByRole('alertdialog').getByRole('button', { name: 'Delete' }).click();
  await page.waitForURL(/\/$/);
  await search(name, 'workshop');
  await expect(row).toBeHidden();
  await search(name, 'deleted');
  await row.getByRole('button', { name: 'Restore' }).click();
  await expect(row).toBeHidden();
  await search(name, 'archive');
  await expect(row).toBeVisible();
});

test('a job is reworded, closed, opened again, deleted and restored', async ({ page }) => {
  const jobId = await openDesk(page, 'Shaks.');
  await page.goto(`/jobs/${jobId}`);
  await page.getByRole('button', { name: 'Reword the complaint' }).click();
  await page.getByLabel('Complaint').fill('Shakes at idle.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Shakes at idle.').first()).toBeVisible();
  await page.getByLabel('Note').fill('Left the plugs out.');
  await page.getByRole('button', { name: 'Save the note' }).click();
  await expect(page.getByRole('region', { name: 'Every step' })).toContainText('Left the plugs out.');
  await page.getByRole('button', { name: 'Close the job' }).click();
  await expect(page.getByTestId('verdict')).toContainText('Closed without finishing at the bench');
  await expect(page.getByRole('button', { name: 'Save the note' })).toBeHidden();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Open the job again' }).click();
  await expect(page.getByTestId('verdict')).toContainText('Open');
  await page.getByRole('button', { name: 'Delete the job' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Delete the job' }).click();
  await page.waitForURL(/\/machines\//);
  await expect(page.getByRole('region', { name: 'Jobs' })).toContainText('No job yet.');
  await page.goto(`/jobs/${jobId}`);
  await expect(page.getByRole('heading', { name: 'A deleted job' })).toBeVisible();
  await page.getByRole('button', { name: 'Restore' }).click();
  await expect(page.getByTestId('verdict')).toContainText('Open');
});

test('a corrected bank is read into the job that was opened before', async ({ page }) => {
  const jobId = await openDesk(page, 'Drawn wrong.', 'rack3');
  await page.goto(`/jobs/${jobId}`);
  await page.getByRole('link', { name: /^Test twin/ }).click();
  await page.getByRole('link', { name: 'Bank layout' }).click();
  await page.getByLabel('Name of the bank').fill('Rack of three, as it is');
  await page.getByRole('button', { name: 'Save bank' }).click();
  await expect(page.getByRole('button', { name: 'Saved' })).toBeVisible();
  await page.goto(`/jobs/${jobId}`);
  await page.getByRole('button', { name: 'Use the machine’s bank as it is now' }).click();
  await page.getByRole('alertdialog').getByRole('button', { name: 'Correct the bank' }).click();
  await expect(page.getByText(/· Rack of three, as it is/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Use the machine’s bank as it is now' })).toBeHidden();
});

test('a job file of fourteen megabytes is taken in whole', { tag: '@deep' }, async ({ page }) => {
  const jobId = await openDesk(page, 'Much to say.');
  const { events } = await (await page.request.get(`/api/jobs/${jobId}/events`)).json();
  const [opened] = events;
  const note = {
    ...opened,
    kind: 'note',
    version: 1,
    text: 'x'.repeat(4000),
    machine: undefined,
    complaint: undefined,
    setup: undefined,
  };
  const idOf = (n: number) => `0badcafe-0000-7000-8000-${String(n).padStart(12, '0')}`;
  const long = [{ ...opened, id: idOf(1), machine: `Long ${process.pid}` }];
  for (let seq = 2; seq <= 3500; seq += 1) long.push({ ...note, id: idOf(seq), seq });
  const buffer = Buffer.from(JSON.stringify({ format: 'amber-needle/job', version: 2, events: long }));
  expect(buffer.length).toBeGreaterThan(14_000_000);
  await page.goto('/');
  await page.getByLabel('Import a job').setInputFiles({ name: 'long.json', mimeType: 'application/json', buffer });
  await page.waitForURL(/\/jobs\//, { timeout: 30_000 });
  await expect(page.getByRole('link', { name: '3300 earlier steps: show all' })).toBeVisible();
});

test('a job of a machine that is known by name is asked about; a whole workshop goes out and in', async ({
  page,
  browser,
}) => {
  const jobId = await openDesk(page, 'To be sent.');
  await page.goto(`/jobs/${jobId}`);
  const machine = await page.getByRole('heading', { level: 1 }).innerText();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Export the job/ }).click(),
  ]);
  // As another workshop would have made it of a machine of the same name.
  const text = readFileSync(await file.path(), 'utf8').replace(/"id":"[0-9a-f]{8}-/g, '"id":"deadbeef-');
  await page.goto('/');
  await page
    .getByLabel('Import a job')
    .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  const dialog = page.getByRole('dialog', { name: 'Which machine is it?' });
  await dialog.getByRole('button', { name: new RegExp(machine) }).click();
  await page.waitForURL(/\/jobs\//);
  await page.getByRole('heading', { level: 1 }).getByRole('link').click();
  await expect(page.getByRole('region', { name: 'Jobs' }).getByRole('listitem')).toHaveCount(2);

  await page.goto('/workshop');
  const [zip] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Export the whole workshop' }).click(),
  ]);
  const path = await zip.path();
  const workshop = await secondWorkshop('zip');
  try {
    const other = await (await browser.newContext({ baseURL: workshop.url })).newPage();
    await other.goto('/');
    await other
      .getByLabel('Import a job')
      .setInputFiles(
        path.endsWith('.zip') ? path : { name: 'all.zip', mimeType: 'application/zip', buffer: readFileSync(path) },
      );
    await expect(other.getByText(/^Taken in: \d+ machines and \d+ jobs\.$/)).toBeVisible();
    await other.goto(`/jobs/${jobId}`);
    await expect(other.getByRole('heading', { level: 1 })).toHaveText(machine);
    await other.context().close();
  } finally {
    await workshop.stop();
  }
});
