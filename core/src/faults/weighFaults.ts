import { type Belief, foldEvent, priorBelief } from '../belief';
import { effectiveEvents, type Job, type JobEvent, type Suspicion } from '../job';
import { concernOf, type Setup } from '../setup';
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
 * Unless a reading lay this far beyond what is usual, in squared standard deviations, nothing has happened that a sound engine does
 * not do, and the rivals need not be worked out. Ours.
 */
const STARTLED = 1;

/**
 * What may be wrong, most probable first, by Bayes' rule over a sound engine and every single fault of the kinds known here. Each
 * fault is a rival belief folded from the same log; its evidence is how well it foresaw the readings. Evidence from before the last
 * verdict on a fault does not count again.
 */
export function weighFaults(job: Job, log: readonly JobEvent[]): readonly Weighed[] {
  const events = effectiveEvents(log);
  const from = events.findLastIndex(({ kind }) => kind === 'verdict') + 1;
  const mended = events.some((event) => event.kind === 'verdict' && event.verdict === 'mended');
  const start = foldOn(priorBelief(job.setup), events.slice(0, from)).belief;
  const rest = events.slice(from);
  const sound = foldOn(start, rest);
  if (!rest.some(({ kind }) => kind === 'reading')) return [];
  const found = !mended && job.gaugesZeroed ? foundEvidence(job, sound.belief) : () => 0;
  const gainOver = (suspicion: Suspicion) =>
    foldOn(start, rest, suspicion).belief.logEvidence - sound.belief.logEvidence;
  const answers = (sound.startled ? answerRivals(job.setup, rest) : []).map((suspicion) => ({
    suspicion,
    answer: gainOver(suspicion),
  }));
  const leaks = job.setup.throats.map(({ id }) => {
    const restless = answers.find(({ suspicion }) => suspicion.kind === 'restlessStop' && suspicion.throat === id);
    return { suspicion: { kind: 'airLeak', throat: id } as const, answer: leakAnswer(restless?.answer ?? 0) };
  });
  const rivals = [...answers, ...leaks]
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

function foldOn(
  start: Belief,
  events: readonly JobEvent[],
  supposed?: Suspicion,
): { belief: Belief; startled: boolean } {
  let belief = start;
  let startled = false;
  for (const event of events) {
    belief = foldEvent(belief, event, supposed);
    if (event.kind === 'reading' && belief.startle > STARTLED) startled = true;
  }
  return { belief, startled };
}

/** Faults that show in how the engine answers a turn: only of screws that were turned, and hoses and stops of any throat. */
function answerRivals({ throats, adjusters }: Setup, events: readonly JobEvent[]): readonly Suspicion[] {
  const turned = new Set(events.flatMap((event) => (event.kind === 'move' ? [event.adjuster] : [])));
  if (turned.size === 0) return [];
  const ids = throats.map(({ id }) => id);
  return [
    ...adjusters
      .filter((adjuster) => concernOf(adjuster) === 'rest' && turned.has(adjuster.id))
      .map(({ id }): Suspicion => ({ kind: 'deadScrew', adjuster: id })),
    ...ids.flatMap((a, i) => ids.slice(i + 1).map((b): Suspicion => ({ kind: 'exchangedHoses', throats: [a, b] }))),
    ...ids.map((throat): Suspicion => ({ kind: 'restlessStop', throat })),
  ];
}

/**
 * How much better a leak foresaw the readings than a sound engine: its cylinder is lean, and answers as a sound one's while it fires
 * and as restlessly as a stop that strays once it misfires. Half of each.
 */
function leakAnswer(restless: number): number {
  const most = Math.max(0, restless);
  return most + Math.log((Math.exp(-most) + Math.exp(restless - most)) / 2);
}

function isSame(a: Suspicion, b: Suspicion): boolean {
  return a.kind === b.kind && placeOf(a) === placeOf(b);
}

function placeOf(suspicion: Suspicion): string {
  switch (suspicion.kind) {
    case 'deadScrew':
      return suspicion.adjuster;
    case 'exchangedHoses':
      return [...suspicion.throats].sort().join();
    case 'restlessStop':
    case 'airLeak':
      return suspicion.throat;
  }
}
