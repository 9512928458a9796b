import { FULL_LOG, type Parts, RIGHT, rideTable, simulateRide } from '@amber-needle/core/rideModel';
import { expect, type Locator, type Page, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { openDesk, savedKinds } from '../support/workshop';

/** What a logger wrote of an invented ride. */
function logText(seed: number, parts: Partial<Parts> = {}): string {
  return rideTable(simulateRide({ seed, minutes: 7, cylinders: [{ ...RIGHT, ...parts }] }), FULL_LOG);
}

async function openRoad(page: Page, complaint: string): Promise<string> {
  const id = await openDesk(page, complaint);
  await page.getByRole('link', { name: 'Road' }).click();
  await expect(page.getByTestId('say')).toContainText('Bring the log');
  return id;
}

async function openImport(page: Page): Promise<Locator> {
  const dialog = page.getByRole('dialog', { name: 'A log of a ride' });
  // The key is heard once the page has come alive.
  await expect(async () => {
    await page.keyboard.press('d');
    await expect(dialog).toBeVisible({ timeout: 1000 });
  }).toPass();
  return dialog;
}

async function choose(dialog: Locator, name: string, text: string): Promise<void> {
  await dialog.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
}

/** Takes runs in, one after the other, as they are proposed. */
async function takeRuns(page: Page, runs: readonly (readonly [string, string])[]): Promise<void> {
  const dialog = await openImport(page);
  for (const [i, [name, text]] of runs.entries()) {
    await choose(dialog, name, text);
    await dialog.getByRole('button', { name: 'Read it so' }).click();
    await expect(dialog.getByText(`${name} is read and kept`)).toBeVisible();
    if (i + 1 < runs.length) await dialog.getByRole('button', { name: 'Take another run' }).click();
  }
  await dialog.getByRole('button', { name: 'See what it says' }).click();
}

const cellsOf = (page: Page, regime: string) =>
  page
    .getByRole('table', { name: 'Lambda by regime and cylinder' })
    .getByRole('row', { name: regime })
    .getByRole('cell');

test('two runs come from file to the part to change, and a second pair of logs judges it', async ({ page }) => {
  test.setTimeout(120_000);
  const id = await openRoad(page, 'Pinks at full throttle');
  await takeRuns(page, [
    ['left.csv', logText(801, { main: 0.88 })],
    ['right.csv', logText(802, { main: 0.88 })],
  ]);
  await expect(page.getByTestId('say')).toHaveText(/Main jets, both.*sizes? larger/s);
  await expect(page.getByRole('list', { name: 'Caution' })).toContainText('at full load is lean');
  await expect(cellsOf(page, 'Full load').first()).toContainText('lean');
  await expect(page.getByRole('slider', { name: 'Marker of Left' })).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press(' ');
  await expect(page.getByTestId('say')).toContainText('Ride it again');

  await page.getByRole('link', { name: 'Sheet' }).click();
  await page.getByRole('button', { name: /Under way/ }).click();
  await expect(page.getByText(/Main jets, both: .* larger/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Road' }).click();

  await takeRuns(page, [
    ['left again.csv', logText(803)],
    ['right again.csv', logText(804)],
  ]);
  await expect(page.getByRole('region', { name: 'The last change' })).toContainText('It did what was expected.');
  expect(await savedKinds(page, id)).toEqual(expect.arrayContaining(['rideLogged', 'rideRead', 'roadChange']));

  await page.getByRole('link', { name: 'Report' }).click();
  const report = page.getByRole('region', { name: 'Under way' });
  await expect(report).toContainText('As found, ridden');
  await expect(report).toContainText('It did what was expected.');
  await expect(report).toContainText('Never watch a screen');
});

test('a messy file is corrected by hand, what is bad in it is counted, and its heading is remembered', async ({
  page,
}) => {
  await openRoad(page, 'Thirsty');
  const lines = logText(811).trimEnd().split('\n').slice(1);
  const messy = lines.map((line) => line.replaceAll(',', ';').replaceAll('.', ','));
  const text = [
    'Garage box 2',
    'Kolonne A;B;C;Sonde X',
    ...messy.slice(0, 900),
    'cable off',
    ';;;',
    ...messy.slice(900),
  ].join('\r\n');
  const dialog = await openImport(page);
  await choose(dialog, 'holiday.txt', 'dear all, it rained\n');
  await expect(dialog.getByRole('alert')).toContainText('holiday.txt holds no table');
  await choose(dialog, 'box.csv', text);
  await expect(dialog.getByRole('alert')).toContainText('lambda');
  await expect(dialog.getByRole('button', { name: 'Read it so' })).toBeDisabled();
  const said = { 'Kolonne A': 'time s', B: 'speed false', C: 'throttle percent', 'Sonde X': 'lambda lambda' };
  for (const [column, meaning] of Object.entries(said))
    await dialog.getByRole('combobox', { name: `${column} is`, exact: true }).selectOption(meaning);
  await dialog.getByRole('combobox', { name: 'Its sensor sat in the exhaust of' }).selectOption('all');
  await dialog.getByRole('button', { name: 'Read it so' }).click();
  await expect(dialog.getByText(/box.csv is read and kept: [\d,]+ rows, 2 rows passed over\./)).toBeVisible();
  await dialog.getByText('Where', { exact: true }).click();
  await expect(dialog.getByText(/line 903:/)).toBeVisible();
  await dialog.getByRole('button', { name: 'See what it says' }).click();
  await expect(page.getByText('One sensor in the collector tells the mean')).toBeVisible();

  const again = await openImport(page);
  await choose(again, 'box 2.csv', text);
  await expect(again.getByText('Its columns as you confirmed them before.')).toBeVisible();
  await expect(again.getByRole('button', { name: 'Read it so' })).toBeEnabled();
});

test('a stretch is named otherwise by keyboard, kept over a reload, and taken back', async ({ page }) => {
  await openRoad(page, 'Odd at idle');
  await takeRuns(page, [['left.csv', logText(821)]]);
  const first = page.getByRole('button', { name: /^Idle, Left, 0 to/ });
  await first.focus();
  await page.keyboard.press('Enter');
  const panel = page.getByRole('region', { name: 'The chosen stretch' });
  const spent = page.getByRole('row', { name: /^Idle/ }).getByRole('rowheader');
  const before = await spent.innerText();
  await panel.getByRole('combobox').selectOption('leftOut');
  await expect(spent).not.toHaveText(before, { useInnerText: true });
  await expect(page.getByRole('button', { name: /^Idle, left out, Left, 0 to/ })).toBeVisible();
  const after = await spent.innerText();
  await page.reload();
  await expect(page.getByRole('button', { name: /^Idle, left out, Left, 0 to/ })).toBeVisible();
  await expect(spent).toHaveText(after, { useInnerText: true });
  await page.getByRole('button', { name: /^Idle, left out, Left, 0 to/ }).click();
  await panel.getByRole('button', { name: 'As the log tells it' }).click();
  await expect(spent).toHaveText(before, { useInnerText: true });
});

test('the marker is moved by arrows and kept; the picture is looked at nearer; other faces open by their keys', async ({
  page,
}) => {
  await openRoad(page, 'Hesitates');
  await takeRuns(page, [['left.csv', logText(831)]]);
  const marker = page.getByRole('slider', { name: 'Marker of Left' });
  const found = Number(await marker.getAttribute('aria-valuenow'));
  await marker.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(marker).toHaveAttribute('aria-valuenow', String(Number((found + 1).toFixed(2))));
  await page.reload();
  await expect(marker).toHaveAttribute('aria-valuenow', String(Number((found + 1).toFixed(2))));

  await page.getByRole('group', { name: /Plus and minus/ }).focus();
  await page.keyboard.press('+');
  await expect(page.getByRole('button', { name: 'Whole ride' })).toBeVisible();
  await page.getByRole('button', { name: 'Whole ride' }).click();
  await page.keyboard.press('v');
  await expect(page.getByRole('region', { name: 'Map of Left' })).toContainText('lambda, and time');
  await page.keyboard.press('w');
  const picture = page.getByRole('dialog', { name: 'Which part meters when' });
  await picture.getByRole('slider').fill('95');
  await expect(picture.getByRole('list', { name: 'Here meters' })).toContainText('main jet');
  await page.keyboard.press('Escape');
  await page.keyboard.press(';');
  const aims = page.getByRole('dialog', { name: 'Aims of the road' });
  await expect(aims.getByRole('region', { name: 'What rich costs' })).toContainText('of the fuel burns for nothing');
  await aims.getByRole('textbox', { name: 'Idle, richest', exact: true }).fill('0,98');
  await aims.getByRole('textbox', { name: 'Idle, leanest', exact: true }).fill('0.9');
  await expect(aims.getByRole('alert')).toContainText('Idle: the richest has to lie below the leanest');
  await aims.getByRole('textbox', { name: 'Idle, leanest', exact: true }).fill('1.05');
  await aims.getByRole('button', { name: 'Judge by these' }).click();
  await page.keyboard.press('v');
  await expect(cellsOf(page, 'Idle').first()).toContainText('rich');
  await page.keyboard.press('u');
  await expect(cellsOf(page, 'Idle').first()).not.toContainText('rich');
});
