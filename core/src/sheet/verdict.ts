import { fittingOf, type Setup } from '../setup';
import type { Place } from './places';
import { pressureLimit } from './quantities';
import type { Figure, Meaning, SheetQuantity } from './quantity';

/** What was measured at one place, in the quantity's own unit; of a choice, its id. */
export interface Measured {
  readonly place: Place;
  readonly value: number | string;
}

/** What is wrong at one place. */
export interface Finding {
  readonly place: Place;
  /** `odd`: it differs from its sisters; `spec`: it is outside the specification; `found`: a choice that is not right; `apart`: two differ, and which is wrong is not known. */
  readonly because: 'odd' | 'spec' | 'found' | 'apart';
  readonly side: 'low' | 'high' | undefined;
  readonly means: Meaning | undefined;
}

export interface Verdict {
  readonly quantity: string;
  readonly findings: readonly Finding[];
  readonly spec: { readonly low: number; readonly high: number } | undefined;
}

/** The specification that counts: the setup's own, the kind's pressure limit, else the trade's. */
export function specOf(setup: Setup, quantity: Figure): Verdict['spec'] {
  const own = (fittingOf(setup).specs ?? []).find((spec) => spec.quantity === quantity.id);
  if (own !== undefined) return { low: own.low, high: own.high };
  if (quantity.id === 'fuelPressure' || quantity.id === 'fuelPeak') {
    const high = pressureLimit(setup);
    return high === undefined ? undefined : { low: 0, high };
  }
  return quantity.spec;
}

/**
 * Compares places with each other first, and with the specification second. Of three or more, the odd ones are those further from the middle
 * (median) than counts as alike; of two that differ, neither is called odd unless the specification tells which.
 */
export function judge(setup: Setup, quantity: SheetQuantity, measured: readonly Measured[]): Verdict {
  if (quantity.kind === 'choice') {
    const findings = measured.flatMap(({ place, value }): readonly Finding[] => {
      const means = quantity.choices.find(({ id }) => id === value)?.means;
      return means === undefined ? [] : [{ place, because: 'found', side: undefined, means }];
    });
    return { quantity: quantity.id, findings, spec: undefined };
  }
  const spec = specOf(setup, quantity);
  const figures = measured.flatMap(({ place, value }) => (typeof value === 'number' ? [{ place, value }] : []));
  const outside = figures.flatMap(({ place, value }): readonly Finding[] => {
    const side = spec === undefined ? undefined : sideOf(value, spec.low, spec.high);
    return side === undefined ? [] : [{ place, because: 'spec', side, means: quantity[side] }];
  });
  const odd = oddOnes(quantity, figures).filter(({ place, because }) => {
    const known = outside.some((finding) => finding.place === place);
    // Of two that differ, the one outside the specification is the wrong one.
    return !known && !(because === 'apart' && outside.length > 0);
  });
  return { quantity: quantity.id, findings: [...odd, ...outside], spec };
}

function sideOf(value: number, low: number, high: number): 'low' | 'high' | undefined {
  // A figure on the bound is within it, whatever the conversion left behind its last digit.
  const hair = 1e-9 * Math.max(Math.abs(low), Math.abs(high));
  if (value < low - hair) return 'low';
  return value > high + hair ? 'high' : undefined;
}

function oddOnes(
  quantity: Figure,
  figures: readonly { readonly place: Place; readonly value: number }[],
): readonly Finding[] {
  if (figures.length < 2) return [];
  const sorted = figures.map(({ value }) => value).sort((a, b) => a - b);
  const [lowest = 0] = sorted;
  const highest = sorted.at(-1) ?? 0;
  const middle =
    ((sorted[Math.floor((sorted.length - 1) / 2)] ?? 0) + (sorted[Math.ceil((sorted.length - 1) / 2)] ?? 0)) / 2;
  const alike = Math.max(quantity.alike, (quantity.alikeShare ?? 0) * Math.abs(middle));
  if (figures.length === 2)
    return highest - lowest > alike * (1 + 1e-9)
      ? figures.map(({ place, value }) => ({
          place,
          because: 'apart',
          side: value === lowest ? 'low' : 'high',
          means: undefined,
        }))
      : [];
  return figures.flatMap(({ place, value }): readonly Finding[] => {
    const side = sideOf(value, middle - alike, middle + alike);
    return side === undefined ? [] : [{ place, because: 'odd', side, means: quantity[side] }];
  });
}
