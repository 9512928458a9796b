import type { Setup } from '../setup';
import {
  type MixtureLayout,
  type MixturePlan,
  type MixtureState,
  mixtureLayout,
  mixturePrior,
  type Seen,
} from './belief';
import { climbed, type Sweep } from './hill';
import type { MixtureInstrument } from './words';

/** What was seen, and when against the turns: counted in events. */
export interface SeenAt {
  readonly seen: Seen;
  readonly clock: number;
  /** Where the screws stood, turns in since found. */
  readonly turnsIn: Readonly<Record<string, number>>;
}

/** A turn of a stop or a mixture screw, turns in. */
export interface MixtureTurn {
  readonly adjuster: string;
  readonly turns: number;
}

/** Everything that is known of a job's mixture. */
export interface Mixture {
  readonly plan: MixturePlan;
  readonly layout: MixtureLayout;
  /** Without the speeds of the sweep under way; see `believed`. */
  readonly state: MixtureState;
  /** The state when something was last seen, and the turns since. */
  readonly since: { readonly state: MixtureState; readonly turns: readonly MixtureTurn[] };
  readonly sweep: Sweep | undefined;
  /** Counts events. */
  readonly clock: number;
  /** For each throat, when something last moved its mixture; -1 for never. */
  readonly touched: readonly number[];
  /** For each throat and instrument, when it was last looked at with it. */
  readonly looked: readonly Partial<Record<MixtureInstrument, number>>[];
  readonly seen: readonly SeenAt[];
  /** For each cylinder: how probable it is that cycles miss. */
  readonly missing: readonly number[];
  /** Turns in since found, by adjuster; from the seat now, where that was counted. */
  readonly turnsIn: Readonly<Record<string, number>>;
  readonly fromSeat: Readonly<Record<string, number>>;
  /** The last turn of a stop or a mixture screw. */
  readonly lastTurned: MixtureTurn | undefined;
  /** How far each screw was turned in all, either way. */
  readonly turnedInAll: Readonly<Record<string, number>>;
  /** How often each mixture screw was turned, less what a large turn of a stop has made old. */
  readonly screwTurns: Readonly<Record<string, number>>;
  readonly rpm: number | undefined;
  /** How far in and out mixture screws may be turned before the engine dies, as far as it has shown; turns in since found. */
  readonly diesBeyond: Readonly<Record<string, { readonly out?: number; readonly in?: number }>>;
  /** How often the engine stood still since it last showed that it runs. */
  readonly stoodStill: number;
  /** When it last did; -1 for never; and whether the last turn is to blame. */
  readonly stoodAt: number;
  readonly isToBlame: boolean;
}

/** Misses that nobody has told of: a sound four-stroke has hardly any, an idling two-stroke fires now and then. Ours. */
export const MISSING = { 2: 0.6, 4: 0.03 } as const;
/** Base turns of a mixture screw from its seat. common practice, no source (1.5 to 2.5). */
export const BASE_TURNS = 2;

/** What is known of a mixture before anything was seen. */
export function newMixture(setup: Setup, plan: MixturePlan): Mixture {
  const layout = mixtureLayout(setup);
  const state = mixturePrior(layout, plan);
  return {
    plan,
    layout,
    state,
    since: { state, turns: [] },
    sweep: undefined,
    clock: 0,
    touched: setup.throats.map(() => -1),
    looked: setup.throats.map(() => ({})),
    seen: [],
    missing: setup.cylinders.map(() => MISSING[setup.engine.strokes]),
    turnsIn: {},
    fromSeat: {},
    lastTurned: undefined,
    turnedInAll: {},
    screwTurns: {},
    rpm: undefined,
    diesBeyond: {},
    stoodStill: 0,
    stoodAt: -1,
    isToBlame: false,
  };
}

/** The state with the speeds of the sweep under way. */
export function believed(mixture: Mixture): MixtureState {
  const { sweep, layout, state } = mixture;
  return sweep === undefined ? state : climbed(layout, state, sweep);
}

/** Turns of a screw from its seat where that was counted, else as if it had been found at its base. */
export function placeOfScrew({ fromSeat, turnsIn }: Mixture, id: string): number {
  return fromSeat[id] ?? BASE_TURNS - (turnsIn[id] ?? 0);
}
