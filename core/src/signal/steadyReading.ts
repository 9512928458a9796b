import { at } from '../basics';
import { type KiloPascals, kiloPascals, type Rpm, rpm, rpmFromCycleHz, type Seconds, seconds } from '../units';
import { type ChannelState, judgeChannel } from './channelState';
import { type Cycles, findCycles, meanCycleTime } from './cycles';
import { isDrifting, isUneven } from './drift';
import { evenWindow } from './grid';
import { correlatedMean, flutterOf, meanOf } from './statistics';
import { between, durationOf, type SampleWindow, since } from './window';

export interface ChannelReading {
  readonly throat: string;
  readonly state: ChannelState;
  /** Cycle-mean depression; NaN when the channel is lost. */
  readonly depression: KiloPascals;
  /** Standard uncertainty of the mean, from the effective sample size. Offsets of the gauge are not in it. */
  readonly uncertainty: KiloPascals;
  /**
   * Standard uncertainty of this channel's distance from the mean of all channels. Smaller: speed wanders move all cylinders
   * together and drop out cycle by cycle. Infinite when channels cannot be compared cycle by cycle.
   */
  readonly againstGroup: KiloPascals;
  /** Peak to peak within a cycle; 0 when no pulses are seen. */
  readonly pulse: KiloPascals;
  /** How much the mean of one cycle differs from that of the next (one standard deviation): of misfires, a leaking valve. NaN without cycles. */
  readonly flutter: KiloPascals;
}

export interface SpeedReading {
  readonly speed: Rpm;
  readonly uncertainty: Rpm;
  readonly from: 'tachometer' | 'pulses';
}

/** What a window of samples says. */
export interface SignalReading {
  /** `stopped`: gauges near zero without pulses. `waiting`: too little to say anything. */
  readonly phase: 'waiting' | 'stopped' | 'settling' | 'steady';
  readonly from: Seconds;
  readonly duration: Seconds;
  readonly channels: readonly ChannelReading[];
  readonly speed: SpeedReading | undefined;
}

/** Shortest stretch a reading may stand on, s. Ours: some 25 cycles at idle, enough to tell drift from flutter. */
export const SHORTEST_READING = seconds(3);
/** Longer stretches are tried first, s: the longest one without drift has the least uncertainty. */
const STRETCHES = [8, 5, SHORTEST_READING] as const;
/**
 * A trend this sure, in standard uncertainties, is settling; and this sure once the signal counted as steady, so that a word on
 * the screen does not flicker at the border. Ours.
 */
const DRIFT_SIGMAS = 3;
export const KEPT_DRIFT_SIGMAS = 5;
/** A mean less sure than this, kPa, is no reading, whatever its trend says. Ours: a tolerance. */
const MOST_VAGUE = 1;
/** A mean this close to zero without pulses is an engine that stands still, kPa. */
const STOPPED_BELOW = 3;

/**
 * The reading of the end of a window: the longest stretch without drift, or the shortest one marked as settling.
 * conditionSignal -> findCycles -> judge, in that order; `strokes` turns cycle time into speed.
 */
export function steadyReading(window: SampleWindow, strokes: 2 | 4, sigmas = DRIFT_SIGMAS): SignalReading {
  const end = window.times.at(-1) ?? 0;
  const available = durationOf(window);
  // A whisker of slack: a stretch asked for as 8 s may hold 7.998 s of samples.
  const stretches = STRETCHES.filter(
    (length) => length <= available + 0.05 && isCovered(since(window, end - length), length),
  );
  const readings = stretches.map((length) => readStretch(since(window, end - length), strokes, sigmas));
  const clean = readings.find(({ phase }) => phase === 'steady' || phase === 'stopped');
  if (clean !== undefined) return clean;
  const shortest = readings.at(-1) ?? readStretch(window, strokes, sigmas);
  return { ...shortest, phase: shortest.phase === 'steady' ? 'settling' : shortest.phase };
}

/**
 * The reading of a recording: all of it if the engine was steady throughout, else its latest steady stretch, else all of it
 * marked as settling.
 */
export function recordingReading(window: SampleWindow, strokes: 2 | 4): SignalReading {
  const all = readStretch(window, strokes);
  const isShort = !isCovered(window, Math.max(SHORTEST_READING, durationOf(window)));
  // Shorter than a reading may be, or full of holes: it shows something, and is no reading to write down.
  const whole: SignalReading = isShort && all.phase === 'steady' ? { ...all, phase: 'settling' } : all;
  if (whole.phase !== 'settling') return whole;
  const start = window.times[0] ?? 0;
  const end = window.times.at(-1) ?? 0;
  for (let until = end; until - STRETCHES[0] >= start; until -= STRETCHES[0] / 2) {
    const part = between(window, until - STRETCHES[0], until);
    if (!isCovered(part, STRETCHES[0])) continue;
    const stretch = readStretch(part, strokes);
    if (stretch.phase === 'steady') return stretch;
  }
  return whole;
}

/** Of a stretch that a reading claims, so much at least must have been measured. Ours. */
const COVERED = 0.9;
/** Samples further apart than this many of their usual distances, and than a second, have a hole between them. Ours. */
const HOLE = 5;
const HOLE_S = 1.5;

/** Whether samples were taken all through a stretch of `length` seconds: two seconds at each end of eight are no eight. */
function isCovered({ times }: SampleWindow, length: number): boolean {
  const steps = times.slice(1).map((time, i) => time - at(times, i));
  const usual = [...steps].sort((a, b) => a - b)[Math.floor(steps.length / 2)] ?? 0;
  const hole = Math.max(HOLE_S, HOLE * usual);
  const covered = steps.reduce((sum, step) => (step > hole ? sum : sum + step), 0);
  return covered >= COVERED * length;
}

