import type { Adjuster } from './schema';

/** +1 where turning the screw in opens the throat, -1 where it closes it, 0 where the screw does not act. */
export function actionOn(adjuster: Adjuster, throat: string): -1 | 0 | 1 {
  const act = adjuster.acts.find((candidate) => candidate.throat === throat);
  if (act === undefined) return 0;
  return act.turnedIn === 'opens' ? 1 : -1;
}
