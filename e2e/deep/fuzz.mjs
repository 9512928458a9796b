import { writeJob } from '@amber-needle/core/formats/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { airflow, append, move, opened, reading, zero } from '@amber-needle/core/testing';
import { v7 as uuid } from 'uuid';
import { prepareDatabase, startApp } from '../../scripts/app.mjs';
import { startMariaDb } from '../../scripts/mariadb.mjs';
import { processGroup } from '../../scripts/processes.mjs';
import { openLog } from '../../scripts/project.mjs';
import { seeded } from './demoProcess.mjs';

/** Sends mutated documents to every route that takes one: no 5xx, no hang, and whatever was let in can be shown. */
const REQUESTS = Number(process.env.FUZZ_REQUESTS ?? 50_000);
const AT_ONCE = 12;
const SLOWEST_MS = 10_000;
const seed = Number(process.env.FUZZ_SEED ?? 20_261_126);
const random = seeded(seed);
const pick = (list) => list[Math.floor(random() * list.length)];
const WILD = [
  0,
  -1,
  1e308,
  -1e308,
  5e-324,
  1e-7,
  2 ** 53,
  0.1,
  null,
  true,
  '',
  ' ',
  'x',
  '\ud800',
  '\udc00x',
  '\u0000',
  'é'.repeat(5000),
  '0000-00-00T00:00:00.000Z',
  '2026-13-45T00:00:00.000Z',
  '2026-02-30T00:00:00.000Z',
  '9999-12-31T23:59:59.999Z',
  '../../etc/passwd',
  "'; DROP TABLE job; --",
  '$\u007b7*7}',
  '<script>',
  [],
  {},
  [[]],
  { a: { b: {} } },
  '__proto__',
  'constructor',
  '🔧',
  'NaN',
  'Infinity',
  -0,
  1e21,
];

const group = processGroup();
const databaseUrl = await startMariaDb(group, 'fuzz-db', { fresh: true });
await prepareDatabase(group, databaseUrl, { demo: true });
const app = await startApp(group, databaseUrl, { log: openLog('fuzz.log') });

const setup = ARCHETYPES.rack4;
const log = [
  zero(0.1, 0.2),
  reading({ kPa: [40, 41] }),
  move('A', 0.25),
  airflow(8, 9),
  { kind: 'note', text: 'n' },
  { kind: 'closed' },
].reduce(append, opened);
const machine = () => ({ id: uuid(), name: 'Fuzzed', archetype: 'rack4', note: '', idleRpm: 1000, spreadKPa: 1 });
const machineId = uuid();
const jobIds = [];
await send('POST', '/api/machines', JSON.stringify({ ...machine(), id: machineId }));
for (let i = 0; i < 8; i += 1) {
  const id = uuid();
  jobIds.push(id);
  await send('POST', '/api/jobs', JSON.stringify({ id, machineId, complaint: 'Fuzzed.' }));
}
const seqs = new Map(jobIds.map((id) => [id, 2]));

const ROUTES = [
  () => ['/api/machines', machine()],
  () => ['/api/jobs', { id: uuid(), machineId, complaint: 'x' }],
  () => [
    `/api/machines/${machineId}/edit`,
    { name: 'Fuzzed', note: '', owner: '', contact: '', plate: '', meterReading: '' },
  ],
  () => [
    `/api/machines/${pick([machineId, uuid(), 'x'])}/command`,
    { do: pick(['archive', 'unarchive', 'restore', 'erasePerson']) },
  ],
  () => [`/api/machines/${machineId}/setup`, { seen: setup, setup }],
  () => [`/api/jobs/${pick([...jobIds, uuid(), '%00'])}/command`, { do: pick(['restore', 'delete']) }],
  () => [`/api/jobs/import${pick(['', '?machine=new', '?machine=%ff', `?machine=${uuid()}`])}`, fresh(writeJob(log))],
  ...Array.from({ length: 6 }, () => () => event()),
  () => ['/api/bench/fuzz/trace', 't_s,v1_kpa,v2_kpa\n0,40,41\n0.1,40,41\n', 'text/csv'],
  () => ['/api/bench/fuzz/practice', { do: 'blip' }],
  () => [
    `/api/jobs/${pick(jobIds)}/attachments?name=${pick(['a', '%ED%A0%80', '', 'x'.repeat(300)])}`,
    'a,b\n',
    pick(['text/csv', 'text/html', 'image/png']),
  ],
  () => ['/api/workshop', 'PK\u0003\u0004 not a zip', 'application/zip'],
];
const GETS = [
  '/',
  '/?q=',
  '/?after=',
  '/?bank=',
  '/?show=',
  '/jobs/',
  '/machines/',
  '/api/jobs/',
  '/api/attachments/',
  '/outbox?x=',
];

function fresh(document) {
  return {
    ...document,
    events: document.events.map((each) => ({
      ...each,
      id: uuid(),
      ...(each.kind === 'opened' ? { machine: `Fuzzed ${uuid()}` } : {}),
    })),
  };
}

