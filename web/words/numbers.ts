/** Narrow no-break space before a unit: the SI Brochure asks for a space, and a figure must not lose its unit to the next line. */
export const THIN = '\u202f';
const MINUS = '\u2212';

/** A number with a true minus sign and a fixed count of decimals; `signed` puts a plus before positive ones. */
export function numeral(value: number, decimals: number, signed = false): string {
  const rounded = Math.abs(value).toFixed(decimals);
  const isZero = Number(rounded) === 0;
  const sign = isZero ? '' : value < 0 ? MINUS : signed ? '+' : '';
  return sign + grouped(rounded);
}

/** A value with its unit. */
export function withUnit(value: number, decimals: number, unit: string): string {
  return `${numeral(value, decimals)}${THIN}${unit}`;
}

/** Decimals that an uncertainty lets stand: the place of its first digit, between 0 and 2. */
export function decimalsFor(uncertainty: number): 0 | 1 | 2 {
  if (uncertainty < 0.06) return 2;
  return uncertainty < 0.95 ? 1 : 0;
}

/** `38.7 ± 0.2 kPa`, in no more digits than the uncertainty carries. */
export function measured(value: number, uncertainty: number, unit: string): string {
  const decimals = decimalsFor(uncertainty);
  return `${numeral(value, decimals)}${THIN}±${THIN}${numeral(uncertainty, decimals)}${THIN}${unit}`;
}

/** Engine speed to 10 rpm above 100 rpm uncertainty, else to 1. */
export function speed(rpm: number): string {
  return `${grouped(String(Math.round(rpm)))}${THIN}rpm`;
}

/** A probability as whole per cents that never round up to certainty. */
export function percent(probability: number): string {
  const whole = Math.min(99, Math.max(1, Math.round(probability * 100)));
  if (probability > 0.99) return `over 99${THIN}%`;
  if (probability < 0.01) return `under 1${THIN}%`;
  return `${whole}${THIN}%`;
}

/** Thousands set apart by a thin space. */
function grouped(digits: string): string {
  const [whole = '', fraction] = digits.split('.');
  const parted = whole.length > 3 ? whole.replace(/\B(?=(\d{3})+$)/g, THIN) : whole;
  return fraction === undefined ? parted : `${parted}.${fraction}`;
}

/** A time as people say it: `40 s`, `4.2 min`, `1.5 h`. */
export function duration(seconds: number): string {
  if (seconds < 60) return withUnit(seconds, 0, 's');
  return seconds < 5400 ? withUnit(seconds / 60, 1, 'min') : withUnit(seconds / 3600, 1, 'h');
}
