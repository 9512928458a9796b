import { expect, type Locator, type Page, test } from '@playwright/test';
import { expectAccessible } from '../support/accessibility';
import { secondWorkshop, started } from '../support/secondWorkshop';
import { openDesk, savedKinds } from '../support/workshop';

let workshop: Awaited<ReturnType<typeof secondWorkshop>> | undefined;
test.beforeAll(async () => {
  workshop = await secondWorkshop('suspects');
});
test.afterAll(() => workshop?.stop());

/** What is found in the end, by the test's name as it is asked: what its answer says. Others answer as usual, by the first key. */
type Truth = Readonly<Record<string, string>>;

async function openSearch(page: Page, complaint: string, bank: string): Promise<string> {
  const id = await openDesk(page, complaint, bank);
  await page.getByRole('link', { name: 'Suspects' }).click();
  await expect(page.getByTestId('say')).toHaveText('What is wrong with it?');
  return id;
}

/** The key is heard once the page has come alive. */
async function openNotice(page: Page): Promise<Locator> {
  const dialog = page.getByRole('dialog');
  await expect(async () => {
    await page.keyboard.press('a');
    await expect(dialog).toBeVisible({ timeout: 1000 });
  }).toPass();
  return dialog;
}

async function notice(page: Page, words: string, text: string, place?: string): Promise<void> {
  const dialog = await openNotice(page);
  await dialog.getByLabel('In your words').fill(words);
  const row = dialog.getByRole('listitem', { name: text });
  if (place !== undefined) await row.getByRole('combobox').selectOption(place);
  await row.getByRole('button', { name: 'Seen', exact: true }).click();
  await expect(row).toContainText(place === undefined ? 'seen' : `seen at ${place}`);
  await dialog.getByRole('button', { name: 'That is all' }).click();
}

const remedyOf = (page: Page) => page.getByRole('region', { name: 'What mends it' });

/** Does the test that is asked for, and answers it. */
async function answerNext(page: Page, truth: Truth): Promise<void> {
  const answers = page.getByRole('list', { name: 'Answers' }).getByRole('button');
  await expect(answers.first()).toBeEnabled();
  const done = page.getByText(/\d+ tests? done/);
  const count = await done.innerText();
  const [name = '', place = ''] = (await page.getByTestId('say').innerText()).split('\n');
  const said = truth[`${name} ${place}`.trim()];
  await (said === undefined ? answers.first() : answers.filter({ hasText: said })).click();
  await expect(done).not.toHaveText(count);
}

/** Tests until somebody is as good as found, and says whom. */
async function searchOn(page: Page, truth: Truth): Promise<string> {
  const remedy = remedyOf(page);
  const anyAnswer = page.getByRole('list', { name: 'Answers' }).getByRole('button').first();
  for (let tests = 0; tests < 9; tests += 1) {
    await expect(anyAnswer).toBeEnabled();
    if (await remedy.isVisible()) break;
    await answerNext(page, truth);
  }
  return remedy.getByRole('heading').innerText();
}

test('a blocked idle passage is found, mended and proven; an answer is taken back, a test put off', async ({
  browser,
}) => {
  await started(workshop).onPage(browser, async (page) => {
    const id = await openSearch(page, 'Stalls when warm, runs with choke only.', 'rack4');
    await notice(page, 'stalls when warm', 'it stalls at idle when warm');
    await notice(page, 'screw does nothing', 'its mixture screw changes nothing', '3');
    const first = page.getByRole('list', { name: 'Suspects' }).getByRole('listitem').first();
    await expect(first).toContainText('3');
    await expectAccessible(page);
    const say = page.getByTestId('say');
    await expect(page.getByRole('button', { name: 'Cannot do that now' })).toBeEnabled();
    const asked = await say.innerText();
    await page.getByRole('button', { name: 'Cannot do that now' }).click();
    await expect(say).not.toHaveText(asked);
    await expect(page.getByRole('button', { name: 'Cannot do that now' })).toBeEnabled();
    await page.keyboard.press('1');
    await expect(page.getByText('1 test done')).toBeVisible();
    await page.keyboard.press('u');
    await expect(page.getByText('0 tests done')).toBeVisible();
    await page.reload();
    await expect(page.getByText('2 things seen, 0 tests done')).toBeVisible();
    const found = await searchOn(page, {
      'Choke half on, what does it do? at 3': 'it comes in',
      'Turn its mixture screw in until the speed falls at 3': 'nothing until it seats',
      'Hold its pilot jet against the light at 3': 'blocked',
    });
    expect(found).toBe('Idle passage or pilot jet blocked, 3');
    await page.keyboard.press('c');
    await expect(page.getByRole('list', { name: 'Put right' })).toContainText(
      'Idle passage or pilot jet blocked, 3; proven: Turn its mixture screw in',
    );
    await page.keyboard.press('u');
    await expect(page.getByRole('list', { name: 'Put right' })).toBeHidden();
    await expect(remedyOf(page)).toBeVisible();
    await page.keyboard.press('c');
    await expect(page.getByRole('list', { name: 'Put right' }).getByRole('listitem')).toHaveCount(1);
    await expect.poll(() => savedKinds(page, id)).toContain('cured');
    await page.getByRole('link', { name: 'Report' }).click();
    await expect(page.getByRole('main').getByText('Put right: Idle passage or pilot jet blocked, 3')).toBeVisible();
  });
});

