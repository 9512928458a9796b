/**
 * Quantities by brand: a `Pascals` does not pass where `KiloPascals` is due, though both are numbers at run time.
 * Arithmetic yields a plain number; it gets its brand back through the maker of its unit, next to the formula.
 */
declare const unit: unique symbol;

type Quantity<Unit extends string> = number & { readonly [unit]: Unit };

export type Pascals = Quantity<'Pa'>;
export type KiloPascals = Quantity<'kPa'>;
export type Kelvins = Quantity<'K'>;
export type Seconds = Quantity<'s'>;
export type Radians = Quantity<'rad'>;
export type Rpm = Quantity<'rpm'>;
export type Turns = Quantity<'turn'>;
export type SquareMetres = Quantity<'m2'>;
export type CubicMetres = Quantity<'m3'>;
export type KilogramsPerSecond = Quantity<'kg/s'>;

const brand =
  <Q extends number>() =>
  (value: number): Q =>
    value as Q;

export const pascals = brand<Pascals>();
export const kiloPascals = brand<KiloPascals>();
export const kelvins = brand<Kelvins>();
export const seconds = brand<Seconds>();
export const radians = brand<Radians>();
export const rpm = brand<Rpm>();
export const turns = brand<Turns>();
export const squareMetres = brand<SquareMetres>();
export const cubicMetres = brand<CubicMetres>();
export const kilogramsPerSecond = brand<KilogramsPerSecond>();
