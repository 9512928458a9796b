import Type, { type TNumber, type TString } from 'typebox';

/** No lone surrogates and no control characters but tab, line feed and carriage return: what a database and a file can hold. */
export const TEXT_PATTERN = '^[^\\u0000-\\u0008\\u000b\\u000c\\u000e-\\u001f\\ud800-\\udfff]*$';

/** Days that exist: months of 31, of 30, February, and its 29th in leap years (not 1900 and 2100). */
const DAY =
  '(?:19|20|21)\\d{2}-(?:(?:0[13578]|1[02])-(?:0[1-9]|[12]\\d|3[01])|(?:0[469]|11)-(?:0[1-9]|[12]\\d|30)|02-(?:0[1-9]|1\\d|2[0-8]))|' +
  '(?:(?:19|20|21)(?:0[48]|[2468][048]|[13579][26])|2000)-02-29';

/** UTC, milliseconds, as `Date.prototype.toISOString` writes it; years 1900 to 2199. */
export const INSTANT_PATTERN = `^(?:${DAY})T(?:[01]\\d|2[0-3]):[0-5]\\d:[0-5]\\d\\.\\d{3}Z$`;

/** Words that people write. */
export function text(maxLength: number, minLength = 0): TString {
  return Type.String({ minLength, maxLength, pattern: TEXT_PATTERN });
}

/** A moment. */
export const Instant = Type.String({ pattern: INSTANT_PATTERN });

/** The smallest positive figure that means anything here: below it a division no longer gives one. Ours. */
export const LEAST_POSITIVE = 1e-6;

/** One of some words. */
export function oneOf<T extends string>(names: readonly T[]) {
  return Type.Unsafe<T>(Type.Union(names.map((name) => Type.Literal(name))));
}

/** A number with both its bounds: nothing that is stored may be endless, or so small that its square is nothing. */
export function figure(minimum: number, maximum: number): TNumber {
  return Type.Number({ minimum, maximum });
}

/** A positive number up to `maximum`. */
export function positive(maximum: number): TNumber {
  return figure(LEAST_POSITIVE, maximum);
}
