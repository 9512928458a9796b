import { expect, type Page, test } from '@playwright/test';
import { APP_URL } from '../support/environment';
import { postTrace } from '../support/standin';
import { batch, idleTrace } from '../support/traces';
import { openDesk, savedKinds } from '../support/workshop';

async function chooseFile(page: Page, name: string, content: Buffer): Promise<void> {
  await page.getByLabel('Open a trace file').setInputFiles({ name, mimeType: 'text/csv', buffer: content });
}

test.describe('trace files', () => {
  test('with one channel for a twin say so, and the job goes on', async ({ page }) => {
    await openDesk(page, 'One channel.');
    await chooseFile(page, 'one.csv', Buffer.from(idleTrace(1)));
    const dialog = page.getByRole('dialog');
    await expect(dialog.getByRole('alert')).toContainText('No gauge on cylinder 2. Only 1 of 2 throats can be read');
    await expect(dialog.getByRole('button', { name: 'Take this reading' })).toBeDisabled();
    await page.keyboard.press('Escape');
    await expect(page.getByTestId('say')).toBeVisible();
  });

  test('in absolute pressure without saying so are recognised', async ({ page }) => {
    await openDesk(page, 'Absolute.');
    const rows = Array.from(
      { length: 1000 },
      (_, i) => `${(i / 100).toFixed(2)},${101.2 + (i % 3) / 100},${101.1 + (i % 2) / 100}`,
    );
    await chooseFile(page, 'absolute.csv', Buffer.from(`t_s,v1_kpa,v2_kpa\n${rows.join('\n')}\n`));
    await expect(page.getByRole('dialog').getByRole('alert').first()).toContainText('looks like absolute pressure');
    await expect(page.getByRole('dialog').getByRole('button', { name: 'Take this reading' })).toBeDisabled();
  });

  test('that are none, or too large, are refused with what to do', async ({ page }) => {
    const jobId = await openDesk(page, 'Wrong files.');
    await chooseFile(page, 'photo.csv', Buffer.from('\x89PNG not a trace\nat all\n'));
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('There is no time column');
    await page.keyboard.press('Escape');
    // Playwright hands over at most 50 MB itself; the page makes a larger file.
    await page.evaluate(() => {
      const input = document.querySelector<HTMLInputElement>('input[type=file]');
      const transfer = new DataTransfer();
      transfer.items.add(new File([new Uint8Array(60 * 1024 * 1024)], 'long.csv'));
      if (input !== null) {
        input.files = transfer.files;
        input.dispatchEvent(new Event('change', { bubbles: true }));
      }
    });
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText('long.csv has 60 MB');
    await page.keyboard.press('Escape');
    expect(await savedKinds(page, jobId)).toEqual(['opened', 'check']);
  });
});

test('a live gauge that sends rubbish is told what is wrong', async ({ page }) => {
  await openDesk(page, 'Rubbish.');
  await expect(page.getByTestId('source')).toContainText('Practice engine, live');
  const response = await postTrace(APP_URL, 'main', 'hello');
  expect(response.status).toBe(400);
  expect((await response.json()).error.message).toContain('There is no time column');
  await expect(page.getByRole('alert').filter({ hasText: 'not a trace' })).toBeVisible();
});

test('bodies over the limit and requests from elsewhere are refused', async ({ page }) => {
  const large = await postTrace(APP_URL, 'spare', `t_s,v1_kpa\n${'0,1\n'.repeat(400_000)}`);
  expect(large.status).toBe(413);
  const foreign = await postTrace(APP_URL, 'spare', batch('x', 0, [1, 1]), { origin: 'http://elsewhere.invalid' });
  expect(foreign.status).toBe(403);
  for (const path of [
    '/api/machines',
    '/api/jobs',
    '/api/jobs/import',
    '/api/jobs/x/events',
    '/api/bench/main/practice',
  ]) {
    const refused = await fetch(APP_URL + path, {
      method: 'POST',
      headers: { origin: 'http://elsewhere.invalid' },
      body: '{}',
    });
    expect([path, refused.status]).toEqual([path, 403]);
  }
  // OWASP ASVS 5.0, V3.4: the page may load from here alone, and no other page may frame it.
  const { 'content-security-policy': policy, 'x-frame-options': frames } = (await page.request.get('/')).headers();
  expect(policy).toContain("default-src 'self'");
  expect(frames).toBe('DENY');
  // A page elsewhere cannot point a name of its own at this machine either (DNS rebinding).
  const rebound = await page.request.get(`${APP_URL}/api/health`, { headers: { host: 'evil.invalid' } });
  expect(rebound.status()).toBe(403);
  for (const path of ['/', '/outbox', '/jobs/01900000-0000-7000-8000-0000000000b1', '/icon.svg']) {
    const named = await page.request.get(APP_URL + path, { headers: { host: 'evil.invalid' } });
    expect([path, named.status(), (await named.text()).length < 100]).toEqual([path, 403, true]);
  }
  expect(policy).not.toContain('unsafe-eval');
  expect(policy).toMatch(/script-src 'self' 'nonce-[A-Za-z0-9+/=]+'/);
  const untyped = await fetch(`${APP_URL}/api/machines`, {
    method: 'POST',
    headers: { 'content-type': 'text/plain' },
    body: '{}',
  });
  expect(untyped.status).toBe(415);
});

test('a job file of a newer version is refused in words, and so is what is no job', async ({ page }) => {
  await page.goto('/');
  const take = (content: string) =>
    page
      .getByLabel('Import a job')
      .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: Buffer.from(content) });
  await take(JSON.stringify({ format: 'amber-needle/job', version: 7, events: [] }));
  await expect(page.getByRole('dialog')).toContainText('this job file is version 7');
  await page.keyboard.press('Escape');
  await take('not json');
  await expect(page.getByRole('dialog')).toContainText('not JSON');
  await page.keyboard.press('Escape');
  await take(JSON.stringify({ format: 'amber-needle/job', version: 1, events: [{ kind: 'explosion' }] }));
  await expect(page.getByRole('dialog')).toContainText('/events/0/kind');
});

test('an impatient double click opens one job', async ({ page }) => {
  const jobId = await openDesk(page, 'First.');
  await page.goto('/');
  const row = page.getByRole('region').filter({ has: page.locator(`a[href="/jobs/${jobId}"]`) });
  await row.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it in for?').fill('Second.');
  await page.getByRole('button', { name: 'Open and go to the bench' }).dblclick();
  await expect(page.getByRole('heading', { name: 'Before the engine runs' })).toBeVisible();
  await page.goBack();
  await page.goto('/');
  await expect(row.getByRole('listitem')).toHaveCount(2);
});

test('an unknown job has a page that says so', async ({ page }) => {
  const response = await page.goto('/jobs/01900000-0000-7000-8000-00000000dead/bench');
  expect(response?.status()).toBe(404);
  await expect(page.getByRole('heading', { name: 'Nothing here' })).toBeVisible();
});
