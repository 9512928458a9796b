import { OBSERVATIONS, type Observation } from '@amber-needle/core/suspects';
import MiniSearch from 'minisearch';

/** Words that say nothing of a fault. */
const IDLE_WORDS = new Set(
  'a an and the it is its of to in on when with at as for but not then than i my we has have was'.split(' '),
);

let index: MiniSearch<Observation> | undefined;

/** Built when it is first asked for; nothing leaves this browser. */
function searchIndex(): MiniSearch<Observation> {
  if (index !== undefined) return index;
  index = new MiniSearch<Observation>({
    fields: ['text', 'words'],
    processTerm: (term) => (IDLE_WORDS.has(term.toLowerCase()) ? null : term.toLowerCase()),
    searchOptions: {
      boost: { text: 1.5 },
      fuzzy: (term) => (term.length > 4 ? 0.2 : false),
      prefix: (term) => term.length > 3,
    },
  });
  index.addAll(OBSERVATIONS);
  return index;
}

/** Observations that typed words may mean, the likeliest first. */
export function proposeObservations(text: string, most = 6): readonly Observation[] {
  const found = searchIndex().search(text).slice(0, most);
  return found.flatMap(({ id }) => OBSERVATIONS.find((each) => each.id === id) ?? []);
}
