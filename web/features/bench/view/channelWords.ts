import type { Setup } from '@amber-needle/core/setup';
import {
  type ChannelState,
  type Flutter,
  type SignalReading,
  type WrongUnit,
  wrongUnits,
} from '@amber-needle/core/signal';
import { PRESSURE_UNIT_NAMES } from '@amber-needle/core/units';
import { type Shown, withUnitIn } from '@/words/deviceUnit';

/** What is wrong with a channel, in words, or nothing. */
function channelTrouble(throat: string, state: ChannelState): string | undefined {
  switch (state.kind) {
    case 'steady':
    case 'settling':
      return undefined;
    case 'lost':
      return `Cylinder ${throat} sends no values. Check its sensor and plug; the others go on.`;
    case 'clipped':
      return `Cylinder ${throat} runs into the end of its gauge’s range. Its mean is not used.`;
    case 'implausible':
      return implausible(throat, state.because);
  }
}

function implausible(throat: string, because: Extract<ChannelState, { kind: 'implausible' }>['because']): string {
  switch (because) {
    case 'looksAbsolute':
      return `Cylinder ${throat} shows about 100 kPa without pulses. That looks like absolute pressure: the trace must say “# reference: absolute” and its barometer.`;
    case 'stuck':
      return `Cylinder ${throat} sends the same figure again and again. Its sensor or converter hangs: unplug it and plug it in.`;
    case 'reversed':
      return `Cylinder ${throat} pulses above ambient. Its sign is turned round: swap the sensor’s two ports, or its sign in the trace.`;
    case 'flatWhileOthersPulse':
      return `Cylinder ${throat} is flat while the others pulse. Is its hose on, open and without a kink?`;
    case 'outOfRange':
      return `Cylinder ${throat} shows a depression that no engine makes. Check unit and reference of the trace.`;
  }
}

function wrongUnitText({ throat, unit, mistake }: WrongUnit): string {
  const name = PRESSURE_UNIT_NAMES[unit];
  const whose = throat === undefined ? 'These figures are' : `Cylinder ${throat} is`;
  const why = throat === undefined ? 'none that an idle has' : 'not like the others, mean and pulse alike';
  const set = 'Set it at the gauge, or describe its columns anew.';
  return mistake === 'sends'
    ? `${whose} ${why}: it seems to send ${name}, and is read as kPa. ${set}`
    : `${whose} ${why}: it seems to send kPa, and is read as ${name}. ${set}`;
}

/** What flutter tells, under the speed and beside a file's readings. */
export function flutterText({ kPa, misfires }: Flutter, shown: Shown): string {
  return `flutter ${withUnitIn(shown, kPa, 1)}${misfires ? ': misfire or valve?' : ''}`;
}

/** Everything about a signal's channels that a person should know before relying on it. */
export function signalTroubles(setup: Setup, reading: SignalReading): readonly string[] {
  const { channels } = reading;
  const known = channels.filter(({ throat }) => setup.throats.some(({ id }) => id === throat));
  const missing = setup.throats.filter(({ id }) => !known.some(({ throat }) => throat === id));
  const strangers = channels.filter((channel) => !known.includes(channel));
  return [
    ...(missing.length === 0 || channels.length === 0
      ? []
      : [
          `No gauge on cylinder ${missing.map(({ id }) => id).join(' and ')}. Only ${known.length} of ${setup.throats.length} throats can be read, so they cannot be compared.`,
        ]),
    ...wrongUnits(reading, setup.engine.strokes).map(wrongUnitText),
    ...strangers.map(({ throat }) => `Channel ${throat} belongs to no throat of this bank; it is passed over.`),
    ...known.flatMap(({ throat, state }) => channelTrouble(throat, state) ?? []),
  ];
}
