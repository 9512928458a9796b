import type { EventOf, Suspicion } from '../job/events';
import { turns } from '../units';
import type { Belief } from './belief';
import { astray, moveBelief, RESTING, unsettled } from './move';

/** A suspicion as it is reckoned with: a cylinder that a leak makes too lean may fire as well as any, or misfire. */
export type Supposition = Suspicion | { readonly kind: 'misfiringLeak'; readonly throat: string };

/** What a fault changes in how an engine answers, on the supposition that it has it; nothing on an engine that is sound. */

/** A cylinder that a leak makes too lean misfires more or less with every turn: its pressure moves by this. Ours; log airflow. */
const MISFIRING = 0.06;
/** A stop that does not repeat comes to rest elsewhere by about this, log airflow. Ours: five kPa. */
const RESTLESS = 0.1;

/** The belief after a screw was turned. `nearGain` as in `moveBelief`. */
export function supposedMove(
  belief: Belief,
  { adjuster, turns: by }: EventOf<'move'>,
  supposed: Supposition | undefined,
  nearGain?: number,
): Belief {
  if (supposed?.kind === 'deadScrew' && supposed.adjuster === adjuster) return unsettled(belief, RESTING);
  const moved = moveBelief(belief, adjuster, turns(by), nearGain);
  switch (supposed?.kind) {
    case 'restlessStop':
      return astray(moved, supposed.throat, RESTLESS);
    case 'misfiringLeak':
      return astray(moved, supposed.throat, MISFIRING);
    case 'airLeak':
    case 'deadScrew':
    case 'exchangedHoses':
    case undefined:
      return moved;
  }
}

/** The belief after a blip with nothing turned: only a stop that does not repeat comes to rest elsewhere. */
export function supposedBlip(belief: Belief, supposed: Supposition | undefined): Belief {
  const rested = unsettled(belief, RESTING);
  return supposed?.kind === 'restlessStop' ? astray(rested, supposed.throat, RESTLESS) : rested;
}

/** A reading as it is if two hoses sit on each other's throats. */
export function supposedReading(reading: EventOf<'reading'>, supposed: Supposition | undefined): EventOf<'reading'> {
  if (supposed?.kind !== 'exchangedHoses') return reading;
  const [a, b] = supposed.throats;
  const other = (throat: string) => (throat === a ? b : throat === b ? a : throat) ?? throat;
  return { ...reading, channels: reading.channels.map((channel) => ({ ...channel, throat: other(channel.throat) })) };
}

/** The throat whose air is supposed to come in past its mouth too. */
export function supposedLeak(supposed: Supposition | undefined): string | undefined {
  return supposed?.kind === 'airLeak' || supposed?.kind === 'misfiringLeak' ? supposed.throat : undefined;
}
