import { chromium } from '@playwright/test';
import { runInWorker } from './inWorker';

/** How fast every bank runs in a browser's worker, and what a suggestion costs there; printed as JSON for scripts/benchmark.mjs. */
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
try {
  const page = await browser.newPage();
  const multiples = await runInWorker(page, 'multiple');
  process.stdout.write(
    JSON.stringify({ ...multiples, ...(await runInWorker(page, 'advice')), ...(await runInWorker(page, 'search')) }),
  );
} finally {
  await browser.close();
}
