import { lastVisitOf } from '@amber-needle/core/belief';
import { findingsOf } from '@amber-needle/core/findings';
import {
  type Bare,
  checkEvent,
  type EventOf,
  type JobEvent,
  kindOf,
  type LastVisit,
  type Proposal,
} from '@amber-needle/core/job';
import { runTrial } from '@amber-needle/core/trial';
import { keepAttachment } from './attachments';
import { openDatabase } from './connection';
import { MACHINES, setupOf } from './demoMachines';
import { type DemoRides, JETS_JUDGED, NEEDLES_RICH, withRides } from './demoRides';
import { BEFORE_COLD_START, FLOODED, ODD_JET } from './demoSheets';
import { putInstrument } from './instruments';
import { insertJob } from './jobRepository';
import { hasMachines, insertMachine } from './machineRepository';

interface DemoJob {
  /** Place of its machine. */
  readonly machine: number;
  readonly seed: number;
  readonly openedAt: string;
  readonly complaint: string;
  /** What was noticed and tested so far, where it is searched for what no screw cures. */
  readonly search?: readonly Bare<EventOf<'observed' | 'tested'>>[];
  /** What was written on its sheet after that. */
  readonly sheet?: readonly Bare[];
  /** How far the work has come; a job without is closed. */
  readonly open?: 'atOpening' | 'finished' | 'firstTurn' | 'beforeCoupling' | 'offIdle' | 'beforeFinish' | 'inMixture';
  /** What its mixture is looked at with; it is worked at too. */
  readonly mixture?: Pick<EventOf<'mixturePlan'>, 'instruments' | 'sensor' | 'rule'>;
  /** What was ridden after that. */
  readonly rides?: DemoRides;
}

/** Two years of jobs, each played through on the practice engine: what a log holds is what the gauges showed. Their ids end in b1 and so on. */
const JOBS: readonly DemoJob[] = [
  { machine: 0, seed: 11, openedAt: '2026-03-14T09:12:00.000Z', complaint: 'Shakes at idle, stalls at lights.' },
  { machine: 0, seed: 9, openedAt: '2026-09-02T14:40:00.000Z', complaint: 'Service. Check after the summer.' },
  { machine: 1, seed: 21, openedAt: '2026-10-20T08:05:00.000Z', complaint: 'Idle hunts between 900 and 1200.' },
  {
    machine: 2,
    seed: 4,
    openedAt: '2026-11-24T16:30:00.000Z',
    complaint: 'Pulls to one side off idle. Balance and report.',
    open: 'atOpening',
  },
  { machine: 3, seed: 31, openedAt: '2025-04-11T10:20:00.000Z', complaint: 'Rattles at idle, spring service.' },
  {
    machine: 3,
    seed: 32,
    openedAt: '2026-11-23T09:00:00.000Z',
    complaint: 'Uneven since the rack was cleaned.',
    open: 'firstTurn',
  },
  { machine: 8, seed: 81, openedAt: '2025-08-19T07:45:00.000Z', complaint: 'Stalls when put into gear.' },
  { machine: 6, seed: 61, openedAt: '2025-05-27T11:30:00.000Z', complaint: 'Rods were off; set it up anew.' },
  {
    machine: 0,
    seed: 12,
    openedAt: '2026-11-20T15:10:00.000Z',
    complaint: 'Winter service.',
    open: 'beforeCoupling',
  },
  {
    machine: 1,
    seed: 22,
    openedAt: '2026-11-21T10:00:00.000Z',
    complaint: 'Hesitates just off idle.',
    open: 'offIdle',
  },
  {
    machine: 8,
    seed: 82,
    openedAt: '2026-11-22T08:30:00.000Z',
    complaint: 'Pulls unevenly out of the harbour.',
    open: 'beforeFinish',
  },
  {
    machine: 4,
    seed: 41,
    openedAt: '2026-11-25T09:20:00.000Z',
    complaint: 'Runs only with the choke. Stood for two winters.',
    open: 'atOpening',
    search: [
      { kind: 'observed', observation: 'stood', seen: true },
      { kind: 'observed', observation: 'startsOnlyWithChoke', seen: true },
      { kind: 'observed', observation: 'screwDead', place: '2', seen: true },
      { kind: 'observed', observation: 'whistles', seen: false },
    ],
  },
  {
    machine: 5,
    seed: 51,
    openedAt: '2026-11-25T13:40:00.000Z',
    complaint: 'Fades on the hill, after a rest it goes again.',
    open: 'atOpening',
    search: [
      { kind: 'observed', observation: 'fades', seen: true },
      { kind: 'observed', observation: 'clearsByRest', seen: true },
      { kind: 'tested', test: 'openCap', answer: 'same' },
    ],
  },
  {
    machine: 9,
    seed: 91,
    openedAt: '2026-11-26T09:10:00.000Z',
    complaint: 'Stalls when warm since it stood. Full service of the rack.',
    open: 'atOpening',
    sheet: ODD_JET,
  },
  {
    machine: 10,
    seed: 92,
    openedAt: '2026-11-24T09:00:00.000Z',
    complaint: 'Puddle under the right one every morning.',
    open: 'atOpening',
    sheet: FLOODED,
  },
  {
    machine: 11,
    seed: 93,
    openedAt: '2026-11-25T12:40:00.000Z',
    complaint: 'Uneven at trolling speed.',
    open: 'finished',
    sheet: BEFORE_COLD_START,
  },
  {
    machine: 12,
    seed: 123,
    openedAt: '2026-11-26T13:00:00.000Z',
    complaint: 'Surges just off idle since the screws were turned.',
    open: 'inMixture',
    mixture: { instruments: ['sensor', 'tachometer'], sensor: 'carried', rule: { by: 'lambda', target: 0.95 } },
  },
  {
    machine: 13,
    seed: 131,
    openedAt: '2026-11-26T14:20:00.000Z',
    complaint: 'Sooty at idle, front pair more.',
    open: 'inMixture',
    mixture: { instruments: ['colour', 'lift'], rule: { by: 'lift' } },
  },
  {
    machine: 14,
    seed: 141,
    openedAt: '2026-11-26T15:10:00.000Z',
    complaint: 'Thirsty, heavy when rolled on. Rode it with the sensor in each pipe.',
    open: 'finished',
    rides: NEEDLES_RICH,
  },
  {
    machine: 15,
    seed: 151,
    openedAt: '2026-11-20T10:00:00.000Z',
    complaint: 'Pinks at full throttle on the long hill.',
    open: 'finished',
    rides: JETS_JUDGED,
  },
];

