import type { Static, TSchema } from 'typebox';
import type { Refusal } from '../decide';
import type { JobRecord, Slices, Standing } from '../slices';
import type { JobEvent } from './index';

/** An event of an older version, as it came: upcasters take nothing for granted. */
export type RawEvent = Readonly<Record<string, unknown>>;

/** Lifts an event's own fields by one version; the version itself is counted up for it. */
type Upcaster = (event: RawEvent) => RawEvent;

/**
 * Until when an event of this kind may be added: while the bench is worked at, until the job is closed, or it says so itself (an
 * undoing).
 */
type Season = 'atTheBench' | 'untilClosed' | 'saysItself';

/** What a kind of event is: everything the log needs to know of it stands in its folder. */
export interface EventKind<S extends TSchema = TSchema> {
  readonly kind: JobEvent['kind'];
  /** Version of the schema; changed with it, together with one more upcaster. */
  readonly version: number;
  readonly schema: S;
  /** The first lifts version 1 to 2, and so on: always one less than the version. */
  readonly upcasters: readonly Upcaster[];
  readonly season: Season;
  /** In a few words, for whoever has none of their own for it. */
  readonly title: string;
  /** Kinds that change what earlier events mean: the job is folded anew with the whole log. */
  readonly rewrites?: true;
  /** Why it may not follow, in the state the job is in. */
  refuse?(job: Standing, event: Static<S>): Refusal | undefined;
  /** Why it may not follow, told from the whole log; only for kinds that rewrite. */
  refuseByLog?(events: readonly JobEvent[], event: Static<S>): Refusal | undefined;
  /** What it changes, slice by slice. */
  readonly folds?: Folds<Static<S>>;
  /** What it adds to the job's record. */
  record?(record: JobRecord, event: Static<S>, job: Standing): Partial<JobRecord>;
}

/** Written as methods, so that a kind of its own event stands in a list of kinds of any. */
interface Folds<E> {
  opening?(job: Standing, event: E): Partial<Slices['opening']>;
  progress?(job: Standing, event: E): Partial<Slices['progress']>;
  gauges?(job: Standing, event: E): Partial<Slices['gauges']>;
  balance?(job: Standing, event: E): Partial<Slices['balance']>;
}
