import { AIR_GAS_CONSTANT, flowFactor, STANDARD_TEMPERATURE } from '../air';
import { at } from '../basics';
import { type KnownGauges, recordedComparison } from '../belief';
import type { EventOf, Job } from '../job';
import { type Adjuster, actionOn, openingFor, type Setup, type Throat, throttleArea } from '../setup';
import { holdRpm } from './holdRpm';

/** Share of a runner's air that the cylinder takes in at part throttle: 0.8 to 0.9 (Heywood 1988, sec. 6.2, from memory). */
const TAKEN_IN = 0.85;
/** What a turn of a rod or cable does by its pitch and lever is off by so much: wear, angles, the lever's real length. Ours. */
const DOUBT_OF_GEOMETRY = 0.5;

/** A speed held by hand is not the same twice, and the differences between throats follow it by so much. Ours. */
const HELD_BY_HAND_KPA = 0.2;

/** What one turn in of a rod or cable takes off the depression of its throats at the held speed. */
export interface LinkageGain {
  /** kPa. */
  readonly perTurn: number;
  /** Relative standard uncertainty. */
  readonly doubt: number;
  /** Whether an earlier turn of it has shown what it does, or only its pitch and lever are known. */
  readonly basis: 'seen' | 'geometry';
}

interface Turned {
  readonly adjuster: Adjuster;
  readonly reading: EventOf<'reading'>;
}

/**
 * What a turn in takes off the depression of the throats it opens: by its geometry, and by what it has shown between two readings off
 * idle with nothing else turned in between. Least squares with the geometry as one more observation.
 */
export function gainOf(job: Job, gauges: KnownGauges, { adjuster, reading }: Turned): LinkageGain | undefined {
  const expected = geometricGain(job.setup, adjuster, reading);
  if (expected === undefined) return undefined;
  let weight = 1 / (DOUBT_OF_GEOMETRY * expected) ** 2;
  let sum = expected * weight;
  let seen = false;
  for (const shown of shownBy(job, gauges, adjuster)) {
    weight += 1 / shown.variance;
    sum += shown.perTurn / shown.variance;
    seen = true;
  }
  const perTurn = sum / weight;
  // What was seen to do nothing, or the contrary, says that something is in its way: no turn follows from it.
  if (perTurn <= 0) return undefined;
  return { perTurn, doubt: 1 / Math.sqrt(weight) / perTurn, basis: seen ? 'seen' : 'geometry' };
}

function shownBy(job: Job, gauges: KnownGauges, adjuster: Adjuster) {
  return job.offIdleReadings.slice(1).flatMap((after, i) => {
    const before = at(job.offIdleReadings, i);
    const between = job.moves.filter(({ seq }) => seq > before.seq && seq < after.seq);
    const by = between.reduce((sum, move) => sum + move.turns, 0);
    if (by === 0 || between.some((move) => move.adjuster !== adjuster.id)) return [];
    const [from, to] = [relativeTo(gauges, adjuster, before), relativeTo(gauges, adjuster, after)];
    if (from === undefined || to === undefined) return [];
    const variance = (from.variance + to.variance) / by ** 2;
    return [{ perTurn: (from.difference - to.difference) / by, variance }];
  });
}

/**
 * The throats that a turn in opens against those that it leaves or shuts, kPa; undefined where only one side was read. The gauges' own
 * errors are the same before and after a turn, so that only the reading's own doubt counts, and the hand's.
 */
function relativeTo(gauges: KnownGauges, adjuster: Adjuster, reading: EventOf<'reading'>) {
  const throats = recordedComparison(gauges, reading).filter(({ deviation }) => Number.isFinite(deviation));
  const moved = throats.filter(({ throat }) => actionOn(adjuster, throat) > 0);
  const others = throats.filter(({ throat }) => actionOn(adjuster, throat) === 0);
  if (moved.length === 0 || others.length === 0) return undefined;
  const mean = (of: typeof throats) => of.reduce((sum, { figure }) => sum + figure, 0) / of.length;
  const own = Math.max(...reading.channels.map((channel) => channel.againstGroupKPa ?? channel.uncertaintyKPa));
  return { difference: mean(moved) - mean(others), variance: own ** 2 + HELD_BY_HAND_KPA ** 2 };
}

/**
 * By pitch and lever: a turn moves the throttle by pitch over lever, radians. Where the throttle stands follows from the air that the
 * engine takes at the held speed; how the depression follows from the open area, from the flow through it (Heywood 1988, eqs. C.8, C.9).
 */
function geometricGain(setup: Setup, adjuster: Adjuster, reading: EventOf<'reading'>): number | undefined {
  const rpm = reading.speed?.rpm ?? holdRpm(setup);
  const gains = setup.throats.flatMap((throat) => {
    if (actionOn(adjuster, throat.id) === 0) return [];
    const channel = reading.channels.find((each) => each.throat === throat.id);
    if (channel === undefined) return [];
    const state = { depression: channel.depressionKPa, barometer: reading.barometerKPa, rpm };
    return [gainOfThroat(setup, throat, state) * (adjuster.pitchMm / adjuster.leverMm)];
  });
  const mean = gains.reduce((sum, gain) => sum + gain, 0) / gains.length;
  return Number.isFinite(mean) && mean > 0 ? mean : undefined;
}

interface HeldState {
  /** kPa. */
  readonly depression: number;
  readonly barometer: number;
  readonly rpm: number;
}

/** Depression that one radian of opening takes away at a held speed, kPa. */
function gainOfThroat(setup: Setup, throat: Throat, { depression, barometer, rpm }: HeldState): number {
  const leaks = throat.closedLeakageMm2 / 1e6;
  const areaAt = (pressure: number) => areaFor(setup, throat, { depression: barometer - pressure, barometer, rpm });
  const pressure = barometer - depression;
  const small = 0.01 * pressure;
  const areaPerKPa = (areaAt(pressure + small) - areaAt(pressure - small)) / (2 * small);
  const opening = openingFor(throat, Math.max(0, areaAt(pressure) - leaks));
  const step = 1e-3;
  const areaPerRadian = (throttleArea(throat, opening + step) - throttleArea(throat, opening)) / step;
  return areaPerRadian / areaPerKPa;
}

/** The effective area that lets in what the throat's cylinders take at a pressure in the runner, square metres. */
function areaFor({ engine }: Setup, { feeds }: Throat, { depression, barometer, rpm }: HeldState): number {
  const swept = (Math.PI / 4) * (engine.boreMm / 1000) ** 2 * (engine.strokeMm / 1000) * feeds.length;
  const cyclesPerSecond = rpm / 60 / (engine.strokes / 2);
  const heat = AIR_GAS_CONSTANT * STANDARD_TEMPERATURE;
  const pressure = Math.max(1, barometer - depression);
  const flow = (TAKEN_IN * swept * cyclesPerSecond * pressure * 1000) / heat;
  return (flow * Math.sqrt(heat)) / (barometer * 1000 * Math.max(1e-3, flowFactor(pressure / barometer)));
}
