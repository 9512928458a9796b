import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { build } from 'esbuild';

/** The runs as one script for a worker. */
async function workerScript(): Promise<string> {
  const here = fileURLToPath(new URL('.', import.meta.url));
  const built = await build({
    stdin: {
      contents: `import { adviceCost } from './adviceCost';
        import { searchCost } from './searchCost';
        import { BANKS, digestOf, multipleOf } from './engineRun';
        const answers = {
          digest: () => Object.fromEntries(BANKS.map((bank) => [bank, digestOf(bank)])),
          multiple: () => Object.fromEntries(BANKS.map((bank) => [bank, multipleOf(bank)])),
          advice: adviceCost,
          search: searchCost,
        };
        onmessage = ({ data }) => postMessage(answers[data]());`,
      resolveDir: here,
      loader: 'ts',
    },
    bundle: true,
    write: false,
    format: 'iife',
  });
  return built.outputFiles[0]?.text ?? '';
}

/** Does the runs in a worker of a page: what each bank's engine came to, or what a suggestion costs. */
export async function runInWorker(
  page: Page,
  what: 'digest' | 'multiple' | 'advice' | 'search',
): Promise<Record<string, string | number>> {
  const script = await workerScript();
  await page.goto('about:blank');
  return page.evaluate(
    ([code, asked]) =>
      new Promise<Record<string, string | number>>((resolve, reject) => {
        const worker = new Worker(URL.createObjectURL(new Blob([code ?? ''], { type: 'text/javascript' })));
        worker.onmessage = ({ data }) => resolve(data);
        worker.onerror = ({ message }) => reject(new Error(message));
        worker.postMessage(asked);
      }),
    [script, what],
  );
}
