import { exp, ln } from '../../basics';
import { JET_STEP, type MeteringPart, type PartFacts, USUAL_JET } from './metering';

/** What changes of a part have shown so far of how much a step of it does, over what was thought: 1 as thought. */
export interface LearnedStep {
  readonly part: MeteringPart;
  readonly factor: number;
  readonly deviation: number;
}

/** What a step of a part does to the fuel that it meters, as a logarithm, and how well that is known. */
export interface StepEffect {
  readonly log: number;
  readonly deviation: number;
}

/**
 * The effect of so many steps, richer above nought. A jet's flow goes with its area (Bernoulli; Heywood 1988, eq. 7.11): stamped by its bore, with the
 * square of the stamp; a needle's by its taper where nobody has said, from what is usual. `jet`: the stamp of the jet that is in.
 */
export function stepEffect(
  facts: PartFacts,
  steps: number,
  known: { readonly learned?: LearnedStep | undefined; readonly jet?: number | undefined } = {},
): StepEffect {
  const { jet, learned } = known;
  const isJet = facts.unit === 'size' && facts.part !== 'airCorrector' && jet !== undefined && jet > JET_STEP * 4;
  const ratio = isJet ? USUAL_JET / jet : 1;
  const own = ln(1 + facts.perStep * ratio);
  const doubt = (facts.doubt * ratio) / (1 + facts.perStep * ratio);
  const factor = learned?.factor ?? 1;
  const deviation = learned === undefined ? doubt : Math.abs(own) * learned.deviation;
  return { log: steps * own * factor, deviation: Math.abs(steps) * deviation };
}

/** Lambda after a change of the fuel of a part that sways so much of it. */
export function afterChange(
  lambda: number,
  share: number,
  { log, deviation }: StepEffect,
): { readonly lambda: number; readonly deviation: number } {
  const after = lambda * exp(-share * log);
  return { lambda: after, deviation: after * share * deviation };
}
