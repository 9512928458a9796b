import { chromium } from '@playwright/test';
import { runInWorker } from './inWorker';

/** How fast every bank runs in a browser's worker; printed as JSON for scripts/bench.mjs. */
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu'] });
try {
  process.stdout.write(JSON.stringify(await runInWorker(await browser.newPage(), 'multiple')));
} finally {
  await browser.close();
}
