import { type Adjuster, isStepped, sharesPlenum } from '../setup';
import { turns } from '../units';
import type { MixtureState } from './belief';
import { type Circuit, leanerBy, mixtureScrews } from './circuits';
import { BASE_TURNS, type Mixture, placeOfScrew } from './mixture';
import { turned } from './move';
import type { MixtureStep, TurnPurpose } from './step';
import { standOf } from './target';

/** A step of a mixture screw, turns; and the largest in one go. common practice, no source: eighths and sixteenths. */
const FINE = 1 / 16;
/** Where a sixteenth would go past, for some screws make two tenths of lambda in half a turn: half of one, which a steady hand still makes. Ours. */
const FINEST = 1 / 32;
const FINEST_BELOW = (3 / 4) * FINE;
const COARSE = 1 / 8;
const COARSE_FROM = 3 / 8;
const LARGEST = 1;
const LARGEST_TO_BASE = 4;

/** Turns made on a circuit's screws that still count. */
export function turnsOn({ screwTurns, layout }: Mixture, circuit: Circuit): number {
  const screws = mixtureScrews(layout.setup);
  return circuit.screws.reduce((sum, { screw }) => sum + (screwTurns[screws[screw]?.id ?? ''] ?? 0), 0);
}

interface Chosen {
  readonly screw: number;
  readonly adjuster: Adjuster;
}

/** The screw of a circuit that has room to lean (rich negative); on one plenum the one that lags behind its sisters, so that all end alike. */
export function chosenScrew(mixture: Mixture, circuit: Circuit, leaner: number): Chosen | undefined {
  const { layout } = mixture;
  const screws = mixtureScrews(layout.setup);
  const places = sharesPlenum(layout.setup)
    ? layout.circuits.flatMap(({ screws: of }) => of.map(({ screw }) => screw))
    : circuit.screws.map(({ screw }) => screw);
  const able = [...new Set(places)].flatMap((screw) => {
    const adjuster = screws[screw];
    const least = adjuster !== undefined && isStepped(adjuster) ? 1 : FINE;
    return adjuster === undefined || roundTurns(mixture, adjuster, { leaner: least * Math.sign(leaner) }) === 0
      ? []
      : [{ screw, adjuster }];
  });
  const gone = ({ adjuster: { id } }: Chosen) =>
    Math.sign(leaner) * leanerBy(layout.setup, id, BASE_TURNS - placeOfScrew(mixture, id));
  // What turns while it runs before what needs the bowl off.
  const turning = able.filter(({ adjuster }) => !isStepped(adjuster));
  return (turning.length > 0 ? turning : able).sort((a, b) => gone(a) - gone(b))[0];
}

/** Whether a screw has room for turns leaner (rich negative), or for enough of them to be a step. */
export function canTurn(mixture: Mixture, adjuster: Adjuster, leaner: number): boolean {
  return roundTurns(mixture, adjuster, { leaner }) !== 0;
}

/** Turns in for turns leaner, in steps that people make, no further than seat and end. */
function roundTurns(
  { layout, turnsIn, fromSeat, diesBeyond }: Mixture,
  { id, kind, range }: Adjuster,
  { leaner, most = LARGEST }: { readonly leaner: number; readonly most?: number },
): number {
  const wanted = Math.min(most, Math.abs(leaner)) * Math.sign(leanerBy(layout.setup, id, 1)) * Math.sign(leaner);
  const now = turnsIn[id] ?? 0;
  if (isStepped({ kind })) {
    const sizes = Math.min(1, Math.round(Math.abs(wanted)), wanted > 0 ? range.inTurns - now : range.outTurns + now);
    return sizes < 1 ? 0 : Math.sign(wanted);
  }
  const step = Math.abs(wanted) < FINEST_BELOW ? FINEST : Math.abs(wanted) < COARSE_FROM ? FINE : COARSE;
  const dies = diesBeyond[id];
  const inwards = Math.min(range.inTurns - now, fromSeat[id] ?? LARGEST_TO_BASE, (dies?.in ?? range.inTurns) - now);
  const room = wanted > 0 ? inwards : Math.min(range.outTurns + now, now - (dies?.out ?? -range.outTurns));
  const size = Math.min(Math.round(Math.abs(wanted) / step) * step, Math.floor((room + 1e-9) / FINEST) * FINEST);
  return size <= 0 ? 0 : Math.sign(wanted) * size;
}

export function turnStep(
  mixture: Mixture,
  state: MixtureState,
  {
    adjuster,
    circuit,
    by,
    purpose,
    drop,
  }: Chosen & {
    readonly circuit: Circuit;
    readonly by: number;
    readonly purpose: TurnPurpose;
    readonly drop: number;
  },
): MixtureStep | undefined {
  const { layout } = mixture;
  const rounded = roundTurns(mixture, adjuster, { leaner: by, most: purpose === 'base' ? LARGEST_TO_BASE : LARGEST });
  if (rounded === 0) return undefined;
  const after = turned(layout, state, { adjuster: adjuster.id, turns: rounded });
  return {
    do: 'turn',
    adjuster: adjuster.id,
    turns: turns(rounded),
    way: by > 0 ? 'leaner' : 'richer',
    throats: adjuster.acts.map(({ throat }) => throat),
    purpose,
    expected: layout.circuits.map((other) => {
      const { lambda, doubt } = standOf(mixture, after, other);
      return { throat: other.throat, lambda, doubt };
    }),
    drop: circuit.screws.length > 0 ? drop : 0,
  };
}
