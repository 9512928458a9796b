import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { dialByEye, isEngineSpeed, isNearZero, SPEED_BY_EYE_RPM } from '@amber-needle/core/signal';
import { ASSUMED_BAROMETER } from '@amber-needle/core/trace';
import type { PressureUnit } from '@amber-needle/core/units';

/** What the form for a dial gives: texts as typed. */
export interface DialFields {
  readonly values: readonly string[];
  readonly unit: PressureUnit;
  readonly flutter: string;
  readonly rpm: string;
  readonly stopped: boolean;
}

export type FromDial<E> =
  | { readonly outcome: 'made'; readonly event: E }
  | { readonly outcome: 'unclear'; readonly reason: string };

interface DialChannel {
  readonly throat: string;
  readonly value: number;
  readonly depressionKPa: number;
  readonly uncertaintyKPa: number;
}

/** The event for a reading of the running engine. */
export function dialReading(setup: Setup, fields: DialFields): FromDial<Bare<EventOf<'reading'>>> {
  const channels = dialChannels(setup, fields);
  if (channels.outcome === 'unclear') return channels;
  const typed = fields.rpm.trim();
  const speed = typed === '' ? undefined : readNumber(typed);
  if (typed !== '' && !(speed !== undefined && isEngineSpeed(speed))) {
    return { outcome: 'unclear', reason: `“${typed}” is not an engine speed.` };
  }
  return {
    outcome: 'made',
    event: {
      kind: 'reading',
      source: 'byEye',
      durationS: 0,
      barometerKPa: ASSUMED_BAROMETER,
      channels: channels.event.map(({ throat, value, depressionKPa, uncertaintyKPa }) => ({
        throat,
        depressionKPa,
        uncertaintyKPa,
        state: 'byEye',
        shown: { value, unit: fields.unit, reference: 'vacuum' },
      })),
      ...(speed === undefined ? {} : { speed: { rpm: speed, uncertaintyRpm: SPEED_BY_EYE_RPM, from: 'byEye' } }),
    },
  };
}

/** The event for the gauges' zero, engine stopped. */
export function dialZero(setup: Setup, fields: DialFields): FromDial<Bare<EventOf<'check'>>> {
  const channels = dialChannels(setup, fields);
  if (channels.outcome === 'unclear') return channels;
  const offsets = channels.event.map(({ throat, depressionKPa, uncertaintyKPa }) => ({
    throat,
    offsetKPa: depressionKPa,
    uncertaintyKPa,
  }));
  const far = offsets.find(({ offsetKPa }) => !isNearZero(offsetKPa));
  if (far !== undefined)
    return {
      outcome: 'unclear',
      reason: `Cylinder ${far.throat} is far from zero: with the engine stopped no gauge is that wrong.`,
    };
  return { outcome: 'made', event: { kind: 'check', check: { what: 'gaugesZeroed', channels: offsets } } };
}

function dialChannels(setup: Setup, { values, unit, flutter }: DialFields): FromDial<readonly DialChannel[]> {
  const band = readNumber(flutter);
  if (band === undefined || !(band > 0))
    return { outcome: 'unclear', reason: 'Enter your reading error (±), a number above 0.' };
  const channels: DialChannel[] = [];
  for (const [i, { id }] of setup.throats.entries()) {
    const value = readNumber(values[i] ?? '');
    if (value === undefined)
      return { outcome: 'unclear', reason: `Cylinder ${id} has no number. Both cylinders are needed to compare them.` };
    const read = dialByEye(value, band, unit);
    if (read === undefined)
      return { outcome: 'unclear', reason: `Cylinder ${id}: ${value} is more than a full vacuum in this unit.` };
    channels.push({ throat: id, value, ...read });
  }
  return { outcome: 'made', event: channels };
}

/** A number as people type it: with a comma too. */
export function readNumber(text: string): number | undefined {
  const tidy = text.trim().replace(',', '.').replace('\u2212', '-');
  if (!/^-?\d+(\.\d+)?$/.test(tidy)) return undefined;
  return Number(tidy);
}