function event() {
  const id = pick(jobIds);
  const base = pick(log.slice(1));
  const { at } = base;
  return [`/api/jobs/${id}/events`, { ...base, id: uuid(), seq: seqs.get(id) ?? 2, at }];
}

/** A document with a few of its parts replaced, removed, added or swapped. */
function mutated(document) {
  const copy = JSON.parse(JSON.stringify(document));
  for (let n = 1 + Math.floor(random() * 2); n > 0; n -= 1) mutate(copy);
  return copy;
}

function mutate(value) {
  const keys = Object.keys(value);
  if (keys.length === 0) return;
  const key = pick(keys);
  const inner = value[key];
  if (typeof inner === 'object' && inner !== null && random() < 0.75) return mutate(inner);
  const how = random();
  if (how < 0.6) value[key] = structuredClone(pick(WILD));
  else if (how < 0.75) delete value[key];
  else if (how < 0.85) value[pick(['extra', '__proto__', 'kind', 'id'])] = structuredClone(pick(WILD));
  else if (how < 0.93) value[key] = JSON.parse(`${'['.repeat(200)}${']'.repeat(200)}`);
  else value[key] = structuredClone(value[pick(keys)]);
}

/** The same as text: cut, repeated, or with something in it that does not belong there. */
function spoilt(text) {
  const place = Math.floor(random() * text.length);
  return pick([
    text.slice(0, place),
    text + text,
    `${text.slice(0, place)}${pick(['\u0000', '"', '}', '1e999', ','])}${text.slice(place)}`,
    '',
  ]);
}

async function send(method, path, body, type = 'application/json') {
  const begun = performance.now();
  const response = await fetch(app + path, {
    method,
    ...(body === undefined ? {} : { body, headers: { 'content-type': type } }),
    redirect: 'manual',
    signal: AbortSignal.timeout(SLOWEST_MS),
  });
  const text = await response.text();
  return { status: response.status, text, ms: performance.now() - begun };
}

const counts = new Map();
const bad = [];
let slowest = 0;
let sent = 0;
async function worker() {
  while (sent < REQUESTS) {
    sent += 1;
    if (sent % 10_000 === 0) process.stdout.write(`${sent} sent\n`);
    let request;
    if (random() < 0.08)
      request = [
        'GET',
        pick(GETS) +
          encodeURIComponent(String(pick(['x', '~', '1~2026~', '%', 'é', '\u0001', uuid(), '-1', 'a'.repeat(3000)]))),
      ];
    else {
      const [path, document, type = 'application/json'] = pick(ROUTES)();
      const isText = typeof document === 'string';
      const text = isText ? document : JSON.stringify(random() < 0.1 ? document : mutated(document));
      request = ['POST', path, random() < 0.1 || isText ? spoilt(text) : text, type];
    }
    const answer = await send(...request).catch((error) => ({ status: 599, text: String(error), ms: SLOWEST_MS }));
    counts.set(answer.status, (counts.get(answer.status) ?? 0) + 1);
    slowest = Math.max(slowest, answer.ms);
    if (answer.status >= 500)
      bad.push({
        request: request.map((part) => String(part).slice(0, 600)),
        answer: answer.text.slice(0, 200),
        status: answer.status,
      });
    const [, job] = /^\/api\/jobs\/([0-9a-f-]{36})\/events$/.exec(request[1]) ?? [];
    if (job !== undefined && answer.status === 409) seqs.set(job, (JSON.parse(answer.text).lastSeq ?? 1) + 1);
    if (job !== undefined && answer.status === 200) seqs.set(job, (seqs.get(job) ?? 2) + 1);
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, worker));

// Whatever was let in can be shown.
let shown = 0;
const seen = new Set();
const toSee = ['/', '/?show=archive', '/?show=deleted', '/outbox'];
while (toSee.length > 0) {
  const path = toSee.pop();
  if (seen.has(path)) continue;
  seen.add(path);
  const answer = await send('GET', path).catch((error) => ({ status: 599, text: String(error) }));
  shown += 1;
  if (answer.status >= 400)
    bad.push({ request: ['GET', path], answer: answer.text.slice(0, 200), status: answer.status });
  for (const [, link] of answer.text.matchAll(/href="(\/[^"]*)"/g)) {
    const next = link.replaceAll('&amp;', '&');
    if (/^\/(jobs\/|machines\/|\?|api\/jobs\/)/.test(next) && seen.size + toSee.length < 6000) toSee.push(next);
  }
}
await group.stop();
const told = [...counts]
  .sort(([a], [b]) => a - b)
  .map(([status, n]) => `${status}: ${n}`)
  .join(', ');
for (const each of bad.slice(0, 10)) process.stderr.write(`${JSON.stringify(each)}\n`);
process.stdout.write(
  `seed ${seed}: ${sent} requests (${told}), slowest ${(slowest / 1000).toFixed(1)} s; ${shown} pages and exports of what was let in, ${bad.length} bad\n`,
);
process.exit(bad.length === 0 ? 0 : 1);
