import { readFileSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { needle } from './needle';

process.exitCode = await needle(process.argv.slice(2), {
  read: (file) => readFileSync(file === '-' ? 0 : file, 'utf8'),
  lines: () => createInterface({ input: process.stdin }),
  out: (text) => process.stdout.write(text),
  err: (text) => process.stderr.write(text),
});
