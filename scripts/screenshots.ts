import { chromium, type Page } from '@playwright/test';
import { followOnce, nextAction } from '../e2e/support/hand';
import { prepareDatabase, startApp, startStandin } from './app.mjs';
import { BROWSER_PACKAGES, DATABASE_PACKAGES, installPackages } from './machine.mjs';
import { startMariaDb } from './mariadb.mjs';
import { processGroup } from './processes.mjs';
import { buildApp, openLog, ROOT } from './project.mjs';

/** Takes the pictures of docs/screenshots from the demo workshop: `npm run screenshots`. */
/** In the middle of bench work. */
const SHEET_JOB = '01900000-0000-7000-8000-0000000000be';
const OPEN_JOB = '01900000-0000-7000-8000-0000000000b4';
const CLOSED_JOB = '01900000-0000-7000-8000-0000000000b1';
/** In the middle of its mixture. */
const MIXED_JOB = '01900000-0000-7000-8000-000000000b11';
/** Ridden with the sensor in each pipe. */
const RIDDEN_JOB = '01900000-0000-7000-8000-000000000b13';
const SEARCHED_JOB = '01900000-0000-7000-8000-0000000000bc';
const group = processGroup();
const say = (line: string) => process.stdout.write(`${line}\n`);

async function picture(page: Page, name: string): Promise<void> {
  await page.mouse.move(0, 0);
  await page.evaluate(() => document.fonts.ready);
  await page.screenshot({ path: `${ROOT}docs/screenshots/${name}.png` });
  say(name);
}

async function theme(page: Page, name: 'night' | 'sun'): Promise<void> {
  await page.evaluate((to) => {
    document.documentElement.dataset.theme = to;
  }, name);
}

/** The pages around the bench. */
async function takePagePictures(page: Page): Promise<void> {
  await page.goto('/');
  await picture(page, 'garage');
  await page.getByRole('link', { name: 'Harrow 750 twin' }).click();
  await page.getByRole('region', { name: 'Particulars' }).waitFor();
  await picture(page, 'machine');
  await page.goto(`/jobs/${CLOSED_JOB}`);
  await page.locator('figure svg').waitFor();
  await picture(page, 'job-report');
  await page.goto(`/jobs/${SEARCHED_JOB}/suspects`);
  await page.getByRole('list', { name: 'Suspects' }).getByRole('listitem').nth(1).waitFor();
  await picture(page, 'suspects');
  await page.goto(`/jobs/${SHEET_JOB}/sheet`);
  await page.getByTestId('say').waitFor();
  await picture(page, 'sheet');
  await page.goto('/figures');
  await picture(page, 'figures');
  await page.goto('/workshop');
  await page.getByRole('region', { name: 'Instruments' }).waitFor();
  await picture(page, 'workshop');
  await page.goto(`/jobs/${MIXED_JOB}/bench`);
  await nextAction(page);
  await picture(page, 'mixture');
  await page.goto(`/jobs/${RIDDEN_JOB}/road`);
  await page.getByRole('slider', { name: 'Marker of Front' }).waitFor();
  await picture(page, 'road');
}

/** Before any gauge sends: the practice engine in the browser. */
async function takePracticePictures(page: Page): Promise<void> {
  await page.goto(`/jobs/${OPEN_JOB}/bench`);
  await picture(page, 'cautions');
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await page.keyboard.press('p');
  await page.getByLabel('Bank').selectOption('sideDraughtSix');
  await page.getByLabel('Add a fault').selectOption({ index: 3 });
  await page.getByRole('button', { name: 'Begin practice' }).click();
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await nextAction(page);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Start engine' }).click();
  while ((await followOnce(page)) !== 'take the reading');
  await nextAction(page);
  await picture(page, 'practice-bench');
}

