import type { FinishingRule, MixturePlan } from './belief';
import { coOfLambda } from './likelihoods';
import { IDLE_TARGET } from './target';
import type { MixtureInstrument } from './words';

/** Less carbon monoxide than this, percent, no meter tells from none. Ours. */
const LEAST_CO = 0.5;
/** A drop that is plainly seen on a tachometer. common practice, no source. */
const DROP_RPM = 20;

/** A finishing rule: what it needs one of, and what it is by itself. */
interface RuleKind {
  readonly by: FinishingRule['by'];
  readonly needs: readonly MixtureInstrument[];
  readonly rule: (ignition: MixturePlan['ignition'], fuel: MixturePlan['fuel']) => FinishingRule;
}

/** Finishing rules, the surest first: the default is the first that the instruments at hand allow. */
export const RULES: readonly RuleKind[] = [
  { by: 'lambda', needs: ['sensor'], rule: (ignition) => ({ by: 'lambda', target: IDLE_TARGET[ignition] }) },
  { by: 'co', needs: ['co'], rule: (ignition, fuel) => ({ by: 'co', percent: idleCo(ignition, fuel) }) },
  { by: 'leanBest', needs: ['tachometer', 'ears'], rule: () => ({ by: 'leanBest' }) },
  { by: 'leanDrop', needs: ['tachometer'], rule: () => ({ by: 'leanDrop', rpm: DROP_RPM }) },
  { by: 'colour', needs: ['colour'], rule: () => ({ by: 'colour' }) },
  { by: 'lift', needs: ['lift'], rule: () => ({ by: 'lift' }) },
];

/** Carbon monoxide of the idle target, percent, to a tenth. */
function idleCo(ignition: MixturePlan['ignition'], fuel: MixturePlan['fuel']): number {
  return Math.max(LEAST_CO, Math.round(10 * coOfLambda(IDLE_TARGET[ignition], fuel)) / 10);
}

/** The rule that follows the instruments at hand. */
export function defaultRule(
  instruments: readonly MixtureInstrument[],
  { ignition, fuel }: Pick<MixturePlan, 'ignition' | 'fuel'>,
): FinishingRule {
  const found = RULES.find(({ needs }) => needs.some((instrument) => instruments.includes(instrument)));
  return found?.rule(ignition, fuel) ?? { by: 'leanBest' };
}
