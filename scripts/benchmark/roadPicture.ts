import { chromium, type Page } from '@playwright/test';
import { v7 as uuid } from 'uuid';
import { longRide } from './longRide';

/** A long log taken in through the page, and how quickly its picture is looked along; printed as JSON for scripts/benchmark.mjs. */

const ROWS = 150_000;
const FRAMES = 120;
const [app = ''] = process.argv.slice(2);

async function post(path: string, body: object): Promise<void> {
  const response = await fetch(app + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
}

const machineId = uuid();
const id = uuid();
await post('/api/machines', {
  id: machineId,
  name: 'Long ride twin',
  archetype: 'twin',
  note: '',
  idleRpm: 1050,
  spreadKPa: 0.5,
});
await post('/api/jobs', { id, machineId, complaint: 'two hours' });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${app}/jobs/${id}/road`);
const buffer = Buffer.from(longRide(ROWS));

/** From pressing *Read it so* until the file is read and judged, in ms; then it is kept. */
async function taken(name: string): Promise<number> {
  const dialog = page.getByRole('dialog');
  await dialog.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer });
  await dialog.getByRole('button', { name: 'Read it so' }).waitFor();
  // Keeping is over in no time: the page itself notes when it begins.
  const read = page.evaluate(
    () =>
      new Promise<number>((done) => {
        const begun = performance.now();
        new MutationObserver((_, observer) => {
          if (!document.querySelector('[role="dialog"]')?.textContent?.includes('Keeping')) return;
          observer.disconnect();
          done(performance.now() - begun);
        }).observe(document.body, { childList: true, subtree: true, characterData: true });
      }),
  );
  await dialog.getByRole('button', { name: 'Read it so' }).click();
  await dialog.getByText(`${name} is read and kept`).waitFor();
  return read;
}
await page.getByRole('button', { name: 'take a log' }).first().click();
const readMs = [await taken('left.csv')];
await page.getByRole('button', { name: 'Take another run' }).click();
readMs.push(await taken('right.csv'));
await page.getByRole('button', { name: 'See what it says' }).click();
await page
  .getByRole('slider', { name: /Marker of/ })
  .nth(1)
  .waitFor();

/** Gaps between frames while something is done again and again, once a frame. */
function frames(of: Page, what: 'zoom' | 'pan'): Promise<readonly number[]> {
  return of.evaluate(
    ({ count, doing }) =>
      new Promise<number[]>((done) => {
        const box = document.querySelector('[role="group"][aria-label^="Plus"]');
        if (box === null) throw new Error('no picture');
        const gaps: number[] = [];
        let last = performance.now();
        let k = 0;
        // Without a name: what names functions in a build is not in the page.
        const steps = {
          go(now: number) {
            if (k > 0) gaps.push(now - last);
            last = now;
            k += 1;
            if (k > count) return done(gaps);
            if (doing === 'zoom')
              box.dispatchEvent(
                new WheelEvent('wheel', {
                  deltaY: k % 40 < 20 ? -100 : 100,
                  clientX: 600,
                  clientY: 120,
                  bubbles: true,
                  cancelable: true,
                }),
              );
            else
              box.dispatchEvent(
                new KeyboardEvent('keydown', { key: k % 40 < 20 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }),
              );
            requestAnimationFrame(steps.go);
          },
        };
        requestAnimationFrame(steps.go);
      }),
    { count: FRAMES, doing: what },
  );
}
const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const zoomMs = middle(await frames(page, 'zoom'));
const panMs = middle(await frames(page, 'pan'));
await browser.close();
process.stdout.write(JSON.stringify({ rows: ROWS, readMs: middle(readMs), zoomMs, panMs }));
