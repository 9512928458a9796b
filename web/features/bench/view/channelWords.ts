import type { Setup } from '@amber-needle/core/setup';
import type { ChannelState, SignalReading } from '@amber-needle/core/signal';
import { withUnit } from '@/words/numbers';

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

/** A four-stroke whose cycles differ by more than this, kPa, misfires. Ours: sound idles on the practice engine show 0.05 to 0.2, one miss in eight 0.3 and more. */
const MISFIRES = 0.25;

/** How much the gauges flutter: the most of the steady channels, and whether it speaks of a misfire. */
export interface Flutter {
  readonly kPa: number;
  /** A two-stroke fires now and then at idle and flutters by itself. */
  readonly misfires: boolean;
}

/** Undefined where no cycles are seen. */
export function flutterOf(setup: Setup, { channels }: SignalReading): Flutter | undefined {
  const seen = channels.filter(({ state, flutter }) => state.kind === 'steady' && Number.isFinite(flutter));
  if (seen.length === 0) return undefined;
  const kPa = Math.max(...seen.map(({ flutter }) => flutter));
  return { kPa, misfires: setup.engine.strokes === 4 && kPa > MISFIRES };
}

/** What flutter tells, under the speed and beside a file's readings. */
export function flutterText({ kPa, misfires }: Flutter): string {
  return `flutter ${withUnit(kPa, 1, 'kPa')}${misfires ? ': misfire or valve?' : ''}`;
}

/** Everything about a signal's channels that a person should know before relying on it. */
export function signalTroubles(setup: Setup, { channels }: SignalReading): readonly string[] {
  const known = channels.filter(({ throat }) => setup.throats.some(({ id }) => id === throat));
  const missing = setup.throats.filter(({ id }) => !known.some(({ throat }) => throat === id));
  const strangers = channels.filter((channel) => !known.includes(channel));
  return [
    ...(missing.length === 0 || channels.length === 0
      ? []
      : [
          `There is no channel for cylinder ${missing.map(({ id }) => id).join(', ')}: ${known.length} of ${setup.throats.length} throats are measured, so they cannot be compared.`,
        ]),
    ...strangers.map(({ throat }) => `Channel ${throat} belongs to no throat of this bank; it is passed over.`),
    ...known.flatMap(({ throat, state }) => channelTrouble(throat, state) ?? []),
  ];
}

/** Whether a reading can say anything about balance: two throats or more that are steady. */
export function canCompare(setup: Setup, { channels }: SignalReading): boolean {
  const usable = channels.filter(
    ({ throat, state }) => state.kind === 'steady' && setup.throats.some(({ id }) => id === throat),
  );
  return usable.length >= Math.min(2, setup.throats.length);
}
