import Type, { type Static } from 'typebox';
import type { Setup } from '../../setup';
import { judge, type Measured, placesOf, quantityOf, readTyped, type SheetQuantity } from '../../sheet';
import { fromUnit, isMeasureUnit, MEASURE_UNITS } from '../../units';
import { type Checked, checkerFor, compiled, type Problem, text } from '../../validation';
import { readSetup } from '../setup';

const closed = { additionalProperties: false };

/** Measurements of several carburetors, as somebody typed them: what `needle judge` reads. */
export const MeasurementsSchema = Type.Object(
  {
    format: Type.Literal('amber-needle/measurements'),
    version: Type.Literal(1),
    /** A setup document, checked as one. */
    setup: Type.Unknown(),
    measured: Type.Array(
      Type.Object(
        {
          quantity: text(40, 1),
          /** Left out for the bank. */
          place: Type.Optional(text(80, 1)),
          typed: text(40, 1),
          /** The quantity's first unit when left out; choices have none. */
          unit: Type.Optional(text(20, 1)),
        },
        closed,
      ),
      { minItems: 1, maxItems: 500 },
    ),
  },
  closed,
);

export type Measurements = Static<typeof MeasurementsSchema>;

const check = checkerFor(MeasurementsSchema, compiled.measurements);

interface ReadLine {
  readonly quantity: SheetQuantity;
  readonly measured: Measured;
}

/** Reads measurements: their shape by the schema, then every line by what its quantity takes. All problems are told, none is passed over. */
export function readMeasurements(
  data: unknown,
): Checked<{ readonly setup: Setup; readonly lines: readonly ReadLine[] }> {
  const checked = check(data);
  if (checked.outcome === 'invalid') return checked;
  const { setup: document, measured } = checked.value;
  const read = readSetup(document);
  if (read.outcome === 'invalid')
    return {
      outcome: 'invalid',
      problems: read.problems.map(({ path, reason }) => ({ path: `/setup${path}`, reason })),
    };
  const setup = read.value;
  const lines: ReadLine[] = [];
  const problems: Problem[] = [];
  for (const [i, line] of measured.entries()) {
    const told = readLine(setup, line);
    if ('reason' in told) problems.push({ path: `/measured/${i}/${told.field}`, reason: told.reason });
    else lines.push(told);
  }
  return problems.length > 0 ? { outcome: 'invalid', problems } : { outcome: 'valid', value: { setup, lines } };
}

function readLine(
  setup: Setup,
  { quantity: id, place, typed, unit }: Measurements['measured'][number],
): ReadLine | { readonly field: string; readonly reason: string } {
  const quantity = quantityOf(id);
  if (quantity === undefined) return { field: 'quantity', reason: `there is no quantity "${id}"` };
  const places = placesOf(setup, quantity);
  if (!places.includes(place)) {
    const known = places.map((each) => each ?? 'none').join(', ');
    return {
      field: 'place',
      reason: `"${place ?? ''}" is no place of it here; places: ${known === '' ? 'none, this machine has no such thing' : known}`,
    };
  }
  if (quantity.kind === 'choice')
    return quantity.choices.some((choice) => choice.id === typed)
      ? { quantity, measured: { place, value: typed } }
      : { field: 'typed', reason: `must be one of ${quantity.choices.map((choice) => choice.id).join(', ')}` };
  const named = unit ?? quantity.units[0];
  if (!isMeasureUnit(named) || MEASURE_UNITS[named].of !== MEASURE_UNITS[quantity.units[0]].of)
    return { field: 'unit', reason: `must be one of ${quantity.units.join(', ')}` };
  const read = readTyped(typed);
  if (read.outcome === 'unreadable') return { field: 'typed', reason: read.reason };
  return { quantity, measured: { place, value: fromUnit(read.value, named) } };
}

/** The verdicts as data: what `needle judge` prints. */
export function verdictsDocument({ setup, lines }: { readonly setup: Setup; readonly lines: readonly ReadLine[] }) {
  const quantities = [...new Set(lines.map(({ quantity }) => quantity))];
  return {
    format: 'amber-needle/verdicts',
    version: 1,
    verdicts: quantities.map((quantity) => {
      const measured = lines.filter((line) => line.quantity === quantity).map((line) => line.measured);
      const { findings, spec } = judge(setup, quantity, measured);
      return {
        quantity: quantity.id,
        name: quantity.name,
        verdict: findings.length === 0 ? 'alike' : 'look',
        ...(spec === undefined ? {} : { specInOwnUnit: spec }),
        findings: findings.map(({ place, because, side, means }) => ({
          ...(place === undefined ? {} : { place }),
          because,
          ...(side === undefined ? {} : { side }),
          ...(means === undefined
            ? {}
            : { says: means.says, redo: means.redo, ...(means.tells === undefined ? {} : { tells: means.tells }) }),
        })),
      };
    }),
  };
}
