import { BLEND_NAMES, BLENDS, blendStoichiometry, isBlendName, lambdaOnScale } from '@amber-needle/core/fuel';
import { carbonMonoxide } from '@amber-needle/core/instruments';
import { failed, type Outcome } from './outcome';

/** What `needle lambda` is asked: one figure, what it is, what burns, and what the gauge is scaled for. */
export interface LambdaAsked {
  readonly lambda?: string | undefined;
  readonly afr?: string | undefined;
  readonly fuel: string;
  readonly scale: string;
}

/** `needle lambda`: lambda, air/fuel ratio and CO of one another, for a fuel. */
export function lambdaCommand({ lambda, afr, fuel, scale }: LambdaAsked): Outcome {
  const known = BLEND_NAMES.join(', ');
  if (!isBlendName(fuel)) return failed(`--fuel ${fuel}: give ${known}`);
  if (!isBlendName(scale)) return failed(`--scale ${scale}: give ${known}`);
  if ((lambda === undefined) === (afr === undefined)) return failed('needle lambda: give one of --lambda and --afr');
  const figure = Number((lambda ?? afr ?? '').replace(',', '.'));
  if (!(figure > 0 && figure < 100)) return failed(`${lambda ?? afr}: give a figure above 0 and below 100`);
  const found = afr === undefined ? figure : lambdaOnScale(figure, BLENDS[scale]);
  const stoichiometric = blendStoichiometry(BLENDS[fuel]);
  return {
    outcome: 'data',
    data: {
      fuel,
      stoichiometric,
      lambda: found,
      airFuelRatio: found * stoichiometric,
      shownByGaugeScaledFor: { fuel: scale, airFuelRatio: found * blendStoichiometry(BLENDS[scale]) },
      carbonMonoxidePercent: carbonMonoxide(found),
    },
  };
}
