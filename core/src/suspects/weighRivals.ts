import { faultKindOf, isSame, type Suspicion } from '../faults';
import type { Job } from '../job';
import type { Setup } from '../setup';
import { foundRivals, type Rival, type Rivals } from './foldRivals';
import { foundEvidence } from './foundEvidence';

/** A suspicion and how probable it is, all others and a sound engine held against it. */
export interface Weighed {
  readonly suspicion: Suspicion;
  readonly probability: number;
}

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
  const rivals = suspicionsOf(job, supposed)
    .filter((suspicion) => ![...job.dismissed, ...job.stands].some((other) => isSame(other, suspicion)))
    .map((suspicion) => ({
      suspicion,
      logEvidence: found(suspicion) + meanOfWays(answersFor(suspicion, { sound, supposed, ruledOut })),
    }))
    .filter(({ logEvidence }) => logEvidence > -Infinity);
  return posterior(job.setup, rivals);
}

/** How much better each of a fault's ways foresaw the readings than a sound engine: the logarithm, undefined where it was not folded. */
function answersFor(
  suspicion: Suspicion,
  { sound, supposed, ruledOut }: Pick<Rivals, 'sound' | 'supposed' | 'ruledOut'>,
): readonly (number | undefined)[] {
  const ways = faultKindOf(suspicion).shows?.ways ?? [];
  return ways.map((_, way) => {
    const isIt = (rival: Rival) => rival.way === way && isSame(rival.suspicion, suspicion);
    if (ruledOut.some(isIt)) return -Infinity;
    const folded = supposed.find(({ rival }) => isIt(rival));
    return folded === undefined ? undefined : folded.belief.logEvidence - sound.logEvidence;
  });
}

/** Each way is as likely as the others. One that was not folded did as well as the plain one, and that as a sound engine. */
function meanOfWays([first, ...others]: readonly (number | undefined)[]): number {
  const plain = first ?? 0;
  const all = [plain, ...others.map((answer) => answer ?? plain)];
  if (all.length === 1) return plain;
  const most = Math.max(...all);
  if (most === -Infinity) return most;
  return most + Math.log(all.reduce((sum, answer) => sum + Math.exp(answer - most), 0) / all.length);
}

/** Every fault that anything speaks for: what was found, and what was supposed since. */
function suspicionsOf({ setup }: Job, supposed: Rivals['supposed']): readonly Suspicion[] {
  const all = [...foundRivals(setup), ...supposed.map(({ rival }) => rival.suspicion)];
  return all.filter((suspicion, i) => all.findIndex((other) => isSame(other, suspicion)) === i);
}

interface Weighing {
  readonly suspicion: Suspicion;
  readonly logEvidence: number;
}

function posterior(setup: Setup, rivals: readonly Weighing[]): readonly Weighed[] {
  // Against the largest, so that no exponential overflows.
  const most = rivals.reduce((largest, { logEvidence }) => Math.max(largest, logEvidence), 0);
  const odds = rivals.map(({ suspicion, logEvidence }) => oddsBefore(setup, suspicion) * Math.exp(logEvidence - most));
  const sum = odds.reduce((a, b) => a + b, Math.exp(-most));
  return rivals
    .map(({ suspicion }, i) => ({ suspicion, probability: (odds[i] ?? 0) / sum }))
    .sort((a, b) => b.probability - a.probability);
}

/** Odds of one place, before anything was read: its kind's, shared with the places that nothing speaks for yet. */
function oddsBefore(setup: Setup, suspicion: Suspicion): number {
  const { shows, places } = faultKindOf(suspicion);
  return (shows?.odds ?? 0) / places(setup).length;
}