/** Reads one stretch as a whole. */
export function readStretch(window: SampleWindow, strokes: 2 | 4, sigmas = DRIFT_SIGMAS): SignalReading {
  const even = evenWindow(window);
  const cycles = even && findCycles(even);
  const channels = window.channels.map((_, index) => readChannel({ window, cycles, index, sigmas }));
  const uneven = even !== undefined && cycles !== undefined && isUneven(cycles, even, sigmas);
  return {
    phase: even === undefined ? 'waiting' : phaseOf(channels, cycles !== undefined, uneven),
    from: seconds(window.times[0] ?? 0),
    duration: seconds(durationOf(window)),
    channels: channels.map(({ reading }) => reading),
    speed: readSpeed(window, cycles, strokes),
  };
}

interface JudgedChannel {
  readonly reading: ChannelReading;
  readonly drifts: boolean;
}

interface ChannelStretch {
  readonly window: SampleWindow;
  readonly cycles: Cycles | undefined;
  readonly index: number;
  readonly sigmas: number;
}

function readChannel({ window, cycles, index, sigmas }: ChannelStretch): JudgedChannel {
  const channel = window.channels[index];
  const samples = channel?.depressionsKPa.filter((value) => !Number.isNaN(value)) ?? [];
  // Without pulses (a damped dial, a stopped engine) every sample counts as one, correlation and all.
  const series = cycles?.means[index] ?? samples;
  const { mean, uncertainty } =
    samples.length === 0 ? { mean: Number.NaN, uncertainty: Number.NaN } : meanInTime(series, cycles);
  const pulse = cycles?.pulses[index] ?? 0;
  const others = Math.max(0, ...(cycles?.pulses ?? []).map((p) => p ?? 0));
  const drifts = samples.length > 0 && isDrifting(cycles === undefined ? thinned(series) : series, sigmas);
  const facts = { samples, expected: window.times.length, mean, pulse, strongestPulse: others };
  const judged = judgeChannel(facts);
  return {
    reading: {
      throat: channel?.throat ?? '',
      state: judged.kind === 'steady' && drifts ? { kind: 'settling' } : judged,
      depression: kiloPascals(mean),
      uncertainty: kiloPascals(uncertainty),
      againstGroup: kiloPascals(againstGroup(cycles, index)),
      pulse: kiloPascals(pulse),
      flutter: kiloPascals(flutterOf(cycles?.means[index] ?? [])),
    },
    drifts,
  };
}

/** The mean over time: of cycles that differ in length each counts for as long as it took, or a misfire's long one would count too little. */
function meanInTime(series: readonly number[], cycles: Cycles | undefined) {
  const { mean, uncertainty } = correlatedMean(series);
  if (cycles === undefined || cycles.bounds.length !== series.length + 1) return { mean, uncertainty };
  const { bounds } = cycles;
  const whole = at(bounds, series.length) - at(bounds, 0);
  const sum = series.reduce((total, value, i) => total + value * (at(bounds, i + 1) - at(bounds, i)), 0);
  return { mean: sum / whole, uncertainty };
}

/** Compares cycle by cycle with the mean of all channels: see {@link ChannelReading.againstGroup}. */
function againstGroup(cycles: Cycles | undefined, index: number): number {
  const all = (cycles?.means ?? []).filter((means) => means !== undefined);
  const own = cycles?.means[index];
  if (own === undefined || all.length < 2) return Number.POSITIVE_INFINITY;
  const group = (cycle: number) => meanOf(all.map((means) => at(means, cycle)));
  return correlatedMean(own.map((mean, cycle) => mean - group(cycle))).uncertainty;
}

function phaseOf(channels: readonly JudgedChannel[], pulsing: boolean, uneven: boolean): SignalReading['phase'] {
  const live = channels.filter(({ reading }) => reading.state.kind !== 'lost');
  if (live.length === 0) return 'waiting';
  const drifting = uneven || live.some(({ drifts }) => drifts);
  const vague = live.some(({ reading }) => reading.uncertainty > MOST_VAGUE);
  const still = !pulsing && live.every(({ reading }) => Math.abs(reading.depression) < STOPPED_BELOW);
  if (still && !drifting) return 'stopped';
  return drifting || vague ? 'settling' : 'steady';
}

function readSpeed(window: SampleWindow, cycles: Cycles | undefined, strokes: 2 | 4): SpeedReading | undefined {
  const tachometer = window.rpm?.filter((value) => !Number.isNaN(value)) ?? [];
  if (tachometer.length > 0) {
    const { mean, uncertainty } = correlatedMean(everyTenth(tachometer));
    const known = Number.isFinite(uncertainty) ? uncertainty : meanOf(tachometer);
    return { speed: rpm(mean), uncertainty: rpm(known), from: 'tachometer' };
  }
  if (cycles === undefined) return undefined;
  const { mean, uncertainty } = meanCycleTime(cycles);
  const speed = rpmFromCycleHz(1 / mean, strokes);
  return { speed, uncertainty: rpm((speed * uncertainty) / mean), from: 'pulses' };
}

/** Without cycles a series may hold hundreds of samples a second; drift shows as well in a few hundred of them. */
function thinned(series: readonly number[]): readonly number[] {
  const keep = Math.ceil(series.length / 400);
  return keep < 2 ? series : series.filter((_, i) => i % keep === 0);
}

/** A tachometer is sampled far faster than it changes: thinned, so that lag sums stay cheap. */
function everyTenth(values: readonly number[]): readonly number[] {
  return values.length < 100 ? values : values.filter((_, i) => i % 10 === 0);
}
