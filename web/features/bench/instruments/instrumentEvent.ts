import type { KnownGauges } from '@amber-needle/core/belief';
import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import type { Instrument, LearnedChannel } from '@/server/db/instruments';
import type { LiveView } from '@/workers/signalProtocol';

type Channels = LiveView['channels'];

/** Doubts smaller than these are not kept: nobody's hoses are that good. Ours. */
const LEAST_OFFSET_KPA = 0.01;
const LEAST_SLOPE = 0.0005;

/** The event that says what the job is read with: what is known of each channel goes with the throat that it sits on. */
export function instrumentEvent(
  { id, name, what, classPercent, learned }: Instrument,
  setup: Setup,
  channels: Channels,
): Bare<EventOf<'instrument'>> {
  return {
    kind: 'instrument',
    instrument: id,
    name,
    what,
    ...(classPercent === null ? {} : { classPercent }),
    learned: setup.throats.flatMap(({ id: throat }, place) => {
      const known = learned.find(({ channel }) => channel === channelOn(throat, place, channels));
      if (known === undefined) return [];
      const { channel: _, ...rest } = known;
      return [{ throat, ...rest }];
    }),
  };
}

/** What a job has taught of each channel by now. `on`: when. */
export function learnedChannels(
  { setup, errors }: KnownGauges,
  channels: Channels,
  on: string,
): readonly LearnedChannel[] {
  return setup.throats.flatMap(({ id }, place) => {
    const error = errors[place];
    if (error === undefined) return [];
    return [
      {
        channel: channelOn(id, place, channels),
        offsetKPa: error.offset,
        offsetUncertaintyKPa: Math.max(LEAST_OFFSET_KPA, error.offsetSpread),
        slope: error.slope,
        slopeUncertainty: Math.max(LEAST_SLOPE, error.slopeSpread),
        on,
      },
    ];
  });
}

/** The number of the channel on a throat; without a signal they sit in order. */
function channelOn(throat: string, place: number, channels: Channels): number {
  const stem = channels.find((channel) => channel.throat === throat)?.stem;
  return stem === undefined ? place + 1 : Number(stem.slice(1));
}