const PLAN = {
  kind: 'mixturePlan',
  fuel: { ethanol: 0.05, methanol: 0 },
  ignition: 'modest',
  order: 'balanceFirst',
} as const;

const GAUGE_SET = {
  id: '01900000-0000-7000-8000-0000000000e1',
  name: 'Bench gauge set',
  what: 'gaugeSet',
  channels: 4,
  classPercent: 1,
  learned: [],
} as const;

const FOUNDED = '2025-01-05T08:00:00.000Z';
/** From opening to the next morning, s. */
const CLOSED_AFTER_S = 22 * 3600;

/** An event as its keeper completes it; its place in the log comes last. */
function withVersion(proposal: Proposal): JobEvent {
  const checked = checkEvent({ ...proposal, seq: 1, version: kindOf(proposal).version });
  if (checked.outcome === 'invalid')
    throw new Error(`The demo says ${JSON.stringify(proposal)}: ${JSON.stringify(checked.problems)}`);
  return checked.value;
}

const idOf = (kind: string, place: number) => {
  // Those of the first fifteen stand in links and tests.
  const end = (place + 1).toString(16);
  return `01900000-0000-7000-8000-${'0'.repeat(11 - end.length)}${kind}${end}`;
};

const hex = (n: number) => n.toString(16).padStart(2, '0');
const toldIdOf = (place: number, n: number) => `01900000-0000-7000-8000-0000000e${hex(place)}${hex(n)}`;

