import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { closeRound, type RoundStop, roundPlan, type SignalReading } from '@amber-needle/core/signal';
import { type PressureUnit, toKiloPascals, toPascals } from '@amber-needle/core/units';
import { numeral, withUnit } from '@/words/numbers';
import { BAND_TO_SIGMA, type FromDial, readNumber, STANDARD_BAROMETER_KPA } from './dialReading';

/** A stop of the round as the panel shows it. */
export interface RoundMark {
  readonly key: string;
  readonly throat: string;
  readonly state: 'read' | 'now' | 'due';
  readonly shown: string;
}

export interface RoundView {
  readonly marks: readonly RoundMark[];
  /** Where the hose goes now; undefined once the round is closed. */
  readonly next: string | undefined;
  /** The first throat again. */
  readonly returns: boolean;
  readonly verdict: string | undefined;
  /** What the round came to, for the log; undefined while it goes on, and when it drifted. */
  readonly event: Bare<EventOf<'reading'>> | undefined;
}

export interface RoundMakings {
  readonly live: boolean;
  readonly barometerKPa?: number | undefined;
  readonly speed?: SignalReading['speed'] | undefined;
}

/** The round of one instrument over a bank, as far as it has got. */
export function roundView(setup: Setup, stops: readonly RoundStop[], makings: RoundMakings): RoundView {
  const throats = setup.throats.map(({ id }) => id);
  const plan = roundPlan(throats);
  const outcome = closeRound(throats, stops, setup.targets.spreadKPa);
  const marks = plan.map((throat, i): RoundMark => {
    const stop = stops[i];
    const state = stop !== undefined ? 'read' : i === stops.length ? 'now' : 'due';
    return { key: `${throat}-${i}`, throat, state, shown: stop === undefined ? '' : numeral(stop.depressionKPa, 1) };
  });
  switch (outcome.outcome) {
    case 'going':
      return {
        marks,
        next: outcome.next,
        returns: stops.length > 0 && outcome.next === throats[0],
        verdict: undefined,
        event: undefined,
      };
    case 'drifted':
      return {
        marks,
        next: undefined,
        returns: false,
        verdict: driftedText(setup, outcome.driftKPa),
        event: undefined,
      };
    case 'closed':
      return {
        marks,
        next: undefined,
        returns: false,
        verdict: `Cylinder ${throats[0]} moved by ${numeral(outcome.driftKPa, 1, true)} kPa on the way. That is taken out of the others.`,
        event: roundEvent(outcome.channels, stops, makings),
      };
  }
}

function driftedText({ targets, throats }: Setup, driftKPa: number): string {
  return `Cylinder ${throats[0]?.id} moved by ${numeral(driftKPa, 1, true)} kPa on the way: more than the ${withUnit(targets.spreadKPa, 1, 'kPa')} that the round is to show, so nothing can be said of the others. Let the engine get warm and steady, and go round again, quicker.`;
}

function roundEvent(
  channels: readonly Pick<RoundStop, 'throat' | 'depressionKPa' | 'uncertaintyKPa'>[],
  stops: readonly RoundStop[],
  { live, barometerKPa = STANDARD_BAROMETER_KPA, speed }: RoundMakings,
): Bare<EventOf<'reading'>> {
  return {
    kind: 'reading',
    source: live ? 'gauge' : 'byEye',
    sourceName: 'one gauge, carried round',
    durationS: stops.at(-1)?.atS ?? 0,
    barometerKPa,
    channels: channels.map((channel) => ({ ...channel, state: live ? 'steady' : 'byEye' })),
    round: [...stops],
    ...(speed === undefined
      ? {}
      : { speed: { rpm: speed.speed, uncertaintyRpm: Math.max(0.1, speed.uncertainty), from: speed.from } }),
  };
}

/** What the carried gauge shows now: the first channel that is steady, whatever throat its stream calls it. */
export function carriedValue(reading: SignalReading | undefined) {
  if (reading?.phase !== 'steady') return undefined;
  const channel = reading.channels.find(({ state }) => state.kind === 'steady');
  if (channel === undefined) return undefined;
  return { depressionKPa: channel.depression, uncertaintyKPa: Math.max(0.01, channel.uncertainty) };
}

/** A value read off the carried dial. */
export function typedValue(
  text: string,
  { unit, band }: { readonly unit: PressureUnit; readonly band: string },
): FromDial<{ readonly depressionKPa: number; readonly uncertaintyKPa: number }> {
  const value = readNumber(text);
  const width = readNumber(band);
  if (value === undefined) return { outcome: 'unclear', reason: 'Type the number that the dial shows.' };
  if (width === undefined || !(width > 0))
    return { outcome: 'unclear', reason: 'Say within which band you read the needle: a number above 0.' };
  const depressionKPa = toKiloPascals(toPascals(value, unit));
  if (Math.abs(depressionKPa) > 101)
    return { outcome: 'unclear', reason: `${value} is more than a full vacuum in this unit.` };
  return {
    outcome: 'made',
    event: { depressionKPa, uncertaintyKPa: toKiloPascals(toPascals(width, unit)) * BAND_TO_SIGMA },
  };
}
