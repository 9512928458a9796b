import type { Suspicion } from '../../faults';
import type { Setup } from '../../setup';
import { type Turns, turns } from '../../units';
import type { EventOf } from '../events';
import type { Positions } from './index';

/** Where the work of balancing stands. */
export interface Balance {
  /** Where the engine is held now. */
  readonly stage: EventOf<'stage'>['stage'];
  /** Net turns of each adjuster from as found. */
  readonly positions: Positions;
  /** Adjusters that the person cannot get at. */
  readonly outOfReach: readonly string[];
  /** Suspicions that the person looked into and found nothing in. */
  readonly dismissed: readonly Suspicion[];
  /** Faults that were found and left as they are. */
  readonly stands: readonly Suspicion[];
  /** The turn that no reading has followed yet. */
  readonly turnedLast: { readonly adjuster: string; readonly by: Turns } | undefined;
  /** The turn that killed the engine, until it is taken back. */
  readonly stall: { readonly adjuster: string; readonly by: Turns } | undefined;
  /** It stood when something was last said of it: a turn made since cannot have killed it. */
  readonly isStopped: boolean;
  /** How far in and out screws may be turned before the engine dies, as far as it has shown; from as found. */
  readonly stallsBeyond: Readonly<Record<string, { readonly out?: Turns; readonly in?: Turns }>>;
  /** Blips with nothing turned since something was. */
  readonly blips: number;
  /** Throttles are not compared above idle on this job. */
  readonly offIdleSkipped: boolean;
  /** Couplings that are clamped now. */
  readonly clamped: readonly string[];
  /** Place in the log of the last move or coupling; 0 before the first. */
  readonly touchedAt: number;
  /** Place in the log of the last matching of the gauges; 0 before the first. */
  readonly matchedAt: number;
  /** What has happened since the last reading; a reading is stale when something has. */
  readonly sinceReading: 'noReading' | 'nothing' | 'move' | 'coupled' | 'matched';
}

export function openBalance(setup: Setup): Balance {
  return {
    stage: 'idle',
    positions: Object.fromEntries(setup.adjusters.map(({ id }) => [id, turns(0)])),
    outOfReach: [],
    dismissed: [],
    stands: [],
    turnedLast: undefined,
    stall: undefined,
    isStopped: false,
    stallsBeyond: {},
    blips: 0,
    offIdleSkipped: false,
    clamped: [],
    touchedAt: 0,
    matchedAt: 0,
    sinceReading: 'noReading',
  };
}

/** Slower than this nothing turns but a starter, rpm. Ours. */
const STANDS_RPM = 150;

/** Whether an engine that shows this speed stands. */
export function isStanding(rpm: number): boolean {
  return rpm < STANDS_RPM;
}

/** The turn that no reading has followed killed it, unless it stood before: half of that turn is as far as its screw is trusted from now on. */
export function stoppedNow({ turnedLast, positions, stallsBeyond, isStopped }: Balance): Partial<Balance> {
  if (turnedLast === undefined || isStopped) return { isStopped: true };
  const { adjuster, by } = turnedLast;
  const limit = turns((positions[adjuster] ?? 0) - by / 2);
  const known = stallsBeyond[adjuster] ?? {};
  return {
    stall: turnedLast,
    isStopped: true,
    stallsBeyond: { ...stallsBeyond, [adjuster]: by < 0 ? { ...known, out: limit } : { ...known, in: limit } },
  };
}

/** Something was done after the last reading: it no longer tells where the engine is. */
export function staleBy({ sinceReading }: Balance, by: 'move' | 'coupled' | 'matched'): Balance['sinceReading'] {
  return sinceReading === 'noReading' ? 'noReading' : by;
}
