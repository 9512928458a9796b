import { at } from '../basics';
import { type Belief, forecastOf, layoutOf, moveBelief } from '../belief';
import type { ScrewEffect } from './advice';
import { contrastOf } from './balanceErrors';
import { chances } from './chance';
import type { PlannedTurn } from './plannedTurn';
import type { BareAdvice, Situation } from './situation';

/** A turn with all that is expected of it. */
export function turnAdvice(
  { adjuster, turns: by }: PlannedTurn,
  { belief, seed }: Pick<Situation, 'belief' | 'seed'>,
  purpose?: 'whichNeedles' | 'afterStall',
): BareAdvice {
  const after = moveBelief(belief, { adjuster: adjuster.id, turns: by });
  return {
    kind: 'turn',
    adjuster: adjuster.id,
    turns: by,
    expected: forecastOf(after),
    probabilityAfter: chances(after, seed).all,
    effect: screwEffect(belief, adjuster.id),
    purpose: purpose ?? (adjuster.acts.length === belief.setup.throats.length ? 'idleSpeed' : 'balance'),
  };
}

function screwEffect(belief: Belief, adjusterId: string): ScrewEffect {
  const index = belief.setup.adjusters.findIndex(({ id }) => id === adjusterId);
  const gain = layoutOf(belief.setup).gain(index);
  return {
    perTurn: Math.exp(at(belief.mean, gain)) * contrastOf(belief),
    doubt: Math.sqrt(belief.covariance.get(gain, gain)),
  };
}
