import { at, seededRandom } from '../basics';
import { FAULT_KINDS, type Fault } from '../faults';
import type { Setup } from '../setup';

export const STRENGTHS = ['mild', 'clear', 'severe'] as const;
export type Strength = (typeof STRENGTHS)[number];

/** What a strength is worth. Ours: clear is what people notice within a minute, mild what they argue about. */
const TIMES: Readonly<Record<Strength, number>> = { mild: 0.5, clear: 1, severe: 1.6 };

/** Every single fault that a setup can have, at each of its places, with one strength; of two throats that are mixed up the first two. */
export function faultTemplates(setup: Setup, strength: Strength): readonly Fault[] {
  return FAULT_KINDS.flatMap((kind) => {
    const places = kind.places(setup);
    const offered = places.some((place) => 'throats' in place) ? places.slice(0, 1) : places;
    return offered.map((place) => kind.typical(place, TIMES[strength], setup));
  });
}

/** One fault that the seed picks: first its kind, so that a kind with many places is not met more often. */
export function drawFault(setup: Setup, seed: number): Fault {
  const random = seededRandom(seed ^ 0xfa17);
  const templates = faultTemplates(setup, 'clear');
  const kinds = [...new Set(templates.map(({ kind }) => kind))];
  const kind = at(kinds, Math.floor(random.uniform() * kinds.length));
  const places = templates.filter((fault) => fault.kind === kind);
  return at(places, Math.floor(random.uniform() * places.length));
}
