import { setTimeout as pause } from 'node:timers/promises';
import { v7 as uuid } from 'uuid';
import { dataFolder, isWell, processOf, startDemo, until } from './demoProcess.mjs';

/** Kills each part of a running demo again and again while four people write, and counts what was lost or doubled. */
const KILLS = 20;
const WRITERS = 4;
const folder = dataFolder('kills');
let demo = startDemo(folder);
let address = await demo.ready;
let writing = true;

async function post(path, body) {
  const response = await fetch(address + path, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(8000),
  });
  return { status: response.status, body: await response.json() };
}

/** Writes notes to one job as fast as they are acknowledged; each is sent until it is. */
async function write(jobId) {
  const acknowledged = [];
  let seq = 2;
  while (writing) {
    const event = {
      kind: 'note',
      version: 1,
      id: uuid(),
      at: new Date().toISOString(),
      text: `note ${acknowledged.length}`,
    };
    let isAcknowledged = false;
    while (!isAcknowledged) {
      const answer = await post(`/api/jobs/${jobId}/events`, { ...event, seq }).catch(() => undefined);
      if (answer?.status === 200) isAcknowledged = true;
      else if (answer?.status === 409) seq = answer.body.lastSeq + 1;
      else if (answer !== undefined && answer.status < 500)
        throw new Error(`${answer.status} ${JSON.stringify(answer.body)}`);
      else await pause(100);
      // At the end what was not acknowledged is nobody's promise.
      if (!writing && !isAcknowledged) return { jobId, acknowledged };
    }
    acknowledged.push(event.id);
    seq += 1;
    await pause(20);
  }
  return { jobId, acknowledged };
}

const machineId = uuid();
await post('/api/machines', {
  id: machineId,
  name: 'Killed',
  archetype: 'twin',
  note: '',
  idleRpm: 1000,
  spreadKPa: 1,
});
const jobs = Array.from({ length: WRITERS }, () => uuid());
for (const id of jobs) await post('/api/jobs', { id, machineId, complaint: '' });
const written = Promise.all(jobs.map(write));

const recovery = {};
for (const target of ['app', 'demo-db', 'standin']) {
  recovery[target] = [];
  for (let i = 0; i < KILLS; i += 1) {
    // Long enough to count as well again: else the pauses before the next start grow.
    await pause(5100 + ((i * 37) % 400));
    const pid = processOf(folder, target);
    if (pid === undefined) throw new Error(`${target} does not run`);
    const begun = Date.now();
    process.kill(pid, 'SIGKILL');
    await until(
      `${target} again`,
      () => processOf(folder, target) !== undefined && processOf(folder, target) !== pid,
      90_000,
    );
    await until('the app again', () => isWell(address), 90_000);
    recovery[target].push(Date.now() - begun);
  }
  process.stdout.write(`${target}: ${KILLS} kills\n`);
}
recovery.supervisor = [];
for (let i = 0; i < KILLS; i += 1) {
  await pause(200);
  const begun = Date.now();
  demo.child.kill('SIGKILL');
  await demo.exited;
  demo = startDemo(folder);
  address = await demo.ready;
  recovery.supervisor.push(Date.now() - begun);
}
process.stdout.write(`start command: ${KILLS} kills\n`);

writing = false;
const logs = await written;
let acknowledged = 0;
let lost = 0;
let doubled = 0;
for (const log of logs) {
  const { events } = await (await fetch(`${address}/api/jobs/${log.jobId}/events`)).json();
  const ids = events.map(({ id }) => id);
  acknowledged += log.acknowledged.length;
  lost += log.acknowledged.filter((id) => !ids.includes(id)).length;
  doubled += ids.length - new Set(ids).size;
  if (events.some(({ seq }, n) => seq !== n + 1)) throw new Error('a gap in the log');
}
demo.child.kill('SIGINT');
await demo.exited;
const median = (list) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] / 1000;
const times = Object.entries(recovery)
  .map(([name, list]) => `${name} ${median(list).toFixed(1)} s`)
  .join(', ');
process.stdout.write(
  `${4 * KILLS} kills, ${acknowledged} acknowledged, ${lost} lost, ${doubled} doubled; back after (median): ${times}\n`,
);
process.exit(lost === 0 && doubled === 0 ? 0 : 1);
