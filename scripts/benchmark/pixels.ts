import { chromium } from '@playwright/test';
import { v7 as uuid } from 'uuid';

/** From the POST of a sample to the frame that shows it, measured in the browser; printed as JSON for scripts/benchmark.mjs. */

declare global {
  interface Window {
    frames_: [number, number][];
  }
}

const POSTS = 400;
const EVERY_MS = 50;
const [app = ''] = process.argv.slice(2);

async function post(path: string, body: object): Promise<void> {
  const response = await fetch(app + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!response.ok) throw new Error(`${path}: ${response.status}`);
}

async function openBench(): Promise<string> {
  const machineId = uuid();
  const id = uuid();
  await post('/api/machines', {
    id: machineId,
    name: 'Bench twin',
    archetype: 'twin',
    note: '',
    idleRpm: 1050,
    spreadKPa: 0.5,
  });
  await post('/api/jobs', { id, machineId, complaint: 'latency' });
  await post(`/api/jobs/${id}/events`, {
    id: uuid(),
    seq: 2,
    at: new Date().toISOString(),
    kind: 'check',
    check: { what: 'cautionsRead' },
  });
  return id;
}

/** A batch of 25 rows at 500 Hz that ends at sample `last`; pulses such as an idle has. */
function batch(last: number): string {
  const rows = Array.from({ length: 25 }, (_, i) => {
    const t = (last - 24 + i) / 500;
    const phase = (t * 8.75) % 1;
    const wave = 30 + 35 * (phase < 0.25 ? Math.sin(2 * Math.PI * phase) ** 2 : (1 - phase) / 0.75);
    return `${t.toFixed(3)},${wave.toFixed(3)},${(wave + 1).toFixed(3)},1050`;
  });
  return `# stream: latency\nt_s,v1_kpa,v2_kpa,rpm\n${rows.join('\n')}\n`;
}

const jobId = await openBench();
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await page.goto(`${app}/jobs/${jobId}/bench`);
await page.getByTestId('say').waitFor();
await page.evaluate(() => {
  window.frames_ = [];
  const desk = document.querySelector('main')?.parentElement;
  if (desk === null || desk === undefined) throw new Error('no desk');
  // A mutation is in the page before its frame; the second animation frame after it begins when the first has been drawn.
  new MutationObserver(() => {
    const latest = Number(desk.dataset.latest);
    requestAnimationFrame(() => requestAnimationFrame(() => window.frames_.push([latest, Date.now()])));
  }).observe(desk, { attributes: true, attributeFilter: ['data-latest'] });
});
const sent = new Map<string, number>();
for (let k = 1; k <= POSTS; k += 1) {
  const last = k * 25;
  const begun = performance.now();
  sent.set((last / 500).toFixed(3), Date.now());
  await fetch(`${app}/api/bench/main/trace`, {
    method: 'POST',
    headers: { 'content-type': 'text/csv' },
    body: batch(last),
  });
  await new Promise((resolve) => setTimeout(resolve, Math.max(0, EVERY_MS - (performance.now() - begun))));
}
await page.waitForFunction((last) => window.frames_.some(([t]) => t >= last), POSTS / 20);
const frames = await page.evaluate(() => window.frames_);
await browser.close();
const delays = frames.flatMap(([t, at]) => {
  const from = sent.get(t.toFixed(3));
  // The first seconds warm the page up.
  return from === undefined || t < 4 ? [] : [at - from];
});
delays.sort((a, b) => a - b);
const at = (share: number) => delays[Math.floor(share * (delays.length - 1))];
process.stdout.write(JSON.stringify({ count: delays.length, medianMs: at(0.5), p95Ms: at(0.95) }));
