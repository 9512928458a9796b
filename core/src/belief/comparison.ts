import { at } from '../basics';
import type { EventOf, JobEvent } from '../job';
import { decidingQuantity, PERCENT } from '../setup';
import type { ChannelReading, ChannelState, SignalReading } from '../signal';
import type { Belief } from './belief';
import { forecastOf } from './forecast';
import type { GaugeError, KnownGauges } from './knownGauges';

/** One throat held against the others: where its needle on the fan points and how wide it is. */
export interface ThroatComparison {
  readonly throat: string;
  /** Depression with the gauge's offset taken out, kPa; or what a meter showed, in its own scale; NaN where nothing was read. */
  readonly figure: number;
  /** From the mean of the throats that can be compared: kPa, or per cent of air. */
  readonly deviation: number;
  /** Standard uncertainty of the deviation, the gauges' own errors included. */
  readonly uncertainty: number;
  readonly state: ChannelState['kind'] | 'believed';
}

/** One instrument carried round adds nothing to a difference. */
const ONE_GAUGE: GaugeError = { offset: 0, slope: 0, offsetSpread: 0, slopeSpread: 0 };

/** Throats as a signal shows them. */
export function signalComparison(gauges: KnownGauges, { channels }: SignalReading): readonly ThroatComparison[] {
  return compare(gauges, channels.map(channelFact));
}

/** Throats as a reading in the log has them. */
export function recordedComparison(gauges: KnownGauges, reading: EventOf<'reading'>): readonly ThroatComparison[] {
  const facts = reading.channels.map((channel) => ({
    throat: channel.throat,
    shown: channel.depressionKPa,
    own: channel.againstGroupKPa ?? channel.uncertaintyKPa,
    state: channel.state === 'byEye' ? ('steady' as const) : channel.state,
  }));
  const { setup, errors } = gauges;
  return compare(reading.round === undefined ? gauges : { setup, errors: errors.map(() => ONE_GAUGE) }, facts);
}

/** Throats as a meter on their mouths has them. */
export function meteredComparison({ throats }: EventOf<'airflow'>): readonly ThroatComparison[] {
  const group = throats.reduce((sum, { shown }) => sum + Math.log(shown), 0) / throats.length;
  return throats.map(({ throat, shown, uncertainty }) => ({
    throat,
    figure: shown,
    deviation: PERCENT * (Math.log(shown) - group),
    uncertainty: (PERCENT * uncertainty) / shown,
    state: 'steady',
  }));
}

/** Throats as an event has them that read the deciding quantity; undefined for any other event. */
export function comparedBy(gauges: KnownGauges, event: JobEvent): readonly ThroatComparison[] | undefined {
  const quantity = decidingQuantity(gauges.setup);
  if (event.kind === 'reading' && quantity === 'depression') return recordedComparison(gauges, event);
  return event.kind === 'airflow' && quantity === 'airflow' ? meteredComparison(event) : undefined;
}

/** Throats as the belief alone has them, when nothing is live. */
export function believedComparison(belief: Belief): readonly ThroatComparison[] {
  const { quantity, throats } = forecastOf(belief);
  return throats.map(({ throat, depression, deviation, uncertainty }) => ({
    throat,
    figure: quantity === 'depression' ? depression : Number.NaN,
    deviation,
    uncertainty,
    state: 'believed',
  }));
}

interface ChannelFact {
  readonly throat: string;
  readonly shown: number;
  readonly own: number;
  readonly state: ChannelState['kind'];
}

function channelFact({ throat, depression, againstGroup, uncertainty, state }: ChannelReading): ChannelFact {
  return {
    throat,
    shown: depression,
    own: Number.isFinite(againstGroup) ? againstGroup : uncertainty,
    state: state.kind,
  };
}

const COMPARABLE = new Set<ChannelState['kind']>(['steady', 'settling']);

function compare({ setup, errors }: KnownGauges, facts: readonly ChannelFact[]): readonly ThroatComparison[] {
  const known = setup.throats.flatMap(({ id }, i) => {
    const fact = facts.find(({ throat }) => throat === id);
    if (fact === undefined) return [];
    const { offset, slope, offsetSpread, slopeSpread } = at(errors, i);
    const spread = Math.hypot(offsetSpread, fact.shown * slopeSpread);
    return [{ ...fact, true: (fact.shown - offset) / (1 + slope), spread }];
  });
  const comparable = known.filter(({ state }) => COMPARABLE.has(state));
  const n = comparable.length;
  const group = comparable.reduce((sum, fact) => sum + fact.true, 0) / n;
  return known.map((fact) => ({
    throat: fact.throat,
    figure: fact.true,
    deviation: COMPARABLE.has(fact.state) ? fact.true - group : Number.NaN,
    // Gauge errors of n channels against their mean leave (n - 1)/n of their variance.
    uncertainty: Math.hypot(fact.own, fact.spread * Math.sqrt(Math.max(0, (n - 1) / n))),
    state: fact.state,
  }));
}
