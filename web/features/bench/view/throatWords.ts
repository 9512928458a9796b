import { decimalsFor, numeral, THIN } from '@/words/numbers';
import type { Needle } from './needles';

/** A throat's figures as the bank strip writes them. */
export interface ThroatWords {
  readonly state: string;
  readonly deviation: string;
  readonly uncertainty: string;
  readonly depression: string;
  /** What the depression is measured against; empty when nothing was measured. */
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
export function throatWords(needle: Needle | undefined, spreadKPa: number, atRest: boolean): ThroatWords {
  if (needle === undefined || needle.depression === undefined || Number.isNaN(needle.depression)) {
    return {
      state: needle === undefined ? 'no channel' : (STATES[needle.state] ?? 'lost'),
      deviation: '–',
      uncertainty: '',
      depression: 'nothing measured',
      against: '',
    };
  }
  const { deviation, uncertainty, depression, state } = needle;
  if (atRest)
    return {
      state: 'at rest',
      deviation: '–',
      uncertainty: '',
      depression: `${numeral(depression, 2)}${THIN}kPa`,
      against: ' below ambient',
    };
  const decimals = decimalsFor(uncertainty) === 0 ? 0 : 1;
  const side = Math.abs(deviation) <= spreadKPa / 2 ? 'within' : deviation > 0 ? 'high' : 'low';
  return {
    state: STATES[state] ?? side,
    deviation: Number.isNaN(deviation) ? '–' : numeral(deviation, decimals, true),
    uncertainty: `±${THIN}${numeral(Math.max(uncertainty, 0.1), decimals)}`,
    depression: `${numeral(depression, 1)}${THIN}kPa`,
    against: ' below ambient',
  };
}
