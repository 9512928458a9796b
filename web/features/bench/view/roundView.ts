import type { Bare, EventOf } from '@amber-needle/core/job';
import { PERCENT, type Setup, toleranceOf } from '@amber-needle/core/setup';
import {
  closeRound,
  dialByEye,
  meterByEye,
  type RoundChannel,
  type RoundStop,
  roundPlan,
  type SignalReading,
} from '@amber-needle/core/signal';
import { ASSUMED_BAROMETER } from '@amber-needle/core/trace';
import type { PressureUnit } from '@amber-needle/core/units';
import { numeral } from '@/words/numbers';
import { throatNoun } from '@/words/throatNames';
import type { LiveView } from '@/workers/signalProtocol';
import { type FromDial, readNumber } from './dialReading';

/** What an instrument shows at one stop. */
export type Shown = Pick<RoundStop, 'value' | 'uncertainty'>;

/** A stop of the round as the panel shows it. */
export interface RoundMark {
  readonly key: string;
  readonly throat: string;
  readonly state: 'read' | 'now' | 'due';
  readonly shown: string;
}

export interface RoundView<E> {
  readonly marks: readonly RoundMark[];
  /** Where the instrument goes now; undefined once the round is closed. */
  readonly next: string | undefined;
  /** The first throat again. */
  readonly returns: boolean;
  readonly verdict: string | undefined;
  /** What the round came to, for the log; undefined while it goes on, and when it drifted. */
  readonly event: E | undefined;
}

/** An instrument that is carried round a bank: what its figures are, and what comes of a round with it. */
export interface Carried<E> {
  readonly throats: readonly string[];
  readonly noun: 'cylinder' | 'throat';
  /** The difference that a round is to show, given its stops. */
  difference(stops: readonly RoundStop[]): number;
  figure(value: number, signed?: boolean): string;
  event(channels: readonly RoundChannel[], stops: readonly RoundStop[]): E;
}

/** The round of one instrument over a bank, as far as it has got. */
export function roundView<E>(carried: Carried<E>, stops: readonly RoundStop[]): RoundView<E> {
  const { throats } = carried;
  const [first] = throats;
  const difference = carried.difference(stops);
  const outcome = closeRound(throats, stops, difference);
  const marks = roundPlan(throats).map((throat, i): RoundMark => {
    const stop = stops[i];
    const state = stop !== undefined ? 'read' : i === stops.length ? 'now' : 'due';
    return { key: `${throat}-${i}`, throat, state, shown: stop === undefined ? '' : numeral(stop.value, 1) };
  });
  const closed = { marks, next: undefined, returns: false };
  switch (outcome.outcome) {
    case 'going': {
      const { next } = outcome;
      return { marks, next, returns: stops.length > 0 && next === first, verdict: undefined, event: undefined };
    }
    case 'drifted':
      return {
        ...closed,
        verdict: `The first ${carried.noun} moved by ${carried.figure(outcome.drift, true)} during the round, more than the ${carried.figure(difference)} that it should show, so this round cannot be used. Let the engine get warm and steady, then go round again, faster.`,
        event: undefined,
      };
    case 'closed':
      return {
        ...closed,
        verdict: `The first ${carried.noun} moved by ${carried.figure(outcome.drift, true)} during the round. The others are corrected for it.`,
        event: carried.event(outcome.channels, stops),
      };
  }
}

export interface GaugeMakings {
  /** The engine is a simulated one. */
  readonly practice?: boolean;
  readonly live: boolean;
  readonly barometerKPa?: number | undefined;
  readonly speed?: SignalReading['speed'] | undefined;
}

