import { type Browser, expect, type Page, test } from '@playwright/test';
import { fakeSerial } from '../support/fakeSerial';
import { secondWorkshop } from '../support/secondWorkshop';
import { postTrace } from '../support/standin';
import { batch, idleTrace } from '../support/traces';
import { openDesk } from '../support/workshop';

let workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined;
test.beforeAll(async () => {
  workshop = await secondWorkshop('sources');
});
test.afterAll(() => workshop?.stop());

async function inWorkshop(browser: Browser, work: (page: Page, url: string) => Promise<void>): Promise<void> {
  const url = workshop?.url ?? '';
  const context = await browser.newContext({ baseURL: url });
  try {
    await work(await context.newPage(), url);
  } finally {
    await context.close();
  }
}

test('two gauges send: both are listed, and the bench listens to the one that is chosen', async ({ browser }) => {
  await inWorkshop(browser, async (page, url) => {
    await openDesk(page, 'Two gauges.');
    let at = 0;
    const send = async () => {
      at += 0.2;
      await postTrace(url, 'main', batch('left', at, [40, 41]));
      await postTrace(url, 'main', batch('right', at, [30, 31]));
    };
    const seen = (check: () => Promise<void>) =>
      expect(async () => {
        await send();
        await check();
      }).toPass();
    await seen(() =>
      expect(page.getByTestId('source')).toContainText('Gauge left, live, and 1 more', { timeout: 150 }),
    );
    await page.keyboard.press('s');
    const dialog = page.getByRole('dialog');
    const right = dialog.getByRole('listitem').filter({ hasText: 'Gauge right' });
    await expect(right).toContainText('2 channels, 100 readings a second');
    await right.getByRole('button', { name: 'Listen' }).click();
    await seen(() => expect(right).toContainText('listening', { timeout: 150 }));
    await seen(() => expect(dialog.getByLabel(/Channel 1, 30/)).toBeVisible({ timeout: 150 }));
    // A channel that sits on the other throat changes places with the one that was there.
    await dialog.getByLabel(/Channel 1/).selectOption('2');
    await seen(() => expect(dialog.getByLabel(/Channel 2, 31/)).toHaveValue('1', { timeout: 150 }));
  });
});

test('a gauge on a serial port is read, by names of its own too, and they are remembered', async ({ browser }) => {
  await inWorkshop(browser, async (page) => {
    const [, ...rows] = idleTrace(2).trimEnd().split('\n');
    await fakeSerial(page, ['millis;Unterdruck 1;Unterdruck 2;Drehzahl', 'ms;mbar;mbar;1/min'], rows.map(asBoard));
    await openDesk(page, 'On a cable.');
    await page.keyboard.press('s');
    await page.getByLabel('Signs a second, baud').selectOption('57600');
    await page.getByRole('button', { name: 'Choose' }).click();
    await expect(page.getByRole('heading', { name: 'What the gauge sends' })).toBeVisible();
    await expect(page.getByLabel('Unterdruck 2 is')).toHaveValue('pressure 2');
    await expect(page.getByLabel('Unit of Unterdruck 2')).toHaveValue('mbar');
    await expect(page.getByText(/Proposed because/)).toBeVisible();
    await page.getByRole('button', { name: 'Read it so' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByTestId('source')).toContainText('Serial gauge 1209:0001, live');
    await expect(page.getByTestId('rpm')).toContainText(/\d/);
    expect(await page.evaluate(() => Reflect.get(window, 'fakePort').opened)).toEqual([57_600]);
  });
});

test('a gauge that sends columns of its own over the network is described once and read', async ({ browser }) => {
  await inWorkshop(browser, async (page, url) => {
    const [, ...rows] = idleTrace(2).trimEnd().split('\n');
    let at = 0;
    const sendUntil = (check: () => Promise<void>) =>
      expect(async () => {
        const next = Array.from({ length: 25 }, (_, i) => asOwnColumns(rows[(at + i) % rows.length] ?? '', at + i));
        at += next.length;
        await postTrace(url, 'main', ['ms;p1_mbar;p2_mbar', ...next, ''].join('\n'));
        await check();
      }).toPass();
    await openDesk(page, 'Own columns.');
    await sendUntil(() =>
      expect(page.getByRole('heading', { name: 'What the gauge sends' })).toBeVisible({ timeout: 100 }),
    );
    await expect(page.getByLabel('p2_mbar is')).toHaveValue('pressure 2');
    await page.getByRole('button', { name: 'Read it so' }).click();
    const source = page.getByTestId('source');
    await sendUntil(() => expect(source).toContainText('A gauge with columns of its own, live', { timeout: 100 }));
    await page.keyboard.press('s');
    await sendUntil(() => expect(page.getByLabel(/Channel 1, \d/)).toBeVisible({ timeout: 100 }));
  });
});

test('a file with names, units and commas of its own is described once and read', async ({ browser }) => {
  await inWorkshop(browser, async (page) => {
    await openDesk(page, 'Another logger.');
    const [, ...rows] = idleTrace(2).trimEnd().split('\n');
    const text = ['Zeit;MAP 1;MAP 2;Drehzahl', 's;kPa;kPa;1/min', ...rows.map(asAbsolute)].join('\n');
    const drop = () =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name: 'run.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
    await drop();
    await expect(page.getByText(/the highest figure, \d+ kPa, is near the air’s pressure/)).toBeVisible();
    await expect(page.getByLabel('Pressures are')).toHaveValue('absolute');
    await page.getByRole('button', { name: 'Read it so' }).click();
    await expect(page.getByRole('button', { name: 'Take this reading' })).toBeEnabled();
    await page.keyboard.press('Escape');
    await drop();
    await expect(page.getByRole('button', { name: 'Take this reading' })).toBeEnabled();
  });
});

/** A row of a trace as a board with decimal commas, millibars and milliseconds prints it. */
function asBoard(row: string): string {
  const [t = 0, one = 0, two = 0, rpm = 0] = row.split(',').map(Number);
  return [t * 1000, one * 10, two * 10, rpm].map((value) => value.toFixed(1).replace('.', ',')).join(';');
}

/** The pressures of a row at another time, in millibars. */
function asOwnColumns(row: string, n: number): string {
  const [, one = 0, two = 0] = row.split(',').map(Number);
  return [n * 4, (one * 10).toFixed(1), (two * 10).toFixed(1)].join(';');
}

/** A row of a trace with absolute pressures. */
function asAbsolute(row: string): string {
  const [t = 0, one = 0, two = 0, rpm = 0] = row.split(',').map(Number);
  return [t, 101.3 - one, 101.3 - two, rpm].map((value) => value.toFixed(3).replace('.', ',')).join(';');
}
