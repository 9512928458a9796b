import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { build } from 'esbuild';

/** The engine's runs as one script for a worker. */
async function workerScript(): Promise<string> {
  const here = fileURLToPath(new URL('.', import.meta.url));
  const built = await build({
    stdin: {
      contents: `import { BANKS, digestOf, multipleOf } from './engineRun';
        onmessage = ({ data }) => postMessage(BANKS.map((bank) => [bank, data === 'digest' ? digestOf(bank) : multipleOf(bank)]));`,
      resolveDir: here,
      loader: 'ts',
    },
    bundle: true,
    write: false,
    format: 'iife',
  });
  return built.outputFiles[0]?.text ?? '';
}

/** Does the runs in a worker of a page and returns what each bank came to. */
export async function runInWorker(page: Page, what: 'digest' | 'multiple'): Promise<Record<string, string | number>> {
  const script = await workerScript();
  await page.goto('about:blank');
  const pairs = await page.evaluate(
    ([code, asked]) =>
      new Promise<[string, string | number][]>((resolve, reject) => {
        const worker = new Worker(URL.createObjectURL(new Blob([code ?? ''], { type: 'text/javascript' })));
        worker.onmessage = ({ data }) => resolve(data);
        worker.onerror = ({ message }) => reject(new Error(message));
        worker.postMessage(asked);
      }),
    [script, what],
  );
  return Object.fromEntries(pairs);
}
