import type { Supposition } from '../belief';
import type { Job, Suspicion } from '../job';
import { concernOf, type Setup } from '../setup';
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
  const found = !mended && (job.gaugesZeroed || job.oneGauge) ? foundEvidence(asFound ?? sound, sound) : () => 0;
  const answer = (supposition: Supposition): number | undefined => {
    if (ruledOut.some((known) => isSame(known, supposition))) return -Infinity;
    const folded = supposed.find((known) => isSame(known.supposition, supposition));
    return folded === undefined ? undefined : folded.belief.logEvidence - sound.logEvidence;
  };
  const rivals = suspicionsOf(job, supposed)
    .filter((suspicion) => !job.dismissed.some((other) => isSame(other, suspicion)))
    .map((suspicion) => {
      const plain = answer(suspicion) ?? 0;
      const whole =
        suspicion.kind === 'airLeak'
          ? halfOfEach(plain, answer({ kind: 'misfiringLeak', throat: suspicion.throat }) ?? plain)
          : plain;
      return { suspicion, logEvidence: found(suspicion) + whole };
    })
    .filter(({ logEvidence }) => logEvidence > -Infinity);
  return posterior(job.setup, rivals);
}

/** Every fault that anything speaks for: what was found, and what was supposed since. */
function suspicionsOf({ setup }: Job, supposed: Rivals['supposed']): readonly Suspicion[] {
  const known = foundRivals(setup);
  const answering = supposed.flatMap(({ supposition }): Suspicion[] =>
    supposition.kind === 'misfiringLeak' || known.some((other) => isSame(other, supposition)) ? [] : [supposition],
  );
  return [...known, ...answering];
}

interface Rival {
  readonly suspicion: Suspicion;
  readonly logEvidence: number;
}

function posterior(setup: Setup, rivals: readonly Rival[]): readonly Weighed[] {
  // Against the largest, so that no exponential overflows.
  const most = rivals.reduce((largest, { logEvidence }) => Math.max(largest, logEvidence), 0);
  const odds = rivals.map(
    ({ suspicion: { kind }, logEvidence }) => (PRIOR_ODDS[kind] / placesOf(setup, kind)) * Math.exp(logEvidence - most),
  );
  const sum = odds.reduce((a, b) => a + b, Math.exp(-most));
  return rivals
    .map(({ suspicion }, i) => ({ suspicion, probability: (odds[i] ?? 0) / sum }))
    .sort((a, b) => b.probability - a.probability);
}

/** At how many places of a bank a kind of fault may sit: also those that nothing speaks for yet. */
function placesOf({ throats, adjusters }: Setup, kind: Suspicion['kind']): number {
  switch (kind) {
    case 'deadScrew':
      return adjusters.filter((adjuster) => concernOf(adjuster) === 'rest').length;
    case 'exchangedHoses':
      return (throats.length * (throats.length - 1)) / 2;
    case 'restlessStop':
    case 'airLeak':
      return throats.length;
  }
}

/** A leaky throat's cylinder may fire as well as any, or misfire: each is as likely. */
function halfOfEach(well: number, badly: number): number {
  const most = Math.max(well, badly);
  return most === -Infinity ? most : most + Math.log((Math.exp(well - most) + Math.exp(badly - most)) / 2);
}
