import { spawn } from 'node:child_process';
import {
  createReadStream,
  createWriteStream,
  mkdirSync,
  mkdtempSync,
  renameSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';

/** How a whole dump ends; one that was cut short does not. */
const LAST_LINE = '-- Dump completed';

/** Copies a database into a gzipped SQL file. The file is there whole, or not at all. @throws Error */
export async function dumpDatabase(url, file) {
  mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
  const part = `${file}.part`;
  const options = [
    '--single-transaction',
    '--quick',
    '--skip-lock-tables',
    '--hex-blob',
    '--triggers',
    '--no-tablespaces',
  ];
  const tail = keepingTail();
  try {
    await withClient(url, 'mariadb-dump', [...options, databaseOf(url)], async (client) => {
      client.stdin.end();
      await pipeline(client.stdout, tail, createGzip({ level: 6 }), createWriteStream(part, { mode: 0o600 }));
    });
    if (!tail.tail().includes(LAST_LINE)) throw new Error('The backup was cut short.');
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
}

/** Loads a file made by `dumpDatabase` into a database, which must be there and should be empty. @throws Error */
export async function loadDump(url, file) {
  await withClient(url, 'mariadb', ['--database', databaseOf(url)], (client) =>
    pipeline(createReadStream(file), createGunzip(), withoutDefiners(), client.stdin),
  );
}

/** Reads a backup to its end. @throws Error when it is none of ours, damaged, or cut short. */
export async function checkDump(file) {
  const tail = keepingTail();
  let workshop = false;
  const seen = new Transform({
    transform(chunk, _, done) {
      workshop ||= chunk.includes('CREATE TABLE `job_event`');
      done();
    },
  });
  try {
    await pipeline(createReadStream(file), createGunzip(), tail, seen);
  } catch (error) {
    throw new Error(`${file} cannot be read as a backup: ${error.message}`);
  }
  if (!workshop) throw new Error(`${file} is not a backup of an Amber Needle workshop.`);
  if (!tail.tail().includes(LAST_LINE)) throw new Error(`${file} was cut short: its end is missing.`);
}

/** Runs statements as the app's user. */
export async function runSql(url, sql) {
  await withClient(url, 'mariadb', [], async (client) => {
    client.stdout.resume();
    client.stdin.end(sql);
  });
}

export function databaseOf(url) {
  return new URL(url).pathname.slice(1);
}

/** The same server's address for another database. */
export function withDatabase(url, name) {
  const other = new URL(url);
  other.pathname = `/${name}`;
  return other.href;
}

/** Runs a client program; the password goes by a file that only its owner can read, for everyone can read a command line. */
async function withClient(url, program, args, work) {
  const { hostname, port, username, password } = new URL(url);
  const folder = mkdtempSync(join(tmpdir(), 'needle-client-'));
  const config = join(folder, 'client.cnf');
  const quoted = decodeURIComponent(password).replace(/["\\]/g, '\\$&');
  writeFileSync(
    config,
    `[client]\nhost=${hostname}\nport=${port || 3306}\nprotocol=tcp\nuser="${decodeURIComponent(username)}"\npassword="${quoted}"\n`,
    { mode: 0o600 },
  );
  try {
    const client = spawn(program, [`--defaults-extra-file=${config}`, '--default-character-set=utf8mb4', ...args], {
      stdio: ['pipe', 'pipe', 'pipe'],
    });
    let complaint = '';
    client.stderr.setEncoding('utf8').on('data', (text) => {
      complaint = (complaint + text).slice(-2000);
    });
    const ended = new Promise((resolve, reject) => {
      client.once('error', reject);
      client.once('close', resolve);
    });
    const worked = work(client).catch((error) => error);
    if (program === 'mariadb') client.stdout.resume();
    const code = await ended;
    if (code !== 0) throw new Error(`${program} failed: ${complaint.trim() || code}`);
    const failed = await worked;
    if (failed instanceof Error) throw failed;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Passes everything on and keeps the end of it. */
function keepingTail() {
  let kept = Buffer.alloc(0);
  const stream = new Transform({
    transform(chunk, _, done) {
      kept = Buffer.concat([kept, chunk]).subarray(-200);
      done(null, chunk);
    },
  });
  return Object.assign(stream, { tail: () => kept.toString('utf8') });
}

/** Triggers belong to whoever loads them: the user who made them need not be there. */
function withoutDefiners() {
  let rest = '';
  const clean = (text) => text.replace(/\/\*!50017 DEFINER=`[^`]*`@`[^`]*`\*\/ ?/g, '');
  return new Transform({
    decodeStrings: false,
    transform(chunk, _, done) {
      const text = rest + chunk.toString('latin1');
      const cut = text.lastIndexOf('\n') + 1;
      rest = text.slice(cut);
      done(null, Buffer.from(clean(text.slice(0, cut)), 'latin1'));
    },
    flush(done) {
      done(null, Buffer.from(clean(rest), 'latin1'));
    },
  });
}
