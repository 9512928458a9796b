import { type Advice, afterBalance, holdRpm, isHeld } from '@amber-needle/core/advice';
import type { Suspicion } from '@amber-needle/core/faults';
import type { Job } from '@amber-needle/core/job';
import type { MixtureStep } from '@amber-needle/core/mixture';
import { decidingQuantity } from '@amber-needle/core/setup';
import type { LiveView } from '@/workers/signalProtocol';
import type { LookStep } from '../mixture/lookStep';

/** What the one big key does now. `blocked` says what it waits for. */
export type PrimaryAction =
  | { readonly do: 'zero'; readonly label: string }
  | { readonly do: 'read'; readonly label: string }
  | { readonly do: 'type'; readonly label: string }
  | { readonly do: 'turned'; readonly label: string; readonly adjuster: string; readonly turns: number }
  | {
      readonly do: 'coupled';
      readonly label: string;
      readonly coupling: string;
      readonly state: 'clamped' | 'loosened';
    }
  | { readonly do: 'mended'; readonly label: string; readonly suspicion: Suspicion }
  | { readonly do: 'blipped'; readonly label: string }
  /** The engine stands after a turn that no reading has followed: the signal shows it, the person says whether it died by itself. */
  | { readonly do: 'stalled'; readonly label: string }
  /** One gauge goes round again. */
  | { readonly do: 'round'; readonly label: string }
  /** The airflow meter goes from mouth to mouth. */
  | { readonly do: 'meter'; readonly label: string }
  | { readonly do: 'match'; readonly label: string }
  | { readonly do: 'stage'; readonly label: string; readonly stage: 'idle' | 'offIdle' }
  /** Says what was seen of the mixture. */
  | { readonly do: 'seen'; readonly label: string; readonly step: LookStep }
  | { readonly do: 'finish'; readonly label: string }
  /** The simulated gauge is on another bank. */
  | { readonly do: 'mount'; readonly label: string }
  | { readonly do: 'blocked'; readonly label: string };

/** The one next action, from the advice and what the gauge says now. */
export function primaryAction(job: Job, advice: Advice, live: LiveView | undefined): PrimaryAction {
  if (job.status !== 'open') return { do: 'blocked', label: 'the job is finished' };
  switch (advice.kind) {
    case 'turn':
      return { do: 'turned', label: 'turned it', adjuster: advice.adjuster, turns: advice.turns };
    case 'couple':
      return { do: 'coupled', label: advice.state === 'clamped' ? 'clamped it' : 'loosened it', ...advice };
    case 'done':
      return afterBalance(job) === 'offIdle'
        ? { do: 'stage', label: 'look off idle', stage: 'offIdle' }
        : { do: 'finish', label: 'finish the job' };
    case 'mixture':
      return mixtureAction(advice.step);
    case 'suspect':
      return { do: 'mended', label: 'found it, put it right', suspicion: advice.suspicion };
    case 'holdAndRead':
      return heldAction(live, advice.hold, 'take the reading');
    case 'offIdle': {
      const { outcome, turn } = advice.finding;
      if (outcome === 'agrees') return { do: 'stage', label: 'back to idle', stage: 'idle' };
      return turn !== undefined
        ? { do: 'turned', label: 'turned it', adjuster: turn.adjuster, turns: turn.turns }
        : heldAction(live, holdRpm(job.setup), 'adjusted, read again');
    }
    case 'undecided':
    case 'settle':
    case 'read':
      if (advice.kind === 'read' && advice.purpose === 'afterBlip') return { do: 'blipped', label: 'blipped it' };
      if (advice.kind === 'read' && advice.purpose === 'meterMouths') return USE_METER;
      if (mayHaveStalled(job, live)) return { do: 'stalled', label: 'it stalled' };
      return carriedAction(job, advice) ?? readingAction(advice, live);
  }
}

const SEEN_LABELS = {
  sensor: 'lambda read',
  co: 'CO read',
  colour: 'colour seen',
  lift: 'lifted it',
  tachometer: 'speed read',
  ears: 'heard it',
} as const;

function mixtureAction(step: MixtureStep): PrimaryAction {
  switch (step.do) {
    case 'turn':
      return { do: 'turned', label: 'turned it', adjuster: step.adjuster, turns: step.turns };
    case 'count':
      return { do: 'seen', label: 'counted', step };
    case 'freeAir':
      return { do: 'seen', label: 'held in free air', step };
    case 'look':
      return { do: 'seen', label: SEEN_LABELS[step.instrument], step };
  }
}

/** The engine stands after a turn that no reading has followed. */
export function mayHaveStalled({ turnedLast, stall }: Job, live: LiveView | undefined): boolean {
  return turnedLast !== undefined && stall === undefined && live?.reading.phase === 'stopped';
}

const USE_METER: PrimaryAction = { do: 'meter', label: 'use the meter' };

function carriedAction(job: Job, advice: Advice): PrimaryAction | undefined {
  if (decidingQuantity(job.setup) === 'airflow') return USE_METER;
  return job.oneGauge && advice.kind !== 'undecided' ? { do: 'round', label: 'go round' } : undefined;
}

function heldAction(live: LiveView | undefined, hold: number, label: string): PrimaryAction {
  if (live === undefined) return { do: 'type', label: 'type a reading' };
  const speed = live.now.speed?.speed ?? 0;
  if (!isHeld(speed, hold)) return { do: 'blocked', label: `hold ${hold} rpm` };
  return live.reading.phase === 'steady' ? { do: 'read', label } : { do: 'blocked', label: 'settling' };
}

function readingAction(
  advice: Extract<Advice, { kind: 'read' | 'settle' | 'undecided' }>,
  live: LiveView | undefined,
): PrimaryAction {
  if (live === undefined) return { do: 'type', label: 'type a reading' };
  const { phase } = live.reading;
  if (advice.kind === 'read' && advice.purpose === 'zeroGauges') {
    return phase === 'stopped'
      ? { do: 'zero', label: 'zero the gauges' }
      : { do: 'blocked', label: 'waits for a stopped engine' };
  }
  switch (phase) {
    case 'steady':
      return advice.kind === 'read' && advice.purpose === 'matchGauges'
        ? { do: 'match', label: 'match the gauges' }
        : { do: 'read', label: 'take the reading' };
    case 'stopped':
      return { do: 'blocked', label: 'waits for the engine' };
    case 'waiting':
    case 'settling':
      return { do: 'blocked', label: 'settling' };
  }
}
