import type { Setup } from '../schema';
import { flatFour, fourBarrel, siamesedFour, sideDraughtSix, threeTwoBarrels } from './cars';
import { rackOfFour, rackOfSix, rackOfThree, rackOfTwo } from './rack';
import { twinWithTwoStops } from './twin';
import { outboardTriple, outboardV6, twoStrokeTwin } from './twoStrokes';
import { vTwin, vTwinShared } from './vTwins';

/** The banks that ship, by the name that forms and command lines use. */
export const ARCHETYPES = {
  twin: twinWithTwoStops,
  rack2: rackOfTwo,
  rack3: rackOfThree,
  rack4: rackOfFour,
  rack6: rackOfSix,
  vTwin,
  vTwinShared,
  siamesedFour,
  sideDraughtSix,
  flatFour,
  threeTwoBarrels,
  fourBarrel,
  outboardTriple,
  outboardV6,
  twoStrokeTwin,
} as const satisfies Readonly<Record<string, Setup>>;

export type ArchetypeName = keyof typeof ARCHETYPES;

export const ARCHETYPE_NAMES = Object.keys(ARCHETYPES).filter(isArchetype);

export function isArchetype(name: string): name is ArchetypeName {
  return Object.hasOwn(ARCHETYPES, name);
}

export { twinWithTwoStops };
