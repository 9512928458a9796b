import type { Setup } from '../schema';
import { rackOfFour, rackOfSix, rackOfThree } from './rack';
import { twinWithTwoStops } from './twin';

/** The banks that ship, by the name that forms and command lines use. */
export const ARCHETYPES = {
  twin: twinWithTwoStops,
  rack3: rackOfThree,
  rack4: rackOfFour,
  rack6: rackOfSix,
} as const satisfies Readonly<Record<string, Setup>>;

export type ArchetypeName = keyof typeof ARCHETYPES;

export const ARCHETYPE_NAMES = Object.keys(ARCHETYPES).filter(isArchetype);

export function isArchetype(name: string): name is ArchetypeName {
  return Object.hasOwn(ARCHETYPES, name);
}

export { twinWithTwoStops };
