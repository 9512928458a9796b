import { ARCHETYPES } from '@amber-needle/core/setup';
import { type Evidence, nextTests, weighSuspects } from '@amber-needle/core/suspects';

const seen = (observation: string, place?: string): Evidence => ({ kind: 'observed', observation, place, seen: true });
const TOLD: readonly Evidence[] = [
  seen('stood'),
  seen('stallsWarm'),
  seen('screwDead', '1'),
  { kind: 'observed', observation: 'hunts', seen: false },
  { kind: 'tested', test: 'chokeHalf', place: '1', answer: 'better' },
  { kind: 'tested', test: 'openDrain', place: '1', answer: 'flows' },
];
/** The first rounds warm the code and are not counted. */
const [WARM, ROUNDS] = [5, 25];

/** What one update of the search costs for the machine with the most places, ms: weighing, and with the choice of a test. */
export function searchCost(): Record<'searchWeighMs' | 'searchWithTestsMs', number> {
  const setup = ARCHETYPES.threeTwoBarrels;
  const rounds = Array.from({ length: WARM + ROUNDS }, () => {
    const begun = performance.now();
    const suspects = weighSuspects(setup, TOLD);
    const weighed = performance.now();
    nextTests(setup, suspects, { evidence: TOLD });
    return { weigh: weighed - begun, all: performance.now() - begun };
  }).slice(WARM);
  const median = (of: (round: (typeof rounds)[number]) => number) =>
    rounds.map(of).sort((a, b) => a - b)[Math.floor(ROUNDS / 2)] ?? Number.NaN;
  return { searchWeighMs: median(({ weigh }) => weigh), searchWithTestsMs: median(({ all }) => all) };
}
