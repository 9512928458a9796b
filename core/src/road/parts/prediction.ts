import { ln } from '../../basics';
import type { RoadTable } from '../judgeRoad';
import { type JudgedRegime, NINE_IN_TEN } from '../words';
import type { ExpectedCell, RoadChange } from './change';
import type { LearnedStep } from './effect';

/** How a prediction held in one regime. */
export interface JudgedCell extends ExpectedCell {
  readonly got: number;
  readonly gotDeviation: number;
  /** The next log's figure lies where nine in ten of them were to lie. */
  readonly held: boolean;
}

/** A change as the next log shows it. */
export interface JudgedChange {
  readonly cells: readonly JudgedCell[];
  /** How much a step did, over what was thought; and how well that is known now. */
  readonly learned: LearnedStep;
  readonly verdict: 'asExpected' | 'lessThanExpected' | 'moreThanExpected' | 'otherWay' | 'notSeen';
}

/** A prediction as it is kept: what was changed, and what was expected. */
export type Prediction = Pick<RoadChange, 'part' | 'steps'> & { readonly expected: readonly ExpectedCell[] };

/** How well a step is known before anything was seen of it, as a share. Ours: as the facts of the parts have it, in the middle. */
const FIRST_DOUBT = 0.5;

/**
 * Judges a prediction by the table of the rides after it, and learns what a step does: its factor is one unknown with a normal prior, each regime that the part
 * sways one linear observation of it (Särkkä, Bayesian Filtering and Smoothing, 2013, sec. 3.2). Undefined where no regime was seen again.
 */
export function judgePrediction(
  { part, expected }: Prediction,
  after: RoadTable,
  before?: LearnedStep,
): JudgedChange | undefined {
  const cells = expected.flatMap((cell): JudgedCell[] => {
    const got = meanIn(after, cell.cylinders, cell.regime);
    if (got === undefined) return [];
    const doubt = Math.hypot(cell.deviation, got.deviation);
    return [
      {
        ...cell,
        got: got.lambda,
        gotDeviation: got.deviation,
        held: Math.abs(got.lambda - cell.expected) <= NINE_IN_TEN * doubt,
      },
    ];
  });
  if (cells.length === 0) return undefined;
  let [factor, variance] = [before?.factor ?? 1, (before?.deviation ?? FIRST_DOUBT) ** 2];
  const prior = factor;
  let swayed = 0;
  for (const { before: was, beforeDeviation, expected: thought, got, gotDeviation } of cells) {
    // What was thought of one step stands in the expectation with the factor of then.
    const slope = ln(thought / was) / prior;
    if (Math.abs(slope) < LEAST_SWAY) continue;
    swayed += 1;
    const noise = (beforeDeviation / was) ** 2 + (gotDeviation / got) ** 2;
    const gain = (variance * slope) / (slope * slope * variance + noise);
    factor += gain * (ln(got / was) - slope * factor);
    variance *= 1 - gain * slope;
  }
  const learned: LearnedStep = { part, factor, deviation: Math.sqrt(variance) };
  return { cells, learned, verdict: swayed === 0 ? 'notSeen' : verdictOf(learned, prior) };
}

/** Less than this, as a share of lambda, tells nothing of a step. */
const LEAST_SWAY = 0.003;

function verdictOf({ factor, deviation }: LearnedStep, prior: number): JudgedChange['verdict'] {
  if (factor + deviation < 0) return 'otherWay';
  if (factor < prior * 0.6 && factor + NINE_IN_TEN * deviation < prior) return 'lessThanExpected';
  if (factor > prior * 1.4 && factor - NINE_IN_TEN * deviation > prior) return 'moreThanExpected';
  return 'asExpected';
}

function meanIn({ columns, rows }: RoadTable, cylinders: readonly string[], regime: JudgedRegime) {
  const c = columns.findIndex((column) => column.cylinders.join() === cylinders.join());
  return c < 0 ? undefined : rows.find((row) => row.regime === regime)?.cells[c];
}
