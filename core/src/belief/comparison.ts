import { at } from '../basics';
import type { EventOf, JobEvent } from '../job';
import { decidingQuantity, PERCENT } from '../setup';
import type { ChannelReading, ChannelState, SignalReading } from '../signal';
import type { Belief } from './belief';
import { forecastOf } from './forecast';
import { layoutOf } from './layout';

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

interface Gauges {
  truth(throat: number, shown: number): number;
  spread(throat: number, shown: number): number;
}

/** What a gauge makes of a depression by itself, as believed: to be taken out of what it shows. */
function gaugesOf(belief: Belief): Gauges {
  const layout = layoutOf(belief.setup);
  const spreadAt = (k: number) => Math.sqrt(belief.covariance.get(k, k));
  return {
    truth: (i: number, shown: number) =>
      (shown - at(belief.mean, layout.offset(i))) / (1 + at(belief.mean, layout.gaugeGain(i))),
    spread: (i: number, shown: number) => Math.hypot(spreadAt(layout.offset(i)), shown * spreadAt(layout.gaugeGain(i))),
  };
}

/** One instrument carried round adds nothing to a difference. */
const ONE_GAUGE: Gauges = { truth: (_, shown) => shown, spread: () => 0 };

/** Throats as a signal shows them. */
export function signalComparison(belief: Belief, { channels }: SignalReading): readonly ThroatComparison[] {
  return compare(belief, channels.map(channelFact), gaugesOf(belief));
}

/** Throats as a reading in the log has them. */
export function recordedComparison(belief: Belief, reading: EventOf<'reading'>): readonly ThroatComparison[] {
  const facts = reading.channels.map((channel) => ({
    throat: channel.throat,
    shown: channel.depressionKPa,
    own: channel.againstGroupKPa ?? channel.uncertaintyKPa,
    state: channel.state === 'byEye' ? ('steady' as const) : channel.state,
  }));
  return compare(belief, facts, reading.round === undefined ? gaugesOf(belief) : ONE_GAUGE);
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
export function comparedBy(belief: Belief, event: JobEvent): readonly ThroatComparison[] | undefined {
  const quantity = decidingQuantity(belief.setup);
  if (event.kind === 'reading' && quantity === 'depression') return recordedComparison(belief, event);
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

function compare(belief: Belief, facts: readonly ChannelFact[], gauges: Gauges): readonly ThroatComparison[] {
  const known = belief.setup.throats.flatMap(({ id }, i) => {
    const fact = facts.find(({ throat }) => throat === id);
    return fact === undefined
      ? []
      : [{ ...fact, true: gauges.truth(i, fact.shown), spread: gauges.spread(i, fact.shown) }];
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
