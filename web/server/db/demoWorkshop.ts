import type { JobEvent } from '@amber-needle/core/job';
import { type Setup, twinWithTwoStops } from '@amber-needle/core/setup';
import { runTrial } from '@amber-needle/core/trial';
import { openDatabase } from './connection';
import { insertJob } from './jobRepository';
import { hasMachines, insertMachine } from './machineRepository';

/** Invented machines of an invented workshop. */
const MACHINES = [
  {
    id: '01900000-0000-7000-8000-0000000000a1',
    name: 'Harrow 750 twin',
    note: 'Red tank. Owner rides it to work all year.',
    owner: 'Ada Holm',
    plate: 'AN 750',
    idleRpm: 1050,
  },
  {
    id: '01900000-0000-7000-8000-0000000000a2',
    name: 'Fenwick 650 twin',
    note: 'Long stored, new diaphragms last spring.',
    owner: 'Per Lindqvist-Moor',
    plate: 'FW 65',
    idleRpm: 1100,
  },
  {
    id: '01900000-0000-7000-8000-0000000000a3',
    name: 'Marl parallel twin',
    note: 'Club machine, two keys on the board.',
    owner: 'The harbour club',
    plate: '',
    idleRpm: 1000,
  },
] as const;

/** Finished jobs, each played through on the practice engine: what the log holds is what the gauges showed. */
const JOBS = [
  {
    machine: 0,
    id: '01900000-0000-7000-8000-0000000000b1',
    seed: 11,
    openedAt: '2026-03-14T09:12:00.000Z',
    complaint: 'Shakes at idle, stalls at lights.',
  },
  {
    machine: 0,
    id: '01900000-0000-7000-8000-0000000000b2',
    seed: 9,
    openedAt: '2026-09-02T14:40:00.000Z',
    complaint: 'Service. Check after the summer.',
  },
  {
    machine: 1,
    id: '01900000-0000-7000-8000-0000000000b3',
    seed: 21,
    openedAt: '2026-10-20T08:05:00.000Z',
    complaint: 'Idle hunts between 900 and 1200.',
  },
] as const;

const OPEN_JOB = {
  machine: 2,
  id: '01900000-0000-7000-8000-0000000000b4',
  openedAt: '2026-11-24T16:30:00.000Z',
  complaint: 'Pulls to one side off idle. Balance and report.',
} as const;

/** From opening to the next morning, s. */
const CLOSED_AFTER_S = 22 * 3600;

/** Fills an empty workshop for the demo, whole or not at all; leaves any other alone. */
export async function loadDemoWorkshop(url: URL): Promise<void> {
  const db = openDatabase(url);
  try {
    if (await hasMachines(db)) return;
    const jobs = [...JOBS.map(closedJob), openJob()];
    await db.transaction(async (trx) => {
      for (const { idleRpm, ...machine } of MACHINES)
        await insertMachine(trx, {
          ...machine,
          setup: setupFor(idleRpm),
          createdAt: '2026-01-05T08:00:00.000Z',
          practice: false,
        });
      for (const { events, ...job } of jobs) await insertJob(trx, job, events);
    });
  } finally {
    await db.destroy();
  }
}

/** A job of last season: played through, looked at cold the next morning, and closed. */
function closedJob({ machine, id, seed, openedAt, complaint }: (typeof JOBS)[number]) {
  const { name, idleRpm, id: machineId } = MACHINES[machine];
  const clock = (after: number) => new Date(Date.parse(openedAt) + Math.round(after * 1000)).toISOString();
  const { events } = runTrial({ setup: setupFor(idleRpm), seed, machine: name, complaint, clock });
  const closing: JobEvent = {
    kind: 'closed',
    version: 1,
    id: id.replace(/b(\d)$/, 'd$1'),
    seq: events.length + 1,
    at: clock(CLOSED_AFTER_S),
  };
  return { id, machineId, openedAt, events: [...events, closing] };
}

function openJob() {
  const { machine, id, openedAt, complaint } = OPEN_JOB;
  const { name, idleRpm, id: machineId } = MACHINES[machine];
  const opened: JobEvent = {
    kind: 'opened',
    version: 3,
    id: '01900000-0000-7000-8000-0000000000c1',
    seq: 1,
    at: openedAt,
    machine: name,
    complaint,
    setup: setupFor(idleRpm),
  };
  return { id, machineId, openedAt, events: [opened] };
}

function setupFor(idleRpm: number): Setup {
  return { ...twinWithTwoStops, targets: { ...twinWithTwoStops.targets, idleRpm } };
}
