import { expect, test } from '@playwright/test';
import { BANKS, digestOf } from '../../scripts/benchmark/engineRun';
import { runInWorker } from '../../scripts/benchmark/inWorker';

test('the same seed gives the same bits in Node and in a browser’s worker', async ({ page }) => {
  const inBrowser = await runInWorker(page, 'digest');
  expect(inBrowser).toEqual(Object.fromEntries(BANKS.map((bank) => [bank, digestOf(bank)])));
  // A digest that tells nothing apart would pass too.
  expect(new Set(Object.values(inBrowser)).size).toBe(BANKS.length);
});
