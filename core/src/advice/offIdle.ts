import { type Belief, knownGauges, recordedComparison } from '../belief';
import type { Job } from '../job';
import { actionOn, concernOf, type Setup } from '../setup';
import { type KiloPascals, kiloPascals } from '../units';
import { holdRpm } from './holdRpm';
import { type LinkageTurn, linkageTurn } from './linkageTurn';
import { READ_FOR } from './readings';
import type { Stage } from './situation';

/** Tolerance off idle against that at idle, where the setup does not say. Ours: a linkage is no finer than a stop. */
const TIMES_TOLERANCE = 1.5;

export function offIdleTolerance({ targets }: Setup): KiloPascals {
  return kiloPascals(targets.offIdleSpreadKPa ?? TIMES_TOLERANCE * targets.spreadKPa);
}

/** What the comparison at a held speed says of a bank that agrees at idle. */
export interface OffIdleFinding {
  readonly outcome: 'agrees' | 'apart';
  readonly spread: KiloPascals;
  readonly tolerance: KiloPascals;
  /** The throat furthest from the group; more depression means that it opens later or less than its sisters. */
  readonly throat: string;
  readonly deviation: KiloPascals;
  /** Cables and rods that act on it. None: the linkage's play, or a slide. */
  readonly adjusters: readonly string[];
  /** How far to turn which of all rods and cables; undefined where none would help or the bank agrees. */
  readonly turn: LinkageTurn | undefined;
}

/** Undefined while nothing has been read at the held speed since something was touched. */
export function offIdleFinding(job: Job, belief: Belief): OffIdleFinding | undefined {
  const reading = job.offIdleReadings.at(-1);
  if (reading === undefined || reading.seq < job.touchedAt) return undefined;
  const gauges = knownGauges(belief);
  const known = recordedComparison(gauges, reading).filter(({ deviation }) => Number.isFinite(deviation));
  if (known.length === 0) return undefined;
  const depressions = known.map(({ figure }) => figure);
  const spread = kiloPascals(Math.max(...depressions) - Math.min(...depressions));
  const most = Math.max(...known.map(({ deviation }) => Math.abs(deviation)));
  const furthest = known.filter(({ deviation }) => Math.abs(deviation) > most - ALIKE);
  // Of two throats each is as far from the group as the other: then the one that something can be done about.
  const worst = furthest.find(({ throat }) => linkageOn(job.setup, throat).length > 0) ?? furthest[0];
  if (worst === undefined) return undefined;
  const tolerance = offIdleTolerance(job.setup);
  const agrees = spread <= tolerance;
  return {
    outcome: agrees ? 'agrees' : 'apart',
    spread,
    tolerance,
    throat: worst.throat,
    deviation: kiloPascals(worst.deviation),
    adjusters: linkageOn(job.setup, worst.throat),
    turn: agrees ? undefined : linkageTurn(job, gauges, reading),
  };
}

/** Deviations that differ by less than this, kPa, are the same but for rounding. */
const ALIKE = 1e-6;

function linkageOn({ adjusters }: Setup, throat: string): readonly string[] {
  return adjusters
    .filter((adjuster) => concernOf(adjuster) === 'linkage' && actionOn(adjuster, throat) !== 0)
    .map(({ id }) => id);
}

/** Held above idle: a reading there, or what it showed. */
export const adviseOffIdle: Stage = ({ job, belief }) => {
  if (job.stage !== 'offIdle') return undefined;
  const finding = offIdleFinding(job, belief);
  return finding === undefined
    ? { kind: 'holdAndRead', hold: holdRpm(job.setup), duration: READ_FOR }
    : { kind: 'offIdle', finding };
};
