import { changeFitting, fittingOf, type Setup, type Spec } from '@amber-needle/core/setup';
import { type Figure, placesOf, QUANTITIES, quantityOf } from '@amber-needle/core/sheet';
import { fromUnit, inUnit, MEASURE_UNITS } from '@amber-needle/core/units';

/** A figure of the maker's book as it is edited: in the unit that people write it in. */
export interface SpecLine {
  readonly quantity: string;
  readonly name: string;
  readonly unit: string;
  readonly low: number;
  readonly high: number;
}

function figureOf(id: string): Figure | undefined {
  const quantity = quantityOf(id);
  return quantity?.kind === 'figure' ? quantity : undefined;
}

/** What the book says already, and which rows of the sheet it may say something of. */
export function specLines(setup: Setup): { readonly lines: readonly SpecLine[]; readonly free: readonly Figure[] } {
  const specs = fittingOf(setup).specs ?? [];
  const lines = specs.flatMap(({ quantity: id, low, high }): readonly SpecLine[] => {
    const figure = figureOf(id);
    if (figure === undefined) return [];
    const [unit] = figure.units;
    const shown = (value: number) => Number(inUnit(value, unit).toPrecision(6));
    return [{ quantity: id, name: figure.name, unit: MEASURE_UNITS[unit].name, low: shown(low), high: shown(high) }];
  });
  const free = QUANTITIES.filter((each): each is Figure => each.kind === 'figure' && placesOf(setup, each).length > 0);
  return { lines, free: free.filter(({ id }) => !specs.some(({ quantity }) => quantity === id)) };
}

/** Writes what the book says of a quantity, in the unit that people write it in. */
export function withSpec(setup: Setup, { quantity, low, high }: Pick<SpecLine, 'quantity' | 'low' | 'high'>): Setup {
  const figure = figureOf(quantity);
  if (figure === undefined) return setup;
  const [unit] = figure.units;
  const spec: Spec = { quantity, low: fromUnit(low, unit), high: fromUnit(high, unit) };
  const specs = fittingOf(setup).specs ?? [];
  const isKnown = specs.some((each) => each.quantity === quantity);
  return changeFitting(setup, {
    specs: isKnown ? specs.map((each) => (each.quantity === quantity ? spec : each)) : [...specs, spec],
  });
}

export function withoutSpec(setup: Setup, quantity: string): Setup {
  return changeFitting(setup, { specs: (fittingOf(setup).specs ?? []).filter((each) => each.quantity !== quantity) });
}
