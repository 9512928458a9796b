import { afterBalance } from '@amber-needle/core/advice';
import { mixtureScrews } from '@amber-needle/core/mixture';
import { decidingQuantity } from '@amber-needle/core/setup';
import { keyFor } from '@/words/keys';
import type { BenchKey } from './KeyLegend';
import type { Panel } from './panels/Panels';
import type { EarLevel } from './sound/useEar';
import type { BenchActions } from './useBenchActions';
import { advisedTurn } from './view/advisedTurn';
import type { BenchView } from './view/benchView';

/** What the bench itself can open or turn round. */
export interface Doors {
  open(panel: Panel): void;
  flip(): void;
  report(): void;
  /** There while the gauges are real: a practice engine needs no recording. */
  file?: () => void;
  /** There while no other gauge holds the bench. */
  practise?: () => void;
  /** A practice engine runs in this browser: its name above has the button. */
  practising: boolean;
  /** Puts the simulated gauge on this job's bank; there while it is on another. */
  mount?: () => void;
  /** Shows depression in the next unit, of this name. */
  unit: { readonly name: string; readonly run: () => void };
  /** Sounds the spread, at the next level. */
  ear: { readonly next: EarLevel; readonly run: () => void };
  /** Opens the list of what can be listened to. */
  sources(): void;
  /** What the fan shows, and how the other is shown. */
  fan: { readonly shows: 'balance' | 'mixture'; readonly turn: () => void };
  /** Each throat has a gauge that sends: nobody need carry one, though one may. */
  allGauged: boolean;
}

/** The keys of the bench as things stand: one key per action. */
export function benchKeys(view: BenchView, actions: BenchActions, doors: Doors): readonly BenchKey[] {
  const { action, job, advice } = view;
  const open = job.status === 'open';
  const main = { ...keyFor('next'), label: action.label, strong: true, disabled: action.do === 'blocked' };
  const undo: BenchKey = { ...keyFor('undo'), label: 'undo', run: actions.undo };
  if (!open) return [{ ...main, label: 'see the report', disabled: false, run: doors.report }, undo];
  return [
    { ...main, run: () => runPrimary(action, actions, doors) },
    ...(advice.kind === 'suspect' || decidingQuantity(job.setup) === 'airflow'
      ? []
      : [{ ...keyFor('readNow'), label: 'read now', run: actions.takeReading }]),
    { ...keyFor('otherwise'), label: 'other turn', run: () => doors.open('otherwise') },
    ...mixtureKeys(view, doors),
    ...stageKeys(job, advice, actions),
    ...reachKeys(job, advice, actions),
    ...(advice.kind === 'suspect'
      ? [
          { ...keyFor('no'), label: 'nothing', run: () => actions.verdict(advice.suspicion, 'dismissed') },
          { ...keyFor('leave'), label: 'leave it so', run: () => actions.verdict(advice.suspicion, 'stays') },
        ]
      : []),
    ...(advice.kind === 'done' && afterBalance(job) === 'offIdle'
      ? [
          { ...keyFor('no'), label: 'skip off idle', run: actions.skipOffIdle },
          { ...keyFor('finish'), label: 'finish the job', run: actions.finish },
        ]
      : []),
    ...(advice.kind === 'read' && advice.purpose === 'meterMouths'
      ? [{ ...keyFor('no'), label: 'no meter', run: actions.noMeter }]
      : []),
    ...(job.turnedLast === undefined || job.stall !== undefined
      ? []
      : [{ ...keyFor('stalled'), label: 'it stalled', run: () => actions.stalled('byPerson') }]),
    { ...keyFor('why'), label: 'why', run: () => doors.open('why') },
    undo,
    ...(decidingQuantity(job.setup) === 'airflow'
      ? []
      : [{ ...keyFor('typeIt'), label: 'type it', run: () => doors.open('type') }]),
    ...carriedKeys(job, doors),
    ...(doors.file === undefined
      ? []
      : [{ ...keyFor('traceFile'), label: 'trace file', run: doors.file, elsewhere: true }]),
    { ...keyFor('flip'), label: 'flip view', run: doors.flip, elsewhere: true },
    { ...keyFor('unit'), label: `in ${doors.unit.name}`, run: doors.unit.run, elsewhere: true },
    {
      ...keyFor('ear'),
      label: doors.ear.next === 'off' ? 'silence' : `by ear, ${doors.ear.next}`,
      run: doors.ear.run,
      elsewhere: true,
    },
    { ...keyFor('sources'), label: 'sources', run: doors.sources, elsewhere: true },
    ...(doors.practise === undefined
      ? []
      : [{ ...keyFor('practise'), label: 'practise', run: doors.practise, elsewhere: doors.practising }]),
    ...(advice.kind === 'done' ? [] : [{ ...keyFor('finish'), label: 'end here', run: actions.finish }]),
  ];
}

