import type { MixtureStep } from '@amber-needle/core/mixture';
import type { Targets } from '@amber-needle/core/setup';
import { PanelBoundary } from '@/components/PanelBoundary';
import { PLAIN_UNIT, type Shown, shownIn } from '@/words/deviceUnit';
import { ruleText } from '@/words/mixtureWords';
import { numeral, THIN } from '@/words/numbers';
import type { MixtureTold } from '@/workers/adviser';
import { Fan } from '../fan/Fan';
import { SpeedReadout } from '../SpeedReadout';
import { useScale } from '../useScale';
import type { Needle } from '../view/needles';

const LAMBDA: Shown = { ...shownIn('depression', PLAIN_UNIT), name: 'lambda', per: 1 };

interface MixtureAreaProps {
  readonly told: MixtureTold;
  readonly step: MixtureStep | undefined;
  readonly rpm: number | undefined;
  readonly targets: Targets;
}

/** The same fan in lambda: rich left, lean right, the target lit. */
export function MixtureArea({ told: { plan, report }, step, rpm, targets }: MixtureAreaProps) {
  const middle = mean(report.circuits.map(({ target }) => target));
  const tolerance = mean(report.circuits.map((circuit) => circuit.target * circuit.tolerance));
  const needles = report.circuits.map(
    ({ throat, lambda, doubt, unseen }): Needle => ({
      throat,
      deviation: lambda - middle,
      uncertainty: doubt,
      figure: lambda,
      state: unseen ? 'settling' : 'believed',
    }),
  );
  const ghosts = step?.do === 'turn' ? step.expected.map(({ lambda }) => lambda - middle) : [];
  const end = useScale([...needles.map(({ deviation }) => deviation), ...ghosts, 0.09], 2 * tolerance);
  return (
    <div className="relative flex min-h-0 flex-col">
      <p className="top-2 left-6 px-6 pt-1 text-soft max-sm:text-sm lg:absolute lg:top-4 lg:px-0">
        lambda, target {numeral(middle, 2)}
        {THIN}±{THIN}
        {numeral(tolerance, 2)}
        {plan.rule.by === 'lambda' ? null : (
          <span className="block max-lg:inline max-lg:before:content-['_·_']">{ruleText(plan)}</span>
        )}
      </p>
      <PanelBoundary name="The fan">
        <Fan
          needles={needles}
          ghosts={ghosts}
          tolerance={2 * tolerance}
          unit={LAMBDA}
          end={end}
          stale={false}
          middle={middle}
        />
      </PanelBoundary>
      <div className="absolute inset-x-6 bottom-3 flex items-end justify-between gap-4">
        <p className="text-lg text-soft max-sm:hidden">← rich · lean →</p>
        <SpeedReadout rpm={rpm} targets={targets} flutter={undefined} />
      </div>
    </div>
  );
}

function mean(figures: readonly number[]): number {
  return figures.reduce((sum, figure) => sum + figure, 0) / Math.max(1, figures.length);
}
