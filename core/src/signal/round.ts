import { at } from '../basics';

/** One stop of an instrument that is carried from throat to throat. */
export interface RoundStop {
  readonly throat: string;
  /** What it showed, in its own unit, and the standard uncertainty of that. */
  readonly value: number;
  readonly uncertainty: number;
  /** Time since the round began, s. */
  readonly atS: number;
}

/** So many throats may be read before the first is due again. Ours: at half a minute each, an idle wanders by less than a tolerance. */
const MOST_BETWEEN_RETURNS = 3;
/** An engine does not drift along a straight line: this share of the drift between two returns stays in doubt. Ours. */
const UNEVEN_DRIFT = 0.25;

/** The order of a round: every throat, and back to the first often enough. That a round must end where it began: common practice, no source. */
export function roundPlan(throats: readonly string[]): readonly string[] {
  const [first, ...others] = throats;
  if (first === undefined || others.length === 0) return throats;
  return [
    first,
    ...others.flatMap((throat, i) => ((i + 1) % MOST_BETWEEN_RETURNS === 0 ? [throat, first] : [throat])),
    ...(others.length % MOST_BETWEEN_RETURNS === 0 ? [] : [first]),
  ];
}

/** What a throat's reading is with the drift taken out. */
export type RoundChannel = Omit<RoundStop, 'atS'>;

export type RoundOutcome =
  /** Not all stops are read: this throat is next. */
  | { readonly outcome: 'going'; readonly next: string }
  /** The first throat moved by more than the difference looked for: nothing can be said of the others. */
  | { readonly outcome: 'drifted'; readonly drift: number }
  | { readonly outcome: 'closed'; readonly channels: readonly RoundChannel[]; readonly drift: number };

/**
 * Closes a round: what the first throat moved by between two visits is taken from the throats read between them, by the time they were
 * read. `difference`: the difference that the round is to show.
 * @throws RangeError for more stops than the plan has: our mistake.
 */
export function closeRound(throats: readonly string[], stops: readonly RoundStop[], difference: number): RoundOutcome {
  const plan = roundPlan(throats);
  if (stops.length < plan.length) return { outcome: 'going', next: at(plan, stops.length) };
  const [first] = throats;
  const visits = stops.filter(({ throat }) => throat === first);
  const drifts = visits.slice(1).map((visit, i) => visit.value - at(visits, i).value);
  const drift = drifts.reduce((most, drift) => (Math.abs(drift) > Math.abs(most) ? drift : most), 0);
  if (Math.abs(drift) > difference) return { outcome: 'drifted', drift };
  const channels = throats.map((throat) => {
    const stop = stops.find((candidate) => candidate.throat === throat);
    if (stop === undefined) throw new RangeError(`The round left out throat ${throat}`);
    return throat === first ? stop : corrected(stop, visits);
  });
  return {
    outcome: 'closed',
    channels: channels.map(({ throat, value, uncertainty }) => ({ throat, value, uncertainty })),
    drift,
  };
}

/** A stop as it would have been when the round began. */
function corrected(stop: RoundStop, visits: readonly RoundStop[]): RoundStop {
  const begin = at(visits, 0);
  const next = Math.max(
    1,
    visits.findIndex(({ atS }) => atS >= stop.atS),
  );
  const before = at(visits, next - 1);
  const after = at(visits, next);
  const share = (stop.atS - before.atS) / Math.max(1e-9, after.atS - before.atS);
  const drift = after.value - before.value;
  const moved = before.value + share * drift - begin.value;
  const ofVisits = Math.hypot((1 - share) * before.uncertainty, share * after.uncertainty);
  return {
    ...stop,
    value: stop.value - moved,
    uncertainty: Math.hypot(stop.uncertainty, ofVisits, UNEVEN_DRIFT * drift),
  };
}
