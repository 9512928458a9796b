import type { Advice } from '@amber-needle/core/advice';
import { foldJob, type Job } from '@amber-needle/core/job';
import { decidingQuantity, sharesPlenum } from '@amber-needle/core/setup';
import { type DeviceUnit, PLAIN_UNIT } from '@/words/deviceUnit';
import type { Told } from '@/workers/adviser';
import type { LiveView } from '@/workers/signalProtocol';
import type { Advised } from '../advice/adviceLine';
import { advisedTurn } from './advisedTurn';
import { liveNeedles, type Needle } from './needles';
import { type Phrase, phraseAdvice } from './phraseAdvice';
import { type PrimaryAction, primaryAction } from './primaryAction';
import { type TrailFan, trailOf } from './trail';

/** What the log and the advice for it tell: worked out anew when an event is added, not with every sample. */
export interface JobView extends Told {
  readonly job: Job;
  readonly trail: readonly TrailFan[];
}

/** @throws Error for an empty log: a job's page is not shown without its opening. */
export function jobView({ events, ...told }: Advised): JobView {
  const job = foldJob(events);
  if (job === undefined) throw new Error('A bench needs an opened job');
  return { ...told, job, trail: trailOf(job, told.gauges, events) };
}

/** The advice on the screen is for the log as it was: it must not be followed twice. */
const THINKING: PrimaryAction = { do: 'blocked', label: 'one moment' };

const LISTENING_PHRASE: Phrase = { subject: 'Listening', order: 'for a gauge', expect: [], why: [] };

/** What the bench shows now: the log's view with the live signal on top. */
export interface BenchView extends JobView {
  readonly needles: readonly Needle[];
  /** A stopped engine has nothing to compare: its gauges' values are shown, but no needle is drawn. */
  readonly atRest: boolean;
  readonly ghosts: readonly number[];
  readonly phrase: Phrase;
  readonly action: PrimaryAction;
  /** The adjuster or coupling that the advice is about. */
  readonly advised: string | undefined;
  readonly speedRpm: number | undefined;
}

export interface Surroundings {
  /** It is not known yet whether a gauge sends. Until it is, nothing is asked for that a gauge would make needless. */
  readonly listening?: boolean;
  /** Where a practice engine's hoses are: all on one throat, or each on its own. */
  readonly teed?: boolean | undefined;
  /** The simulated gauge that is heard is on another bank than this job's. */
  readonly elsewhere?: boolean;
  /** The unit that this device shows depression in. */
  readonly unit?: DeviceUnit;
  /** Something was added to the log since, and the advice on it is being worked out. */
  readonly thinking?: boolean;
}

export function benchView(
  view: JobView,
  live: LiveView | undefined,
  { listening = false, teed, elsewhere = false, unit = PLAIN_UNIT, thinking = false }: Surroundings = {},
): BenchView {
  const { job, advice } = view;
  if (elsewhere && job.status === 'open') return onAnotherBank(view);
  const needles = needlesOf(view, live);
  const action = thinking ? THINKING : (hosesAction(advice, teed) ?? primaryAction(job, advice, live));
  const waits = listening && action.do === 'type';
  return {
    ...view,
    needles,
    atRest: live?.now.phase === 'stopped' && decidingQuantity(job.setup) === 'depression',
    ghosts: ghostsOf(job, advice),
    phrase: waits ? LISTENING_PHRASE : phraseAdvice(job, advice, { live, unit }),
    action: waits ? { do: 'blocked', label: 'listening' } : action,
    advised: advice.kind === 'couple' ? advice.coupling : advisedTurn(advice)?.adjuster,
    speedRpm: speedOf(job, live),
  };
}

const ELSEWHERE_PHRASE: Phrase = {
  subject: 'The simulated gauge',
  order: 'is on another bank',
  expect: ['This job’s engine is kept as you leave it.'],
  why: [],
};

/** Nothing that it shows is of this engine: no needle is drawn, nothing can be read. */
function onAnotherBank(view: JobView): BenchView {
  return {
    ...view,
    needles: [],
    atRest: true,
    ghosts: [],
    phrase: ELSEWHERE_PHRASE,
    action: { do: 'mount', label: 'put it on this bank' },
    advised: undefined,
    speedRpm: undefined,
  };
}

/** On a plenum every cylinder pulses alike, so that pulses tell no cycle: only a tachometer does. */
function speedOf({ setup }: Job, live: LiveView | undefined): number | undefined {
  const speed = live?.now.speed;
  return speed?.from === 'pulses' && sharesPlenum(setup) ? undefined : speed?.speed;
}

/** Live gauges show depression; where the air decides, what is believed of it is shown. */
function needlesOf({ job, gauges, believed }: JobView, live: LiveView | undefined): readonly Needle[] {
  if (live !== undefined && decidingQuantity(job.setup) === 'depression') return liveNeedles(gauges, live);
  return job.readings.length + job.airflows.length > 0 ? believed : [];
}

/** A practice engine tells where its hoses are: nothing is read of the wrong throat. Of a real one only the person knows. */
function hosesAction(advice: Advice, teed: boolean | undefined): PrimaryAction | undefined {
  const matching = advice.kind === 'read' && advice.purpose === 'matchGauges';
  if (teed === undefined || teed === matching) return undefined;
  return { do: 'blocked', label: teed ? 'waits for the hoses' : 'waits for the tee' };
}

/** Before a move: where it should land. After it, until the next reading: where it should have landed. */
function ghostsOf(job: Job, advice: Advice): readonly number[] {
  if (job.status !== 'open') return [];
  if (advice.kind === 'turn') return advice.expected.throats.map(({ deviation }) => deviation);
  const last = job.moves.at(-1);
  if (job.sinceReading !== 'move' || last?.expected === undefined) return [];
  const { airflow, throats } = last.expected;
  return airflow?.map(({ deviationPercent }) => deviationPercent) ?? throats.map(({ deviationKPa }) => deviationKPa);
}
