import type { TSchema } from 'typebox';
import type { Setup } from '../setup';
import type { Fault, Suspicion } from './catalogue';
import type { Departure } from './departures';
import type { FoundAs, Sight } from './evidence';
import type { Supposition } from './supposition';

/** What parts a fault from its rivals most cheaply, where the bench can do it; else somebody has to look. */
export type PartingTest = 'meterMouths' | 'blip' | 'turnItsScrew' | 'look';

/** What mending a fault makes worthless of what was believed. */
export interface Forgotten {
  /** Throats whose air is anybody's guess again. */
  readonly trims?: readonly string[];
  /** Throats that may have come to rest elsewhere, all else of them known as before. */
  readonly rests?: readonly string[];
  /** Throats whose screws taught nothing true. */
  readonly screwsOf?: readonly string[];
  /** Screws that did. */
  readonly screws?: readonly string[];
}

/** How a fault shows in readings, for those kinds that can be told from them. `S`: its place. */
export interface Showing<S = Suspicion> {
  /** Odds before anything was read, for all places together: of a hundred banks that come in. */
  readonly odds: number;
  /** Ways in which it may show, each as likely as the others; the first is the plain one. */
  readonly ways: readonly Way<S>[];
  /** Places where the bank as found may speak for it before anything is turned. */
  foundAt(setup: Setup): readonly S[];
  /** What the bank as found looks like with it; undefined where that tells nothing. */
  foundAs(setup: Setup, place: S): FoundAs | undefined;
}

/** One way in which a fault may show. */
export interface Way<S = Suspicion> {
  /** Places where it has become worth reckoning with since the weighing began. */
  worthALook(setup: Setup, sight: Sight): readonly S[];
  /** What it changes in how the engine answers. */
  suppose(place: S): Supposition;
}

/**
 * What a kind of fault is: everything that any part of the program needs to know of it stands in its folder. `F` is the fault with its
 * place and strength, `S` its place alone, by which it is suspected.
 */
export interface FaultKind<F = Fault, S = Suspicion> {
  readonly kind: Fault['kind'];
  readonly schema: TSchema;
  /** Every place of a setup where it can sit. */
  places(setup: Setup): readonly S[];
  /** The fault at a place, so many times what people notice within a minute. */
  typical(place: S, times: number, setup: Setup): F;
  /** Where the engine, or what is on it, departs from how it was built. */
  departs(fault: F): Departure;
  readonly test: PartingTest;
  readonly shows?: Showing<S>;
  forgets(place: S, setup: Setup): Forgotten;
}
