import type { ChannelReading, SignalReading } from '../signal';
import type { KiloPascals } from '../units';
import type { Bare, EventOf } from './events';

export interface ReadingOrigin {
  readonly source: EventOf<'reading'>['source'];
  readonly sourceName?: string;
  readonly barometer: KiloPascals;
  /** The engine is a simulated one. */
  readonly practice?: boolean;
}

/** Smallest uncertainty that is written down, kPa: a mean of samples that happen to be equal is not exact. */
const LEAST_UNCERTAINTY = 0.001;

/** The event that records what a signal said. Lost channels are left out: nothing was read on them. */
export function readingFromSignal(signal: SignalReading, origin: ReadingOrigin): Bare<EventOf<'reading'>> {
  const { speed } = signal;
  return {
    kind: 'reading',
    source: origin.source,
    ...(origin.sourceName === undefined ? {} : { sourceName: origin.sourceName }),
    ...(origin.practice === true ? { practice: true as const } : {}),
    durationS: signal.duration,
    barometerKPa: origin.barometer,
    channels: signal.channels.flatMap(readingChannel),
    ...(speed === undefined
      ? {}
      : { speed: { rpm: speed.speed, uncertaintyRpm: Math.max(speed.uncertainty, 0.1), from: speed.from } }),
  };
}

function readingChannel(channel: ChannelReading): EventOf<'reading'>['channels'] {
  const { throat, state, depression, uncertainty, againstGroup, pulse, flutter } = channel;
  if (state.kind === 'lost') return [];
  const least = (value: number) => Math.max(LEAST_UNCERTAINTY, Math.min(120, value));
  return [
    {
      throat,
      depressionKPa: depression,
      uncertaintyKPa: least(uncertainty),
      ...(Number.isFinite(againstGroup) ? { againstGroupKPa: least(againstGroup) } : {}),
      pulseKPa: pulse,
      ...(Number.isFinite(flutter) ? { flutterKPa: flutter } : {}),
      state: state.kind,
    },
  ];
}

/** The event that records what the gauges show with all hoses on one running throat. */
export function matchFromSignal(signal: SignalReading): Bare<EventOf<'check'>> {
  const channels = signal.channels
    .filter(({ state }) => state.kind === 'steady')
    .map(({ throat, depression, againstGroup, uncertainty }) => ({
      throat,
      shownKPa: depression,
      uncertaintyKPa: Math.max(LEAST_UNCERTAINTY, Number.isFinite(againstGroup) ? againstGroup : uncertainty),
    }));
  return { kind: 'check', check: { what: 'gaugesMatched', channels } };
}

/** The event that records the gauges' zero, from a signal with the engine stopped. */
export function zeroFromSignal(signal: SignalReading): Bare<EventOf<'check'>> {
  const channels = signal.channels
    .filter(({ state }) => state.kind === 'steady')
    .map(({ throat, depression, uncertainty }) => ({
      throat,
      offsetKPa: depression,
      uncertaintyKPa: Math.max(LEAST_UNCERTAINTY, uncertainty),
    }));
  return { kind: 'check', check: { what: 'gaugesZeroed', channels } };
}
