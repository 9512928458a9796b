import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { followOnce, followToTheEnd, nextAction } from '../support/hand';
import { secondWorkshop } from '../support/secondWorkshop';
import { command, engineTruth, trueSpreadKPa } from '../support/standin';
import { openDesk, savedKinds } from '../support/workshop';

test('a twin from an empty browser to a finished, balanced job, and on to another workshop', async ({
  page,
  browser,
}, testInfo) => {
  // As found, whatever ran before: stopped, warm (an hour of its time may have passed), and the clamp loose.
  await command({ do: 'stop' });
  await command({ do: 'warmUp' });
  await command({ do: 'couple', coupling: 'C', clamped: false });
  const jobId = await openDesk(page, 'Shakes at idle.');
  await expect(page.getByTestId('source')).toContainText('Practice engine, live');

  await expect(page.getByTestId('say')).toContainText('Zero the gauges');
  await nextAction(page);
  await page.keyboard.press('Space');
  await expect(page.getByTestId('say')).toContainText('Start the engine');
  await page.getByRole('button', { name: 'Start engine' }).click();
  await expect(page.getByTestId('rpm')).not.toContainText('–');

  expect(await followOnce(page)).toBe('take the reading');
  expect((await nextAction(page)).label).toBe('turned it');

  // A reload in the middle, and a second browser: both see the same.
  const sayBefore = await page.getByTestId('say').innerText();
  await page.reload();
  await expect(page.getByTestId('say')).toHaveText(sayBefore, { useInnerText: true });
  const other = await browser.newPage();
  await other.goto(page.url());
  await expect(other.getByTestId('say')).toHaveText(sayBefore, { useInnerText: true });

  const moves = await followToTheEnd(page);
  expect(moves).toBeLessThanOrEqual(8);
  await expect(other.getByTestId('say')).toContainText('finish the job');

  // The engine's own truth decides, not the gauges.
  await expect.poll(async () => (await engineTruth()).cycles).toBe(40);
  const truth = await engineTruth();
  const spreadKPa = trueSpreadKPa(truth);
  testInfo.annotations.push({ type: 'true spread', description: `${spreadKPa.toFixed(3)} kPa after ${moves} moves` });
  expect(spreadKPa).toBeLessThanOrEqual(0.5);
  expect(Math.abs(truth.speed - 1050)).toBeLessThanOrEqual(75);

  await page.keyboard.press('Space');
  await expect(page.getByTestId('say')).toContainText('Finished');
  await expect(other.getByTestId('say')).toContainText('Finished');
  expect((await savedKinds(page, jobId)).at(-1)).toBe('finished');

  // The report, as one finds it the next day.
  await page.keyboard.press('Space');
  await expect(page.getByTestId('verdict')).toContainText('Balanced');
  await expect(page.getByRole('region', { name: 'As found' })).toContainText('Spread');
  await expect(page.getByRole('region', { name: 'As left' })).toContainText('Spread');
  const story = await page.getByRole('region', { name: 'Every step' }).innerText();
  expect(story).toContain('Gauges zeroed');
  expect(story).toContain('Coupling clamp clamped');

  const [jobFile] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Export the job/ }).click(),
  ]);
  const [csvFile] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Export the readings/ }).click(),
  ]);
  expect(readFileSync(await csvFile.path(), 'utf8').split('\r\n').length).toBeGreaterThan(3);
  const path = await jobFile.path();

  await page.goto('/');
  await page
    .getByLabel('Import a job')
    .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: readFileSync(path) });
  await expect(page.getByRole('dialog')).toContainText('already in this workshop');

  const workshop = await secondWorkshop();
  try {
    await other.goto(workshop.url);
    await expect(other.getByText('No machine here yet.')).toBeVisible();
    await other
      .getByLabel('Import a job')
      .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: readFileSync(path) });
    await expect(other.getByTestId('verdict')).toContainText('Balanced');
    expect(await other.getByRole('region', { name: 'Every step' }).innerText()).toBe(story);
  } finally {
    await workshop.stop();
  }
});
