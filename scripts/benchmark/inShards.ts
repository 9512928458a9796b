import { spawn } from 'node:child_process';
import { cpus } from 'node:os';
import { fileURLToPath } from 'node:url';

const TSX = fileURLToPath(new URL('../../node_modules/.bin/tsx', import.meta.url));

/** Runs a script of this folder once with each list of arguments, on all cores; it prints its results as lines of JSON. Throws when one fails. */
export async function inShards<T>(script: string, shards: readonly (readonly string[])[]): Promise<readonly T[]> {
  const left = [...shards];
  const results: T[] = [];
  async function lane(): Promise<void> {
    for (let args = left.shift(); args !== undefined; args = left.shift())
      results.push(...(await run<T>(script, args)));
  }
  await Promise.all(cpus().map(lane));
  return results;
}

function run<T>(script: string, args: readonly string[]): Promise<readonly T[]> {
  const path = fileURLToPath(new URL(script, import.meta.url));
  return new Promise((resolve, reject) => {
    const child = spawn(TSX, [path, ...args], { stdio: ['ignore', 'pipe', 'inherit'] });
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
    });
    child.on('close', (code) => {
      if (code !== 0) return reject(new Error(`${script} ${args.join(' ')} ended with code ${code}`));
      const lines = text.split('\n').filter((line) => line !== '');
      return resolve(lines.map((line): T => JSON.parse(line)));
    });
  });
}
