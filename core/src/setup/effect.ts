import { assertNever } from '../basics';
import type { Adjuster, Setup } from './schema';

/** +1 where turning the screw in opens the throat, -1 where it closes it, 0 where the screw does not act on its throttle. */
export function actionOn(adjuster: Adjuster, throat: string): -1 | 0 | 1 {
  const turnedIn = turnedInOn(adjuster, throat);
  if (turnedIn === 'opens') return 1;
  return turnedIn === 'closes' ? -1 : 0;
}

/** +1 where turning the screw in makes the throat's idle richer, -1 where leaner, 0 where it does not touch the mixture. */
export function enrichmentOn(adjuster: Adjuster, throat: string): -1 | 0 | 1 {
  const turnedIn = turnedInOn(adjuster, throat);
  if (turnedIn === 'richer') return 1;
  return turnedIn === 'leaner' ? -1 : 0;
}

function turnedInOn(adjuster: Adjuster, throat: string) {
  return adjuster.acts.find((candidate) => candidate.throat === throat)?.turnedIn;
}

/** What turning an adjuster changes: where throttles rest, when the linkage picks them up, or the mixture. */
export type Concern = 'rest' | 'linkage' | 'mixture';

export function concernOf({ kind }: Pick<Adjuster, 'kind'>): Concern {
  switch (kind) {
    case 'throttleStop':
    case 'synchronisingScrew':
    case 'idleKnob':
      return 'rest';
    case 'cable':
    case 'tieRod':
      return 'linkage';
    case 'fuelScrew':
    case 'airScrew':
    case 'jetNut':
    case 'leverScrew':
    case 'pilotJet':
    case 'feedRestrictor':
      return 'mixture';
    default:
      return assertNever(kind);
  }
}

/** Whether it comes in sizes instead of being turned: it is changed with the engine stopped, by whole sizes. */
export function isStepped({ kind }: Pick<Adjuster, 'kind'>): boolean {
  return kind === 'pilotJet' || kind === 'feedRestrictor';
}

/** The same of an adjuster by its name; none of that name turns. */
export function comesInSizes({ adjusters }: Setup, id: string): boolean {
  const named = adjusters.find((adjuster) => adjuster.id === id);
  return named !== undefined && isStepped(named);
}

/** Whether a screw moves all throats of its bank: an idle knob. With one throat there is nothing to tell apart. */
export function movesAll({ throats }: Setup, { acts }: Adjuster): boolean {
  return throats.length > 1 && acts.length === throats.length;
}
