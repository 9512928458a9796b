import { at } from '../basics';
import { isStepped } from '../setup';
import type { Seen } from './belief';
import { drawnMixture } from './belief';
import { type Circuit, cylindersOf, leanerBy, mixtureScrews } from './circuits';
import { asFound, mixtureFindings } from './explain';
import type { MixtureFinding } from './finding';
import { meanLack } from './hill';
import { BASE_TURNS, believed, type Mixture, type SeenAt } from './mixture';
import { leaned } from './move';
import { placeOf } from './sights';
import { standOf } from './target';

/** One circuit as it was found and is now, with what was seen of it: plain data for a screen, a report, a file. */
export interface CircuitReport {
  readonly throat: string;
  readonly found: { readonly lambda: number; readonly doubt: number };
  readonly lambda: number;
  readonly doubt: number;
  readonly target: number;
  readonly tolerance: number;
  /** Probability that it is within its tolerance. */
  readonly chance: number;
  /** Nothing has been seen of it yet. */
  readonly unseen: boolean;
  readonly screws: readonly ScrewReport[];
  /** What was seen since something last moved it, newest last; and how often anything was seen of it at all. */
  readonly seen: readonly Seen[];
  readonly looks: number;
}

export interface ScrewReport {
  readonly adjuster: string;
  /** Net turns in since found, and turns from the seat where that was counted. */
  readonly turnsIn: number;
  readonly fromSeat: number | undefined;
  /** It comes in sizes: its turns in are sizes larger. */
  readonly sizes: boolean;
}

/** Speed against a screw: what was read, and the hill it is thought to be. Turns out from the seat, or from as found. */
export interface Hill {
  readonly adjuster: string;
  readonly throat: string;
  readonly counted: boolean;
  readonly points: readonly { readonly out: number; readonly rpm: number; readonly uncertainty: number }[];
  readonly curve: readonly { readonly out: number; readonly rpm: number }[];
  /** Where the target lies, and how unsure that is. */
  readonly target: { readonly out: number; readonly doubt: number } | undefined;
}

export interface MixtureReport {
  readonly circuits: readonly CircuitReport[];
  readonly findings: readonly MixtureFinding[];
  readonly hill: Hill | undefined;
}

export function mixtureReport(mixture: Mixture): MixtureReport {
  const { layout, turnsIn, fromSeat } = mixture;
  const state = believed(mixture);
  const screws = mixtureScrews(layout.setup);
  const found = asFound(mixture);
  return {
    circuits: layout.circuits.map((circuit, i) => {
      const { lambda, doubt, target, tolerance, chance } = standOf(mixture, state, circuit);
      const all = mixture.seen.filter((each) => isOf(mixture, circuit, each));
      const answered = Object.keys(mixture.looked[circuit.place] ?? {}).length > 0;
      return {
        throat: circuit.throat,
        found: { lambda: found[i]?.lambda ?? lambda, doubt: found[i]?.doubt ?? doubt },
        lambda,
        doubt,
        target,
        tolerance,
        chance,
        unseen: all.length === 0 && !answered,
        screws: circuit.screws.map(({ screw }) => {
          const id = screws[screw]?.id ?? '';
          const sizes = screws[screw] !== undefined && isStepped(screws[screw]);
          return { adjuster: id, turnsIn: turnsIn[id] ?? 0, fromSeat: fromSeat[id], sizes };
        }),
        seen: all.filter(({ clock }) => clock > at(mixture.touched, circuit.place)).map(({ seen }) => seen),
        looks: all.length,
      };
    }),
    findings: mixtureFindings(mixture),
    hill: hillOf(mixture),
  };
}

function isOf({ layout }: Mixture, circuit: Circuit, { seen }: SeenAt): boolean {
  const names = cylindersOf(layout.setup, circuit.place).map((k) => layout.setup.cylinders[k]?.id ?? '');
  switch (seen.how) {
    case 'sensor':
      return seen.figures.some(({ exhaust }) => names.includes(exhaust));
    case 'lift':
      return seen.throat === circuit.throat;
    case 'turns':
    case 'freeAir':
      return false;
    default:
      return names.includes(placeOf(seen) ?? '');
  }
}

const CURVE_STEPS = 32;
const BESIDE = 0.6;

/** The hill of the screw under way, where a speed was read at two places of it at least. */
function hillOf(mixture: Mixture): Hill | undefined {
  const { layout, sweep, turnsIn, fromSeat } = mixture;
  const circuit = layout.circuits.find(({ screws }) => screws.some(({ screw }) => screw === sweep?.screw));
  const adjuster = sweep && mixtureScrews(layout.setup)[sweep.screw];
  if (sweep === undefined || circuit === undefined || adjuster === undefined || sweep.points.length < 2)
    return undefined;
  const state = believed(mixture);
  const { id } = adjuster;
  const now = fromSeat[id] ?? BASE_TURNS - (turnsIn[id] ?? 0);
  const leanerIn = leanerBy(layout.setup, id, 1);
  const outOf = (leaner: number) => now - (leaner - sweep.now) * leanerIn;
  const gain = at(state.mean, layout.gain(sweep.screw));
  const best = at(state.mean, layout.best);
  const share = Math.exp(at(state.mean, layout.follows));
  const speedAt = (leaner: number) =>
    -share *
    meanLack(layout, state, (throat) => {
      const value = at(state.mean, layout.lambda(throat)) - best;
      return throat === circuit.place ? value + leaned(gain, leaner - sweep.now).change : value;
    });
  const level =
    sweep.points.reduce((sum, { leaner, rpm }) => sum + Math.log(rpm) - speedAt(leaner), 0) / sweep.points.length;
  const places = sweep.points.map(({ leaner }) => leaner);
  const [from, to] = [Math.min(...places, sweep.now) - BESIDE, Math.max(...places, sweep.now) + BESIDE];
  const stand = standOf(mixture, state, circuit);
  const weight = drawnMixture(layout.shares[cylindersOf(layout.setup, circuit.place)[0] ?? 0] ?? [], (i) =>
    at(state.mean, layout.lambda(i)),
  ).weights[circuit.place];
  const perTurn = Math.exp(gain) * (weight ?? 1);
  return {
    adjuster: id,
    throat: circuit.throat,
    counted: fromSeat[id] !== undefined,
    points: sweep.points.map(({ leaner, rpm, uncertainty }) => ({ out: outOf(leaner), rpm, uncertainty })),
    curve: Array.from({ length: CURVE_STEPS + 1 }, (_, i) => {
      const leaner = from + ((to - from) * i) / CURVE_STEPS;
      return { out: outOf(leaner), rpm: Math.exp(level + speedAt(leaner)) };
    }),
    target: { out: outOf(sweep.now - stand.error / perTurn), doubt: stand.sigma / perTurn },
  };
}