/** The mixture: how it is worked at, or the way between its fan and the balance's; and whatever else was seen of it. */
function mixtureKeys({ job, mixture }: BenchView, doors: Doors): readonly BenchKey[] {
  if (mixtureScrews(job.setup).length === 0) return [];
  const key = keyFor('mixture');
  if (mixture === undefined) return [{ ...key, label: 'mixture', run: () => doors.open('plan') }];
  return [
    { ...key, label: doors.fan.shows === 'mixture' ? 'balance' : 'mixture', run: doors.fan.turn },
    { ...keyFor('seenToo'), label: 'seen too', run: () => doors.open('seenToo') },
  ];
}

/** An instrument that goes from throat to throat: one gauge, or the airflow meter. */
function carriedKeys({ setup }: BenchView['job'], doors: Doors): readonly BenchKey[] {
  if (setup.throats.length < 2) return [];
  const meter = { ...keyFor('meter'), label: 'airflow', run: () => doors.open('meter') };
  if (decidingQuantity(setup) === 'airflow') return [meter];
  return [
    {
      ...keyFor('oneGauge'),
      label: 'one gauge',
      run: () => doors.open('round'),
      elsewhere: doors.allGauged && !doors.practising,
    },
    { ...meter, elsewhere: true },
  ];
}

/** Once the idle is done, the throats can be compared at a held speed; and from there back. */
function stageKeys(job: BenchView['job'], advice: BenchView['advice'], actions: BenchActions): readonly BenchKey[] {
  const key = keyFor('stage');
  if (job.stage === 'offIdle') return [{ ...key, label: 'back to idle', run: () => actions.stage('idle') }];
  const canCompare = advice.kind === 'done' && job.setup.throats.length > 1 && afterBalance(job) === 'finish';
  return canCompare ? [{ ...key, label: 'off idle', run: () => actions.stage('offIdle') }] : [];
}

/** A screw that cannot be got at is done without; once advice has turned to others, all are asked for again by the same key. */
function reachKeys(job: BenchView['job'], advice: BenchView['advice'], actions: BenchActions): readonly BenchKey[] {
  const turn = advisedTurn(advice);
  if (turn !== undefined) {
    const { adjuster } = turn;
    return [{ ...keyFor('reach'), label: 'can’t reach', run: () => actions.reach([adjuster], 'outOfReach') }];
  }
  if (job.outOfReach.length === 0) return [];
  return [{ ...keyFor('reach'), label: 'reach all', run: () => actions.reach(job.outOfReach, 'withinReach') }];
}

function runPrimary(action: BenchView['action'], actions: BenchActions, doors: Doors): void {
  switch (action.do) {
    case 'zero':
      return actions.takeZero();
    case 'read':
      return actions.takeReading();
    case 'type':
      return doors.open('type');
    case 'turned':
      return actions.turned(action.adjuster, action.turns);
    case 'coupled':
      return actions.coupled(action.coupling, action.state);
    case 'mended':
      return actions.verdict(action.suspicion, 'mended');
    case 'round':
      return doors.open('round');
    case 'meter':
      return doors.open('meter');
    case 'blipped':
      return actions.blipped();
    case 'stalled':
      return actions.stalled('bySignal');
    case 'seen':
      return doors.open('seen');
    case 'match':
      return actions.takeMatch();
    case 'stage':
      return actions.stage(action.stage);
    case 'mount':
      return doors.mount?.();
    case 'finish':
      return actions.finish();
    case 'blocked':
      return undefined;
  }
}
