import { at } from '../basics';
import type { MixtureState } from './belief';
import { circuitDirection } from './belief';
import type { Circuit } from './circuits';
import { hillFigures, meanLack } from './hill';
import { colourAnswers, liftAnswers } from './likelihoods';
import type { Mixture } from './mixture';
import { leaned } from './move';
import { aimOf } from './target';
import { figureIn, rootOf, varianceAlong } from './update';
import type { MixtureInstrument } from './words';

/** What one more look after a turn is worth: how much surer, in nats, and the share of the speed it may cost. */
export interface ProbeWorth {
  readonly worth: number;
  readonly drop: number;
}

/** Nodes and weights of a standard normal, five of each: Gauss-Hermite. Source: Abramowitz & Stegun (1964), table 25.10, n = 5, scaled. */
const NODES = [-2.85697, -1.355626, 0, 1.355626, 2.85697] as const;
const WEIGHTS = [0.011257, 0.222076, 0.533333, 0.222076, 0.011257] as const;

/** Doubt of a hand's turn, logarithm of lambda, when a probe is weighed. */
const TURN_DOUBT = 0.015;

/** What a look with an instrument would tell of a circuit after leaning it by so many turns (rich negative; 0: as it stands). */
export function probeWorth(
  mixture: Mixture,
  state: MixtureState,
  {
    circuit,
    screw,
    instrument,
    by,
  }: { readonly circuit: Circuit; readonly screw: number; readonly instrument: MixtureInstrument; readonly by: number },
): ProbeWorth {
  const { layout } = mixture;
  const change = leaned(at(state.mean, layout.gain(screw)), by).change;
  switch (instrument) {
    case 'colour':
      return { worth: wordWorth(mixture, state, { circuit, change, answers: colourAnswers }), drop: 0 };
    case 'lift':
      return { worth: wordWorth(mixture, state, { circuit, change, answers: liftAnswers }), drop: 0 };
    case 'tachometer':
    case 'ears':
      return hillWorth(mixture, state, { circuit, screw, by, noise: instrument === 'ears' ? 0.007 : 0.004 });
    case 'sensor':
    case 'co':
      // A figure tells the same wherever the screw stands.
      return { worth: 0, drop: 0 };
  }
}

/** Mutual information of an ordered word and the mixture, nats. */
function wordWorth(
  { layout }: Mixture,
  state: MixtureState,
  {
    circuit,
    change,
    answers,
  }: { readonly circuit: Circuit; readonly change: number; readonly answers: (x: number) => readonly number[] },
): number {
  const { value, way } = circuitDirection(layout, state, circuit);
  const sigma = Math.sqrt(varianceAlong(state.covariance, way) + TURN_DOUBT ** 2);
  const chances = NODES.map((z) => answers(value + change + sigma * z));
  const words = chances[0]?.length ?? 0;
  let information = 0;
  for (let word = 0; word < words; word += 1) {
    const mean = chances.reduce((sum, of, i) => sum + at(WEIGHTS, i) * at(of, word), 0);
    chances.forEach((of, i) => {
      const p = at(of, word);
      if (p > 0) information += at(WEIGHTS, i) * p * Math.log(p / mean);
    });
  }
  return information;
}

/** How a speed after a turn hangs together with the distance from the target: the information of a linear estimate, nats. */
function hillWorth(
  mixture: Mixture,
  state: MixtureState,
  {
    circuit,
    screw,
    by,
    noise,
  }: { readonly circuit: Circuit; readonly screw: number; readonly by: number; readonly noise: number },
): ProbeWorth {
  const { layout } = mixture;
  const figures = hillFigures(layout, circuit, screw);
  const root = rootOf(state.covariance, figures);
  const best = at(state.mean, layout.best);
  const aim = aimOf(mixture, state, circuit);
  const speedAt = (x: number, follows: number, more: number) =>
    -Math.exp(follows) *
    meanLack(layout, state, (throat) =>
      throat === circuit.place ? x + more : at(state.mean, layout.lambda(throat)) - best,
    );
  let [sumW, sumY, sumE, sumYY, sumEE, sumYE] = [0, 0, 0, 0, 0, 0];
  NODES.forEach((a, i) => {
    NODES.forEach((b, j) => {
      NODES.forEach((c, k) => {
        const z = [a, b, c];
        const [x, gain, follows] = figures.map((figure, row) =>
          z.reduce((sum, part, column) => sum + root.get(row, column) * part, figureIn(state, figure)),
        );
        if (x === undefined || gain === undefined || follows === undefined) return;
        const weight = at(WEIGHTS, i) * at(WEIGHTS, j) * at(WEIGHTS, k);
        const y = speedAt(x, follows, leaned(gain, by).change) - speedAt(x, follows, 0);
        const e = x - (aim.value - best + aim.byFollows * (follows - at(state.mean, layout.follows)));
        sumW += weight;
        sumY += weight * y;
        sumE += weight * e;
        sumYY += weight * y * y;
        sumEE += weight * e * e;
        sumYE += weight * y * e;
      });
    });
  });
  const [meanY, meanE] = [sumY / sumW, sumE / sumW];
  const varY = Math.max(0, sumYY / sumW - meanY * meanY);
  const varE = Math.max(1e-9, sumEE / sumW - meanE * meanE);
  const together = sumYE / sumW - meanY * meanE;
  const explained = Math.min(0.99, (together * together) / (varE * (varY + 2 * noise * noise)));
  return { worth: -0.5 * Math.log(1 - explained), drop: -meanY };
}
