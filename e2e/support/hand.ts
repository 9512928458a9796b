import { expect, type Page } from '@playwright/test';

/** A hand at the bench that does what the screen says, through the screen alone. */

const mainKey = (page: Page) => page.locator('[aria-keyshortcuts="Space"]');

/** Waits until the big key can be pressed and says what it would do and what the say line asks for. */
export async function nextAction(page: Page): Promise<{ readonly label: string; readonly say: string }> {
  await expect(mainKey(page)).toHaveText(/./);
  await expect(async () => {
    if (/waits for the (tee|hoses)/.test(await mainKey(page).innerText())) await moveHoses(page);
    await expect(mainKey(page)).toBeEnabled({ timeout: 1000 });
  }).toPass({ timeout: 60_000 });
  await expect(mainKey(page)).toBeEnabled({ timeout: 40_000 });
  const label = (await mainKey(page).innerText()).replace(/^Space\s*/, '').trim();
  const say = (await page.getByTestId('say').innerText()).replace(/\s*\n\s*/, ' / ');
  return { label, say };
}

/** Does one advised step. Returns what was done; `finish the job` is left to the caller. */
export async function followOnce(page: Page): Promise<string> {
  const { label, say } = await nextAction(page);
  if (label === 'look off idle') {
    // The look off idle has specs of its own.
    await page.keyboard.press('n');
    await expect(mainKey(page)).toHaveText(/finish the job$/);
    return 'finish the job';
  }
  if (label === 'turned it') await turnAsSaid(page, say);
  if (label === 'blipped it') await page.getByRole('button', { name: 'Blip', exact: true }).click();
  if (label === 'clamped it') await page.getByRole('button', { name: 'Tighten clamp' }).click();
  if (label === 'loosened it') await page.getByRole('button', { name: 'Loosen clamp' }).click();
  if (label === 'use the meter') await goRound(page);
  else if (label === 'take the reading') await takeReading(page);
  else if (label !== 'finish the job') {
    await expect(mainKey(page)).toBeEnabled({ timeout: 40_000 });
    await page.keyboard.press('Space');
    await expect(mainKey(page)).not.toHaveText(new RegExp(`${label}$`));
  }
  return label;
}

/** Takes an instrument from throat to throat and back, and takes the round; round again if the engine drifted meanwhile. */
async function goRound(page: Page): Promise<void> {
  await page.keyboard.press('Space');
  const dialog = page.getByRole('dialog');
  const take = dialog.getByRole('button', { name: 'Take the round' });
  const again = dialog.getByRole('button', { name: 'Go round again' });
  // A round that was left half way goes on where it was.
  await expect(dialog).toBeVisible();
  const afresh = dialog.getByRole('button', { name: 'Start again' });
  if (await afresh.isVisible()) await afresh.click();
  for (let round = 0; round < 3 && !(await take.isVisible()); round += 1) {
    if (await again.isVisible()) await again.click();
    const stops = await dialog.getByRole('listitem').count();
    for (let stop = 0; stop < stops; stop += 1) {
      await expect(dialog.locator('[aria-current=step]')).toHaveCount(1);
      const here = dialog.getByRole('listitem').nth(stop);
      // An instrument may move again in the moment of the press: then nothing is taken.
      await expect(async () => {
        await dialog.getByRole('button', { name: 'Read it' }).click({ timeout: 30_000 });
        await expect(here).toHaveText(/\d\D*\d/, { timeout: 2000 });
      }).toPass();
    }
    await expect(again).toBeVisible();
  }
  await take.click();
  await expect(dialog).toHaveCount(0);
}

/** A key that waits for the hoses is helped along: they are teed, or put back, and what was seen before no longer counts. */
async function moveHoses(page: Page): Promise<void> {
  const name = (await mainKey(page).innerText()).includes('for the tee') ? 'Tee the hoses' : 'Hoses back';
  await page.getByRole('button', { name }).click();
  await expect(mainKey(page)).toContainText(/settling|waits for the engine/);
}

/** Presses until a reading is saved: the signal may begin to settle again just before the press, and then nothing is taken. */
async function takeReading(page: Page): Promise<void> {
  const before = await readingCount(page);
  await expect(async () => {
    await expect(mainKey(page)).toBeEnabled();
    await page.keyboard.press('Space');
    await expect.poll(() => readingCount(page), { timeout: 4000 }).toBeGreaterThan(before);
  }).toPass({ timeout: 60_000 });
}

/** Follows the advice until it says that the job can be finished. Returns how many screws were turned. */
export async function followToTheEnd(page: Page): Promise<number> {
  let moves = 0;
  for (let step = 0; step < 60; step += 1) {
    const done = await followOnce(page);
    if (done === 'turned it') moves += 1;
    if (done === 'finish the job') return moves;
  }
  throw new Error('no end in sight after 60 steps');
}

/** Readings that the server has: a reading is taken when it is saved, not when the key was pressed. */
async function readingCount(page: Page): Promise<number> {
  const id = new URL(page.url()).pathname.split('/')[2];
  const response = await page.request.get(`/api/jobs/${id}/events`);
  const { events } = await response.json();
  return events.filter(({ kind }: { kind: string }) => kind === 'reading').length;
}

const EIGHTHS: Readonly<Record<string, number>> = { '⅛': 4, '¼': 8, '⅜': 12, '½': 16, '⅝': 20, '¾': 24, '⅞': 28 };

/** Reads `Stop A / 13/16 turn out` off the screen and turns the practice screw so. */
export async function turnAsSaid(page: Page, say: string): Promise<void> {
  const [, screw, amount, way] = /^(.*) \/ (.*) turns? (in|out)$/.exec(say) ?? [];
  if (screw === undefined || amount === undefined || way === undefined) throw new Error(`not a turn: ${say}`);
  let finest = 0;
  for (const part of amount.split(/ and |(?=[⅛¼⅜½⅝¾⅞])/)) {
    if (part === '') continue;
    const [over, under] = part.split('/').map(Number);
    finest += EIGHTHS[part] ?? ((over ?? 0) * 32) / (under ?? 1);
  }
  const press = (step: string) => page.getByRole('button', { name: `${screw}, ${step} ${way}`, exact: true }).click();
  // A mixture screw is turned by halves of what a stop is.
  const isFine = await page.getByRole('button', { name: `${screw}, 1/32 ${way}`, exact: true }).isVisible();
  for (; finest >= 8; finest -= 8) await press('¼');
  for (; finest > 0; finest -= isFine ? 1 : 2) await press(isFine ? '1/32' : '1/16');
}
