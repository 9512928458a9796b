import { decidingQuantity, type Setup, toleranceOf } from '@amber-needle/core/setup';
import { type DeviceUnit, figureIn, shownIn, withUnitIn } from '@/words/deviceUnit';
import { decimalsFor, THIN } from '@/words/numbers';
import type { Needle } from './needles';

/** A throat's figures as the bank strip writes them. */
export interface ThroatWords {
  readonly state: string;
  readonly deviation: string;
  readonly uncertainty: string;
  /** The throat's own figure: depression, or what the meter showed. */
  readonly figure: string;
  /** What a depression is measured against; empty where that does not apply. */
  readonly against: string;
}

const STATES: Readonly<Record<Needle['state'], string | undefined>> = {
  steady: undefined,
  believed: undefined,
  settling: 'settling',
  lost: 'lost',
  clipped: 'clipped',
  implausible: 'not usable',
};

/** `within`, `high` or `low` is against the group by half the allowed spread: two throats that are both within differ by no more. */
export function throatWords(
  needle: Needle | undefined,
  setup: Setup,
  { atRest, unit }: { readonly atRest: boolean; readonly unit: DeviceUnit },
): ThroatWords {
  const quantity = decidingQuantity(setup);
  const byAir = quantity === 'airflow';
  const shown = shownIn(quantity, unit);
  if (needle === undefined || (Number.isNaN(needle.figure) && !byAir)) {
    return {
      state: needle === undefined ? (byAir ? 'not metered' : 'no channel') : (STATES[needle.state] ?? 'lost'),
      deviation: '–',
      uncertainty: '',
      figure: 'nothing measured',
      against: '',
    };
  }
  const { deviation, uncertainty, figure, state } = needle;
  if (atRest)
    return {
      state: 'at rest',
      deviation: '–',
      uncertainty: '',
      figure: withUnitIn(shown, figure, 2),
      against: ' below ambient',
    };
  const decimals = decimalsFor(uncertainty) === 0 ? 0 : 1;
  const side = Math.abs(deviation) <= toleranceOf(setup) / 2 ? 'within' : deviation > 0 ? 'high' : 'low';
  return {
    state: STATES[state] ?? side,
    deviation: Number.isNaN(deviation) ? '–' : figureIn(shown, deviation, { decimals, plus: true }),
    uncertainty: `±${THIN}${figureIn(shown, Math.max(uncertainty, 0.1), { decimals })}`,
    figure: byAir ? '% of air' : withUnitIn(shown, figure, 1),
    against: byAir ? ' from the group' : ' below ambient',
  };
}
