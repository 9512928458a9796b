import Type from 'typebox';
import type { Setup } from '../setup';
import { text } from '../validation';

export const closed = { additionalProperties: false };
const Part = text(32, 1);

/** The fields that name a place, by what sits there. */
export const AT_THROAT = { throat: Part };
export const AT_SCREW = { adjuster: Part };
export const AT_CYLINDER = { cylinder: Part };
export const AT_TWO_THROATS = { throats: Type.Array(Part, { minItems: 2, maxItems: 2, uniqueItems: true }) };

/** A share of something, above 0. */
export const Share = Type.Number({ exclusiveMinimum: 0, maximum: 1 });

/** A share so many times as large as one that people notice; never all. */
export function shareOf(noticed: number, times: number): number {
  return Math.min(0.95, noticed * times);
}

/** Throats whose air a cylinder breathes. */
export function throatsFeeding({ throats }: Setup, cylinder: string): readonly string[] {
  return throats.filter(({ feeds }) => feeds.includes(cylinder)).map(({ id }) => id);
}

export function idsOf(items: readonly { readonly id: string }[]): readonly string[] {
  return items.map(({ id }) => id);
}

/** Every two of these. */
export function pairsOf(ids: readonly string[]): readonly [string, string][] {
  return ids.flatMap((a, i) => ids.slice(i + 1).map((b): [string, string] => [a, b]));
}
