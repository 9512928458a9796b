import Type from 'typebox';
import type { Setup } from '../setup';
import { text } from '../validation';
import { airLeak } from './airLeak';
import { blockedIdle } from './blockedIdle';
import { chokeStuck } from './chokeStuck';
import { deadScrew } from './deadScrew';
import { allDepartures, type Departures } from './departures';
import { exchangedHoses } from './exchangedHoses';
import type { FaultKind } from './faultKind';
import { feedReversal } from './feedReversal';
import { floatLevel } from './floatLevel';
import { flooding } from './flooding';
import { fuelBoil } from './fuelBoil';
import { leakingEnricher } from './leakingEnricher';
import { linkagePlay } from './linkagePlay';
import { lowCompression } from './lowCompression';
import { manifoldAdvance } from './manifoldAdvance';
import { mixedJets } from './mixedJets';
import { AT_CYLINDER, AT_SCREW, AT_THROAT, AT_TWO_THROATS, closed } from './places';
import { restrictedFilter } from './restrictedFilter';
import { sharedRobbing } from './sharedRobbing';
import { starvedMain } from './starvedMain';
import { stickingPiston } from './stickingPiston';
import type { Supposition } from './supposition';
import { transferSlot } from './transferSlot';
import { weakSpark } from './weakSpark';
import { wornNeedleJet } from './wornNeedleJet';
import { wornShaft } from './wornShaft';
import { wrongBase } from './wrongBase';

/** Every fault that is known. A new one is a folder beside these and a line here. */
const KINDS = [
  airLeak,
  blockedIdle,
  wornShaft,
  linkagePlay,
  deadScrew,
  wrongBase,
  lowCompression,
  weakSpark,
  flooding,
  floatLevel,
  starvedMain,
  stickingPiston,
  mixedJets,
  exchangedHoses,
  chokeStuck,
  restrictedFilter,
  fuelBoil,
  manifoldAdvance,
  leakingEnricher,
  transferSlot,
  wornNeedleJet,
  feedReversal,
  sharedRobbing,
] as const;

/** Something wrong with an engine or what is on it, with its place and strength. Any number may be combined. */
export type Fault = ReturnType<(typeof KINDS)[number]['typical']>;
/** The same without a strength: a fault as it is suspected. */
export type Suspicion = ReturnType<(typeof KINDS)[number]['places']>[number];
export type FaultName = Fault['kind'];

export const FaultSchema = Type.Unsafe<Fault>(Type.Union(KINDS.map(({ schema }) => schema)));
/**
 * A suspicion as it is written down: any kind by name, with any place, so that a new fault changes no schema of the log. Whether there
 * is such a fault at such a place is for `canSit` to say.
 */
export const SuspicionSchema = Type.Unsafe<Suspicion>(
  Type.Object(
    {
      kind: text(32, 1),
      throat: Type.Optional(AT_THROAT.throat),
      adjuster: Type.Optional(AT_SCREW.adjuster),
      cylinder: Type.Optional(AT_CYLINDER.cylinder),
      throats: Type.Optional(AT_TWO_THROATS.throats),
    },
    closed,
  ),
);

export const FAULT_KINDS: readonly FaultKind[] = KINDS;

const byName: ReadonlyMap<string, FaultKind> = new Map(FAULT_KINDS.map((kind) => [kind.kind, kind]));

/** What is known of a fault's kind. */
export function faultKindOf({ kind }: Pick<Suspicion, 'kind'>): FaultKind {
  const known = byName.get(kind);
  if (known === undefined) throw new Error(`There is no kind of fault "${kind}"`);
  return known;
}

/** Where an engine with these faults departs from how it was built. */
export function departuresOf(faults: readonly Fault[]): Departures {
  return allDepartures(faults.map((fault) => faultKindOf(fault).departs(fault)));
}

/** Whether there is a fault of that kind, and it can sit at that place of a bank. */
export function canSit(setup: Setup, suspicion: Suspicion): boolean {
  const known = byName.get(suspicion.kind);
  return known?.places(setup).some((place) => isSame(place, suspicion)) === true;
}

/** Whether two name one kind of fault at one place; two throats count as one place in either order. */
export function isSame(a: Suspicion, b: Suspicion): boolean {
  return keyOf(a) === keyOf(b);
}

/** A fault's kind and place as one text. */
export function keyOf(suspicion: Suspicion): string {
  const { kind } = suspicion;
  if ('throat' in suspicion) return `${kind} ${suspicion.throat}`;
  if ('adjuster' in suspicion) return `${kind} ${suspicion.adjuster}`;
  if ('cylinder' in suspicion) return `${kind} ${suspicion.cylinder}`;
  return 'throats' in suspicion ? `${kind} ${[...suspicion.throats].sort().join()}` : kind;
}

/** What a fault changes in how the engine answers, in its plain way; nothing where readings do not tell. */
export function likeliestWay(suspicion: Suspicion): Supposition {
  return faultKindOf(suspicion).shows?.ways[0]?.suppose(suspicion) ?? {};
}
