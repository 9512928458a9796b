import { ARCHETYPES } from '@amber-needle/core/setup';
import { runTrial } from '@amber-needle/core/trial';
import { createAdviser } from '../../web/workers/adviser';

const clock = (after: number) => new Date(1e12 + after * 1000).toISOString();
/** The first job warms the code and is not counted. */
const SEEDS = [41, 42, 43, 44];

/** What one suggestion for six throats costs, event by event of whole jobs, in ms: as the bench's worker gives it. */
export function adviceCost(): Record<'adviceMedianMs' | 'adviceP95Ms' | 'adviceCount', number> {
  const costs = SEEDS.flatMap((seed, job) => {
    const { events } = runTrial({ setup: ARCHETYPES.rack6, seed, machine: 'Bench six', complaint: '', clock });
    const advise = createAdviser();
    return events.flatMap((event, i) => {
      const begun = performance.now();
      advise(events.slice(0, i + 1), 'steady');
      const took = performance.now() - begun;
      // After any other event the answer is to settle or to read, and costs next to nothing.
      return job > 0 && event.kind === 'reading' ? [took] : [];
    });
  }).sort((a, b) => a - b);
  const at = (share: number) => costs[Math.floor(share * (costs.length - 1))] ?? Number.NaN;
  return { adviceMedianMs: at(0.5), adviceP95Ms: at(0.95), adviceCount: costs.length };
}
