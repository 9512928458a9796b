import { execFileSync } from 'node:child_process';
import { appendFileSync, copyFileSync, mkdirSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuid } from 'uuid';
import { DATA } from '../../scripts/project.mjs';
import { startDemo, until } from './demoProcess.mjs';

/** Fills the file system under a running workshop: writing stops with clear words, and goes on when there is room again. */
if (process.getuid() !== 0) {
  process.stdout.write('not run: only root can mount a small file system\n');
  process.exit(0);
}
const folder = join(DATA, 'deep', 'disk');
mkdirSync(folder, { recursive: true });
try {
  execFileSync('umount', [folder], { stdio: 'ignore' });
} catch {
  // Nothing was mounted.
}
execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=420m', 'tmpfs', folder]);
for (const stamp of ['modules.stamp', 'build.stamp']) copyFileSync(join(DATA, stamp), join(folder, stamp));
const demo = startDemo(folder);
try {
  const address = await demo.ready;
  const post = async (path, body, type = 'application/json') => {
    const response = await fetch(address + path, {
      method: 'POST',
      headers: { 'content-type': type },
      body,
      signal: AbortSignal.timeout(60_000),
    });
    return { status: response.status, text: await response.text() };
  };
  const machineId = uuid();
  await post(
    '/api/machines',
    JSON.stringify({ id: machineId, name: 'Full', archetype: 'twin', note: '', idleRpm: 1000, spreadKPa: 1 }),
  );
  const jobId = uuid();
  await post('/api/jobs', JSON.stringify({ id: jobId, machineId, complaint: '' }));
  const fillTo = (leftMb) => {
    const { bavail, bsize } = statfsSync(folder);
    appendFileSync(join(folder, 'filler'), Buffer.alloc(Math.max(0, bavail * bsize - leftMb * 1024 * 1024)));
  };
  const photo = () =>
    post(
      `/api/jobs/${jobId}/attachments?name=photo.jpg`,
      crypto.getRandomValues(new Uint8Array(60_000)).buffer,
      'image/jpeg',
    );
  fillTo(129);
  let refused;
  let kept = 0;
  for (let i = 0; i < 2000 && refused === undefined; i += 1) {
    const answer = await photo();
    if (answer.status === 200) kept += 1;
    else refused = answer;
  }
  process.stdout.write(`${kept} photos kept, then ${refused?.status}: ${refused?.text}\n`);
  if (refused?.status !== 507 || !refused.text.includes('no room left'))
    throw new Error('no clear word about the full disk');
  // Others fill it to the last byte: what is there can still be read.
  fillTo(0);
  for (let i = 0; i < 50; i += 1)
    if (!(await fetch(address)).ok) throw new Error('the garage cannot be read with a full disk');
  if ((await photo()).status !== 507) throw new Error('a full disk must be said');
  if (demo.output().includes('MariaDB ended')) throw new Error('the database ended itself');
  rmSync(join(folder, 'filler'));
  await until('room', async () => (await photo()).status === 200, 90_000);
  const { attachments } = JSON.parse(await (await fetch(`${address}/api/jobs/${jobId}/attachments`)).text());
  if (attachments.length < kept + 1) throw new Error(`${attachments.length} of ${kept + 1} photos are there`);
  process.stdout.write(
    `full disk: 507 with words, reading goes on, writing goes on with room, ${attachments.length} of ${kept + 1} photos there\n`,
  );
} catch (error) {
  process.stderr.write(
    `${error.stack}\n${demo.output()}\n${readFileSync(join(folder, 'demo-db.log'), 'utf8').slice(-3000)}\n`,
  );
  process.exitCode = 1;
} finally {
  demo.child.kill('SIGINT');
  await demo.exited;
  execFileSync('umount', ['-l', folder]);
}
process.exit();
