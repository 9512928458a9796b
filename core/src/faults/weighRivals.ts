import type { Job, Suspicion } from '../job';
import { foundRivals, isSame, type Rivals } from './foldRivals';
import { foundEvidence } from './foundEvidence';

/** A suspicion and how probable it is, all others and a sound engine held against it. */
export interface Weighed {
  readonly suspicion: Suspicion;
  readonly probability: number;
}

/** Odds before anything was read, for all places of a kind together. Ours: of a hundred banks that come in. */
const PRIOR_ODDS: Readonly<Record<Suspicion['kind'], number>> = {
  deadScrew: 0.02,
  exchangedHoses: 0.02,
  restlessStop: 0.02,
  airLeak: 0.02,
};

/**
 * What may be wrong, most probable first, by Bayes' rule over a sound engine and every single fault of the kinds known here: the
 * evidence for each is how well it foresaw the readings, and how the bank was found.
 */
export function weighRivals(
  job: Job,
  { events, from, sound, asFound, supposed, ruledOut }: Rivals,
): readonly Weighed[] {
  if (!events.slice(from).some(({ kind }) => kind === 'reading' || kind === 'airflow')) return [];
  const mended = events.some((event) => event.kind === 'verdict' && event.verdict === 'mended');
  const found = !mended && (job.gaugesZeroed || job.oneGauge) ? foundEvidence(asFound ?? sound) : () => 0;
  const answers = supposed.map(({ suspicion, belief }) => {
    const answer = belief.logEvidence - sound.logEvidence;
    return { suspicion, answer: suspicion.kind === 'airLeak' ? leakAnswer(answer) : answer };
  });
  const unanswered = foundRivals(job.setup)
    .filter((rival) => !answers.some(({ suspicion }) => isSame(suspicion, rival)))
    .filter((rival) => !ruledOut.some((suspicion) => isSame(suspicion, rival)))
    .map((suspicion) => ({ suspicion, answer: 0 }));
  const rivals = [...answers, ...unanswered]
    .filter(({ suspicion }) => !job.dismissed.some((other) => isSame(other, suspicion)))
    .map(({ suspicion, answer }) => ({ suspicion, logEvidence: found(suspicion) + answer }));
  return posterior(rivals);
}

interface Rival {
  readonly suspicion: Suspicion;
  readonly logEvidence: number;
}

function posterior(rivals: readonly Rival[]): readonly Weighed[] {
  // Against the largest, so that no exponential overflows.
  const most = rivals.reduce((largest, { logEvidence }) => Math.max(largest, logEvidence), 0);
  const odds = rivals.map((rival) => {
    const places = rivals.filter(({ suspicion }) => suspicion.kind === rival.suspicion.kind).length;
    return (PRIOR_ODDS[rival.suspicion.kind] / places) * Math.exp(rival.logEvidence - most);
  });
  const sum = odds.reduce((a, b) => a + b, Math.exp(-most));
  return rivals
    .map(({ suspicion }, i) => ({ suspicion, probability: (odds[i] ?? 0) / sum }))
    .sort((a, b) => b.probability - a.probability);
}

/** How much better a leak foresaw the readings than a sound engine: its cylinder may misfire, or fire as well as any. Half of each. */
function leakAnswer(misfiring: number): number {
  const most = Math.max(0, misfiring);
  return most + Math.log((Math.exp(-most) + Math.exp(misfiring - most)) / 2);
}
