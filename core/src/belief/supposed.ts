import type { Supposition } from '../faults';
import type { EventOf } from '../job/events';
import { turns } from '../units';
import type { Belief } from './belief';
import { astray, moveBelief, RESTING, unsettled } from './move';

/** What faults change in how an engine answers, on the supposition that it has them; nothing on an engine that is sound. */
export type Supposed = Required<Supposition>;

/** The belief after a screw was turned. `nearGain` as in `moveBelief`. */
export function supposedMove(
  belief: Belief,
  { adjuster, turns: by }: EventOf<'move'>,
  { deadScrews, strays, nearGain }: Supposed & { readonly nearGain?: number },
): Belief {
  if (deadScrews.includes(adjuster)) return unsettled(belief, RESTING);
  const moved = moveBelief(belief, { adjuster, turns: turns(by) }, nearGain);
  return strays.reduce((after, { throat, logAirflow }) => astray(after, throat, logAirflow), moved);
}

/** The belief after a blip with nothing turned: only a throttle that does not repeat comes to rest elsewhere. */
export function supposedBlip(belief: Belief, { strays }: Supposed): Belief {
  return strays
    .filter(({ after }) => after === 'turnsAndBlips')
    .reduce((rested, { throat, logAirflow }) => astray(rested, throat, logAirflow), unsettled(belief, RESTING));
}

/** A reading as it is if hoses sit on each other's throats. */
export function supposedReading(reading: EventOf<'reading'>, { exchangedHoses }: Supposed): EventOf<'reading'> {
  const truly = (shown: string) =>
    exchangedHoses.reduce((throat, [a, b]) => (throat === a ? b : throat === b ? a : throat), shown);
  const channels = reading.channels.map((channel) => ({ ...channel, throat: truly(channel.throat) }));
  return exchangedHoses.length === 0 ? reading : { ...reading, channels };
}