/** One gauge, whose hose goes from throat to throat. */
export function carriedGauge(
  setup: Setup,
  { live, practice = false, barometerKPa = ASSUMED_BAROMETER, speed }: GaugeMakings,
): Carried<Bare<EventOf<'reading'>>> {
  const inKPa = ({ throat, value, uncertainty }: RoundChannel) => ({
    throat,
    depressionKPa: value,
    uncertaintyKPa: uncertainty,
  });
  return {
    throats: setup.throats.map(({ id }) => id),
    noun: throatNoun(setup),
    difference: () => setup.targets.spreadKPa,
    figure: (value, signed = false) => `${numeral(value, 1, signed)} kPa`,
    event: (channels, stops) => ({
      kind: 'reading',
      source: live ? 'gauge' : 'byEye',
      sourceName: 'one gauge, carried round',
      ...(practice ? { practice: true as const } : {}),
      durationS: stops.at(-1)?.atS ?? 0,
      barometerKPa,
      channels: channels.map((channel) => ({ ...inKPa(channel), state: live ? 'steady' : 'byEye' })),
      round: stops.map((stop) => ({ ...inKPa(stop), atS: stop.atS })),
      ...(speed === undefined
        ? {}
        : { speed: { rpm: speed.speed, uncertaintyRpm: Math.max(0.1, speed.uncertainty), from: speed.from } }),
    }),
  };
}

/** An airflow meter that goes from mouth to mouth, in its own scale. */
export function carriedMeter(
  setup: Setup,
  rpm: number | undefined,
  practice = false,
): Carried<Bare<EventOf<'airflow'>>> {
  return {
    throats: setup.throats.map(({ id }) => id),
    noun: throatNoun(setup),
    difference: (stops) =>
      (toleranceOf({ ...setup, targets: { ...setup.targets, decides: 'airflow' } }) / PERCENT) *
      (stops.reduce((sum, { value }) => sum + value, 0) / Math.max(1, stops.length)),
    figure: (value, signed = false) => numeral(value, 1, signed),
    event: (channels) => ({
      kind: 'airflow',
      ...(practice ? { practice: true as const } : {}),
      throats: channels.map(({ throat, value, uncertainty }) => ({ throat, shown: value, uncertainty })),
      ...(rpm === undefined ? {} : { rpm }),
    }),
  };
}

/**
 * What the carried gauge shows now, by the first channel that is steady, whatever throat its stream calls it: of samples since the hose
 * moved alone. A stream whose clock began anew has none from before.
 */
export function carriedValue({ reading, latestS }: LiveView, movedAtS: number): Shown | undefined {
  const isOld = reading.from <= movedAtS && latestS >= movedAtS;
  if (reading.phase !== 'steady' || isOld) return undefined;
  const channel = reading.channels.find(({ state }) => state.kind === 'steady');
  return channel && { value: channel.depression, uncertainty: Math.max(0.01, channel.uncertainty) };
}

/** What a meter shows, with the doubt of the hand that holds it and the eye that reads it. */
export function meterValue(shown: number, band: number): FromDial<Shown> {
  const event = meterByEye(shown, band);
  return event === undefined
    ? { outcome: 'unclear', reason: 'The meter must show something: a number above 0.' }
    : { outcome: 'made', event };
}

/** A figure as typed, and the band within which it was read. */
export interface Typed {
  readonly text: string;
  readonly band: string;
}

/** A value read off the carried dial. */
export function typedPressure(typed: Typed, unit: PressureUnit): FromDial<Shown> {
  const figures = typedFigures(typed);
  if (figures.outcome === 'unclear') return figures;
  const { value, band } = figures.event;
  const read = dialByEye(value, band, unit);
  if (read === undefined)
    return { outcome: 'unclear', reason: `${typed.text} is more than a full vacuum in this unit.` };
  return { outcome: 'made', event: { value: read.depressionKPa, uncertainty: read.uncertaintyKPa } };
}

/** A value read off the meter's scale. */
export function typedMeter(typed: Typed): FromDial<Shown> {
  const figures = typedFigures(typed);
  return figures.outcome === 'unclear' ? figures : meterValue(figures.event.value, figures.event.band);
}

function typedFigures({ text, band }: Typed): FromDial<{ readonly value: number; readonly band: number }> {
  const value = readNumber(text);
  const width = readNumber(band);
  if (value === undefined) return { outcome: 'unclear', reason: 'Type the number that it shows.' };
  if (width === undefined || !(width > 0))
    return { outcome: 'unclear', reason: 'Enter your reading error (±), a number above 0.' };
  return { outcome: 'made', event: { value, band: width } };
}