test('a weak spark is no matter of the carburetor; a worn needle beside it is found after', async ({ browser }) => {
  await started(workshop).onPage(browser, async (page) => {
    await openSearch(page, 'Misses and drips.', 'twin');
    await notice(page, 'misses at idle', 'it misses at idle', '2');
    await notice(page, 'misses under load', 'it misses under load only');
    await notice(page, 'puddle', 'fuel drips from its overflow or vent', '1');
    await page.keyboard.press('y');
    const exchange = page.getByRole('dialog');
    await exchange.getByLabel('The', { exact: true }).selectOption('plugs');
    await exchange.getByLabel('with the fault').selectOption('2');
    await exchange.getByLabel('with a sound one').selectOption('1');
    await exchange.getByRole('button', { name: 'The fault followed' }).click();
    await expect(exchange.getByRole('img', { name: 'plugs exchanged: the fault followed' })).toBeVisible();
    await exchange.getByRole('button', { name: 'Take it down' }).click();
    await expect(page.getByRole('list', { name: 'Told so far' })).toContainText('exchanged: the fault followed');
    const truth: Truth = {
      'Take its lead off for a moment at right': 'no change',
      'Take its lead off for a moment at 2': 'no change',
      'Change its plug, lead or coil with a sister’s at right': 'it moves with the part',
      'Change its plug, lead or coil with a sister’s at 2': 'it moves with the part',
      'Static fuel test at left': 'seeps within minutes',
      'Open its float bowl at left': 'groove in the needle',
      'Read the fuel level in a clear hose at left': 'higher',
    };
    const found: string[] = [];
    for (let causes = 1; causes <= 2; causes += 1) {
      found.push(await searchOn(page, truth));
      await page.keyboard.press('c');
      await expect(page.getByRole('list', { name: 'Put right' }).getByRole('listitem')).toHaveCount(causes);
      await expect(page.getByText(/\d+ tests? done/)).toBeVisible();
    }
    expect(found.map((name) => name.split(',')[0]).sort()).toEqual(['Needle worn', 'Weak or missing spark']);
  });
});

test('a blocked tank vent, told in the complaint’s own words, is found and proven under way', async ({ browser }) => {
  await started(workshop).onPage(browser, async (page) => {
    await openSearch(page, 'Fades on the hill, after a rest it goes again.', 'sideDraughtSix');
    const dialog = await openNotice(page);
    for (const text of ['it pulls, then fades under load', 'after a rest it runs again for a while'])
      await dialog.getByRole('listitem', { name: text }).getByRole('button', { name: 'Seen', exact: true }).click();
    await dialog.getByRole('button', { name: 'That is all' }).click();
    const found = await searchOn(page, {
      'Open the tank cap': 'it runs again',
      'Feed it from an auxiliary tank': 'it runs well',
      'Fuel into a jar': 'weak or fading',
      'Full load up a hill': 'fades after a while',
    });
    expect(found).toBe('Tank vent blocked');
    await page.keyboard.press('c');
    await expect(page.getByRole('list', { name: 'Put right' })).toContainText('proven: Full load up a hill');
  });
});

test('a torn diaphragm of a four with two bodies is found by its slide', async ({ browser }) => {
  await started(workshop).onPage(browser, async (page) => {
    await openSearch(page, 'Good at idle, strangled above.', 'siamesedFour');
    await notice(page, 'uneven above idle', 'good at idle, uneven above');
    await notice(page, 'slide slow', 'its slide or piston rises or falls slower than its sisters', '1');
    const found = await searchOn(page, {
      'Watch its slide while blipping at front': 'stays low',
      'Hold its diaphragm against the light at front': 'a hole',
    });
    expect(found).toBe('Slide’s diaphragm torn or folded, front');
  });
});
