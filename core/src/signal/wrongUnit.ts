import { at } from '../basics';
import { fromPascals, kiloPascals, kiloToPascals, type PressureUnit } from '../units';
import { quantileOf } from './statistics';
import type { ChannelReading, SignalReading } from './steadyReading';

/** Units that gauges are set to by mistake, and kPa under the name of one; they differ enough to be told from what throats differ by. */
const CANDIDATES: readonly PressureUnit[] = ['inhg', 'psi', 'mbar', 'mmhg', 'bar'];
/** Sisters breathe alike within this, as a logarithm: mean and pulse both, or it is no matter of units. Ours. */
const ALIKE = 0.35;
/** The idle of a four-stroke lies here, kPa below ambient; a two-stroke's about so. `common practice, no source`. */
const IDLE = { low: 22, high: 75 } as const;
const USUAL = { 2: 12, 4: 45 } as const;
/** Above this it is no idle, rpm. Ours. */
const FASTEST_IDLE = 1800;

/** A channel whose figures would fit in another unit. */
export interface WrongUnit {
  /** Undefined when all channels have it. */
  readonly throat: string | undefined;
  readonly unit: PressureUnit;
  /** It sends this unit and is read as kPa; or it sends kPa and is read as this unit. */
  readonly mistake: 'sends' | 'readAs';
}

interface Mistake extends Pick<WrongUnit, 'unit' | 'mistake'> {
  /** Logarithm of how many times the truth its figures are. */
  readonly times: number;
}

const MISTAKES: readonly Mistake[] = CANDIDATES.flatMap((unit) => {
  const times = Math.log(fromPascals(kiloToPascals(kiloPascals(1)), unit));
  return [
    { unit, mistake: 'sends', times },
    { unit, mistake: 'readAs', times: -times },
  ];
});

/**
 * Channels that seem to be in another unit than they are read as: one whose mean and pulse are both the same number of times its sisters', or all
 * of an idling four-stroke whose depression is none that an engine has. Nothing while no pulses are seen.
 */
export function wrongUnits({ channels, speed }: SignalReading, strokes: 2 | 4): readonly WrongUnit[] {
  const pulsing = channels.filter(({ pulse, depression }) => pulse > 0 && depression > 0);
  const odd = pulsing.flatMap((channel) => oddOneOut(channel, pulsing) ?? []);
  if (odd.length === 2 && pulsing.length === 2) return [lessPlausible(pulsing, odd, strokes)];
  if (odd.length > 0) return 2 * odd.length < pulsing.length ? odd : [];
  const idles = strokes === 4 && speed !== undefined && speed.speed < FASTEST_IDLE;
  const usual =
    pulsing.length === 0
      ? Number.NaN
      : quantileOf(
          pulsing.map(({ depression }) => depression),
          0.5,
        );
  if (!idles || !(usual < IDLE.low)) return [];
  const found = MISTAKES.find(({ times, mistake }) => {
    const depression = usual / Math.exp(times);
    return mistake === 'sends' && depression > IDLE.low && depression < IDLE.high;
  });
  return found === undefined ? [] : [{ throat: undefined, unit: found.unit, mistake: found.mistake }];
}

function oddOneOut(channel: ChannelReading, all: readonly ChannelReading[]): WrongUnit | undefined {
  const others = all.filter((other) => other !== channel);
  if (others.length === 0) return undefined;
  const against = (figure: (of: ChannelReading) => number) =>
    Math.log(figure(channel) / quantileOf(others.map(figure), 0.5));
  const mean = against(({ depression }) => depression);
  const pulse = against((of) => of.pulse);
  const distance = ({ times }: Mistake) => Math.max(Math.abs(mean - times), Math.abs(pulse - times));
  // A gauge set to another unit is commoner than one described wrongly.
  const fitting = MISTAKES.filter((mistake) => distance(mistake) < ALIKE);
  const likelier = fitting.filter(({ mistake }) => mistake === 'sends');
  const [nearest] = (likelier.length > 0 ? likelier : fitting).sort((a, b) => distance(a) - distance(b));
  if (nearest === undefined) return undefined;
  return { throat: channel.throat, unit: nearest.unit, mistake: nearest.mistake };
}

/** Of two that differ the one that is further from what engines have. */
function lessPlausible(channels: readonly ChannelReading[], odd: readonly WrongUnit[], strokes: 2 | 4): WrongUnit {
  const off = channels.map(({ depression }) => Math.abs(Math.log(depression / USUAL[strokes])));
  return at(odd, at(off, 0) > at(off, 1) ? 0 : 1);
}
