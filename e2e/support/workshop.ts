import { expect, type Page } from '@playwright/test';

let machines = 0;

/** Adds a machine through its form; ends on its page. Returns its name. */
export async function addMachine(page: Page, bank?: string): Promise<string> {
  machines += 1;
  const name = `Test twin ${process.pid} ${machines}`;
  await page.goto('/');
  await page.getByRole('button', { name: 'Add a machine' }).click();
  await page.getByLabel('Name').fill(name);
  if (bank !== undefined) await page.getByLabel('Bank').selectOption(bank);
  await page.getByRole('button', { name: 'Add machine', exact: true }).click();
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible();
  return name;
}

/** Adds a machine and opens a job on it; ends at the cautions of the bench. Returns the job's id. */
export async function openJob(page: Page, complaint: string, bank?: string): Promise<string> {
  await addMachine(page, bank);
  await page.getByRole('button', { name: 'New job' }).click();
  await page.getByLabel('What is it in for?').fill(complaint);
  await page.getByRole('button', { name: 'Open and go to the bench' }).click();
  await expect(page.getByRole('heading', { name: 'Before the engine runs' })).toBeVisible();
  return new URL(page.url()).pathname.split('/')[2] ?? '';
}

/** Opens a job and goes past the cautions to the desk. */
export async function openDesk(page: Page, complaint: string, bank?: string): Promise<string> {
  const id = await openJob(page, complaint, bank);
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await expect(page.getByTestId('say')).toBeVisible();
  return id;
}

/** The kinds of a job's events, as the server has them. */
export async function savedKinds(page: Page, jobId: string): Promise<readonly string[]> {
  const response = await page.request.get(`/api/jobs/${jobId}/events`);
  const { events } = await response.json();
  return events.map(({ kind }: { kind: string }) => kind);
}