/** A fault that no screw cures, found by the readings. */
async function takeSuspicion(page: Page): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: 'Bank layout' }).first().click();
  await page.getByLabel('Begin from a bank that ships').selectOption('rack4');
  await page.getByRole('button', { name: 'Screw B', exact: true }).first().click();
  await page.evaluate(() => window.scrollTo(0, 0));
  await picture(page, 'bank-builder');
  await page.goto(`/jobs/${OPEN_JOB}/bench`);
  await page.keyboard.press('p');
  await page.getByLabel('Bank').selectOption('rack4');
  await page.getByLabel('Engine number').fill('11');
  await page.getByLabel('Add a fault').selectOption('Hoses 1 and 2 exchanged');
  await page.getByRole('button', { name: 'Begin practice' }).click();
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await nextAction(page);
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Start engine' }).click();
  const isNamed = async () => (await nextAction(page)).say.includes('exchanged');
  for (let step = 0; step < 16 && !(await isNamed()); step += 1) await followOnce(page);
  await picture(page, 'bench-suspect');
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'End practice' }).click();
}

/** A bank on one plenum: the meter goes from mouth to mouth. */
async function takeAir(page: Page): Promise<void> {
  await page.goto(`/jobs/${OPEN_JOB}/bench`);
  await page.keyboard.press('p');
  await page.getByLabel('Bank').selectOption('fourBarrel');
  await page.getByLabel('Engine number').fill('4');
  await page.getByRole('button', { name: 'Begin practice' }).click();
  await page.getByRole('button', { name: 'I have read these, go to the bench' }).click();
  await page.getByRole('button', { name: 'Start engine' }).click();
  await nextAction(page);
  await page.keyboard.press('Space');
  const read = page.getByRole('dialog').getByRole('button', { name: 'Read it' });
  for (let stop = 0; stop < 2; stop += 1) await read.click({ timeout: 30_000 });
  await read.click({ trial: true, timeout: 30_000 });
  await page.keyboard.press('Escape');
  await followOnce(page);
  await nextAction(page);
  await picture(page, 'bench-air');
  await page.keyboard.press('p');
  await page.getByRole('button', { name: 'End practice' }).click();
}

async function takePictures(page: Page): Promise<void> {
  await page.goto(`/jobs/${OPEN_JOB}/bench`);
  await nextAction(page);
  await page.keyboard.press('s');
  await page.getByText('Which channel sits where').waitFor();
  await picture(page, 'sources');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Space');
  await page.getByRole('button', { name: 'Start engine' }).click();
  while ((await followOnce(page)) !== 'take the reading');
  await nextAction(page);
  await picture(page, 'bench-apart-night');
  await page.keyboard.press('w');
  await page.getByRole('dialog').waitFor();
  await picture(page, 'bench-why');
  await page.keyboard.press('Escape');
  for (let done = ''; done !== 'finish the job'; done = await followOnce(page));
  await theme(page, 'sun');
  await picture(page, 'bench-balanced-sun');
  await page.setViewportSize({ width: 390, height: 844 });
  await theme(page, 'night');
  await picture(page, 'bench-phone');
}

try {
  const log = openLog('screenshots.log');
  await installPackages(group, [...DATABASE_PACKAGES, ...BROWSER_PACKAGES], say);
  await buildApp(group, say);
  const databaseUrl = await startMariaDb(group, 'shots-db', { fresh: true });
  await prepareDatabase(group, databaseUrl, { demo: true });
  const app = await startApp(group, databaseUrl, { log });
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const page = await browser.newPage({ baseURL: app, viewport: { width: 1280, height: 800 } });
  // A drawn bank that is left unsaved asks first.
  page.on('dialog', (dialog) => void dialog.accept());
  await takePagePictures(page);
  // `npm run screenshots -- pages`: only those, in a minute.
  if (!process.argv.includes('pages')) {
    await takePracticePictures(page);
    await takeSuspicion(page);
    await takeAir(page);
    await startStandin(group, app, ['--seed', '7'], { log });
    await takePictures(page);
  }
  await browser.close();
} finally {
  await group.stop();
}
