import { at } from '../basics';
import { isStanding } from '../job/slices/balance';
import { type Circuit, cylindersOf, leanerBy } from './circuits';
import type { Sweep } from './hill';
import { normalBelow } from './likelihoods';
import type { Mixture } from './mixture';
import { missedLast } from './sights';
import { weigh } from './update';
import type { MixtureInstrument } from './words';

/** A speed that says nothing of its own doubt, rpm. */
const SPEED_DOUBT = 5;

/** A sweep of another screw: it begins with the speed of this place, where that is known. */
export function newSweep(screw: number, { rpm, sweep }: Mixture): Sweep {
  const last = sweep?.points.at(-1);
  const start = sweep !== undefined && last?.leaner === sweep.now ? last : undefined;
  // A speed from before the last turn of another screw is no speed of this place.
  const plain = sweep === undefined && rpm !== undefined ? { rpm, uncertainty: SPEED_DOUBT } : undefined;
  const known = start ?? plain;
  return {
    screw,
    points: known === undefined ? [] : [{ leaner: 0, rpm: known.rpm, uncertainty: known.uncertainty }],
    heard: [],
    now: 0,
  };
}

/** The mixture after a speed was read. */
export function heardSpeed(mixture: Mixture, rpm: number, uncertainty = SPEED_DOUBT): Mixture {
  const { sweep, layout } = mixture;
  if (isStanding(rpm)) return stoodStill(mixture);
  if (sweep === undefined) return { ...mixture, rpm, stoodStill: 0 };
  const point = { leaner: sweep.now, rpm, uncertainty: Math.max(1, uncertainty) };
  const throats = layout.circuits.filter(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  return {
    ...mixture,
    rpm,
    stoodStill: 0,
    sweep: { ...sweep, points: [...sweep.points, point] },
    looked: lookedWith(mixture, 'tachometer', (i) => throats.some(({ place }) => place === i)),
  };
}

/** A mixture this far from right, logarithm, is what most often stops an idling engine. Ours. */
const STOPS_BEYOND = Math.log(1.25);

/** An engine that stood still: after a turn of a mixture screw, that went too far its way. */
export function stoodStill(mixture: Mixture): Mixture {
  const { layout, lastTurned, sweep } = mixture;
  const circuit = sweep && layout.circuits.find(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  const count = {
    ...mixture,
    stoodStill: mixture.stoodStill + 1,
    stoodAt: mixture.clock,
    rpm: undefined,
    isToBlame: false,
    // Who looked at the speed has seen that there is none.
    looked: lookedWith(mixture, 'tachometer', (i) => circuit !== undefined && circuit.place === i),
  };
  if (circuit === undefined || lastTurned === undefined || mixture.stoodStill > 0) return count;
  const { adjuster, turns: by } = lastTurned;
  // Fuel for a cylinder that did not burn kills no engine: it died of what it had before.
  const leaner = leanerBy(layout.setup, adjuster, by);
  if (leaner < 0 && missedBefore(mixture, circuit)) return count;
  const known = mixture.diesBeyond[adjuster] ?? {};
  const limit = (mixture.turnsIn[adjuster] ?? 0) - by / 2;
  const diesBeyond = { ...mixture.diesBeyond, [adjuster]: { ...known, [by < 0 ? 'out' : 'in']: limit } };
  const way = Math.sign(leaner);
  const place = layout.lambda(circuit.place);
  const { state } = weigh(
    mixture.state,
    { value: at(mixture.state.mean, place), direction: new Map([[place, 1]]) },
    (x) => Math.log(0.05 + 0.95 * normalBelow((way * x - STOPS_BEYOND) / 0.15)),
  );
  return { ...count, diesBeyond, state, isToBlame: true };
}

/** Whether every cylinder of a circuit was seen to miss when it was last looked at. */
function missedBefore(mixture: Mixture, { place }: Circuit): boolean {
  const { setup } = mixture.layout;
  return cylindersOf(setup, place).every((k) => missedLast(mixture, setup.cylinders[k]?.id ?? ''));
}

/** The mixture after ears heard what a turn did. */
export function heardTurn(mixture: Mixture, heard: Sweep['heard'][number]['heard']): Mixture {
  const { sweep, lastTurned, layout } = mixture;
  if (sweep === undefined || lastTurned === undefined) return mixture;
  const by = leanerBy(layout.setup, lastTurned.adjuster, lastTurned.turns);
  const throats = layout.circuits.filter(({ screws }) => screws.some(({ screw }) => screw === sweep.screw));
  return {
    ...mixture,
    sweep: { ...sweep, heard: [...sweep.heard, { from: sweep.now - by, to: sweep.now, heard }] },
    looked: lookedWith(mixture, 'ears', (i) => throats.some(({ place }) => place === i)),
  };
}

/** When throats were last looked at, after some were now. */
export function lookedWith(
  { looked, clock }: Mixture,
  instrument: MixtureInstrument,
  where: (throat: number) => boolean,
): Mixture['looked'] {
  return looked.map((known, i) => (where(i) ? { ...known, [instrument]: clock } : known));
}