/** Fills an empty workshop for the demo, whole or not at all; leaves any other alone. */
export async function loadDemoWorkshop(url: URL): Promise<void> {
  const db = openDatabase(url);
  try {
    if (await hasMachines(db)) return;
    const jobs = playedJobs();
    await db.transaction(async (trx) => {
      for (const [place, { name, note, owner, plate, ...machine }] of MACHINES.entries())
        await insertMachine(trx, {
          id: idOf('a', place),
          name,
          note,
          owner,
          plate,
          setup: setupOf(machine),
          createdAt: FOUNDED,
          practice: false,
        });
      for (const { events, files, ...job } of jobs) {
        await insertJob(trx, job, events);
        for (const { content, name } of files)
          await keepAttachment(trx, { jobId: job.id, name, type: 'application/gzip', at: job.openedAt }, content);
      }
      await putInstrument(trx, GAUGE_SET, FOUNDED);
    });
  } finally {
    await db.destroy();
  }
}

/** Jobs played through in their order: looked at cold the next morning and closed, or left where they stand. */
function playedJobs() {
  const visits = new Map<number, LastVisit>();
  return JOBS.map((job, place) => {
    const machine = MACHINES[job.machine] ?? { name: '', bank: 'twin' as const };
    const clock = (after: number) => new Date(Date.parse(job.openedAt) + Math.round(after * 1000)).toISOString();
    const lastVisit = visits.get(job.machine);
    const { events } = runTrial({
      setup: setupOf(machine),
      seed: job.seed,
      machine: machine.name,
      complaint: job.complaint,
      clock,
      ...(lastVisit === undefined ? {} : { lastVisit }),
      ...(job.mixture === undefined ? {} : { mixture: { plan: { ...PLAN, ...job.mixture }, screwsOff: 1 } }),
    });
    const end = { id: idOf('d', place), seq: 0, at: clock(CLOSED_AFTER_S) };
    const findings = job.open === undefined ? findingsOf(events) : undefined;
    if (findings !== undefined) visits.set(job.machine, lastVisitOf(findings.belief, end.at));
    const shown: readonly JobEvent[] =
      job.open === undefined ? [...events, { ...end, kind: 'closed', version: 1 }] : upTo(events, job.open, end);
    const told = [...(job.search ?? []), ...(job.sheet ?? [])].map(
      (event, i): JobEvent => withVersion({ ...event, id: toldIdOf(place, i), at: clock(60 * (i + 1)) }),
    );
    const rides = withRides([...shown, ...told], job.rides ?? [], (log, event) => [
      ...log,
      withVersion({ ...event, id: toldIdOf(place, log.length), at: clock(CLOSED_AFTER_S + 60 * log.length) }),
    ]);
    return {
      id: idOf('b', place),
      machineId: idOf('a', job.machine),
      openedAt: job.openedAt,
      events: rides.events.map((event, i) => ({ ...event, seq: i + 1 })),
      files: rides.files,
    };
  });
}

/** The log as it stood at a place of the work. */
function upTo(
  events: readonly JobEvent[],
  open: NonNullable<DemoJob['open']>,
  end: Pick<JobEvent, 'id' | 'seq' | 'at'>,
): readonly JobEvent[] {
  const before = (kind: JobEvent['kind']) => {
    const place = events.findIndex((event) => event.kind === kind);
    return place < 0 ? events.filter(({ kind: each }) => each !== 'finished') : events.slice(0, place);
  };
  switch (open) {
    case 'atOpening':
      return events.slice(0, 1);
    case 'finished':
      return events;
    case 'firstTurn':
      return [...before('move'), ...events.filter(({ kind }) => kind === 'move').slice(0, 1)];
    case 'beforeCoupling':
      return before('coupled');
    case 'offIdle':
      return [...before('finished'), { ...end, kind: 'stage', version: 1, stage: 'offIdle' }];
    case 'inMixture':
      return amidItsMixture(events);
    case 'beforeFinish':
      return [...before('finished'), { ...end, kind: 'check', version: 2, check: { what: 'offIdleSkipped' } }];
  }
}

/** Up to the second of the mixture's turns: one circuit was set, and the next is due. */
function amidItsMixture(events: readonly JobEvent[]): readonly JobEvent[] {
  const first = events.findIndex(({ kind }) => kind === 'mixtureSeen');
  const turns = events.filter((event, i) => i > first && event.kind === 'move' && event.adjuster.startsWith('M'));
  const due = turns[1] ?? turns[0];
  return due === undefined ? events : events.slice(0, events.indexOf(due));
}
