import type { FinishingRule, MixturePlan } from './belief';
import { IDLE_TARGET } from './target';
import type { MixtureInstrument } from './words';

/** CO that a lambda of 0.95 has, percent, near idle: common practice, no source. */
const IDLE_CO = { modest: 1.8, strong: 0.5 } as const;
/** A drop that is plainly seen on a tachometer. common practice, no source. */
const DROP_RPM = 20;

/** A finishing rule: what it needs one of, and what it is by itself. */
interface RuleKind {
  readonly by: FinishingRule['by'];
  readonly needs: readonly MixtureInstrument[];
  readonly rule: (ignition: MixturePlan['ignition']) => FinishingRule;
}

/** Finishing rules, the surest first: the default is the first that the instruments at hand allow. */
export const RULES: readonly RuleKind[] = [
  { by: 'lambda', needs: ['sensor'], rule: (ignition) => ({ by: 'lambda', target: IDLE_TARGET[ignition] }) },
  { by: 'co', needs: ['co'], rule: (ignition) => ({ by: 'co', percent: IDLE_CO[ignition] }) },
  { by: 'leanBest', needs: ['tachometer', 'ears'], rule: () => ({ by: 'leanBest' }) },
  { by: 'leanDrop', needs: ['tachometer'], rule: () => ({ by: 'leanDrop', rpm: DROP_RPM }) },
  { by: 'colour', needs: ['colour'], rule: () => ({ by: 'colour' }) },
  { by: 'lift', needs: ['lift'], rule: () => ({ by: 'lift' }) },
];

/** The rule that follows the instruments at hand. */
export function defaultRule(
  instruments: readonly MixtureInstrument[],
  ignition: MixturePlan['ignition'],
): FinishingRule {
  const found = RULES.find(({ needs }) => needs.some((instrument) => instruments.includes(instrument)));
  return found?.rule(ignition) ?? { by: 'leanBest' };
}
