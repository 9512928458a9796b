/** What somebody typed, as a figure; or why it is none. */
export type Typed =
  | { readonly outcome: 'read'; readonly value: number }
  | { readonly outcome: 'unreadable'; readonly reason: string };

const SIGNS: Readonly<Record<string, string>> = {
  '½': '1/2',
  '¼': '1/4',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
};
const DECIMAL = /^\d{1,7}(?:[.,]\d{1,6})?$/;
const FRACTION = /^(?:(\d{1,5})(?:\s+and\s+|\s*-\s*|\s+))?(\d{1,4})\s*\/\s*(\d{1,4})$/;

/**
 * A figure as people write it: `26.2`, `26,2`, `1 1/32`, `1-1/32`, `1½`, `1 and 3/16`, with a minus before it. Nothing is guessed: what is not plain
 * is unreadable, with the reason.
 */
export function readTyped(text: string): Typed {
  const plain = [...text.trim().replace('−', '-')]
    .map((letter) => (letter in SIGNS ? ` ${SIGNS[letter]}` : letter))
    .join('');
  const isLess = plain.startsWith('-');
  const figure = (isLess ? plain.slice(1) : plain).trim();
  if (figure === '') return { outcome: 'unreadable', reason: 'Write a figure.' };
  const value = DECIMAL.test(figure) ? Number(figure.replace(',', '.')) : fractionOf(figure);
  if (value === undefined)
    return { outcome: 'unreadable', reason: `“${text.trim()}” is no figure. Write 26.2, 1 1/32 or 1½.` };
  return { outcome: 'read', value: isLess ? -value : value };
}

function fractionOf(text: string): number | undefined {
  const parts = FRACTION.exec(text);
  if (parts === null) return undefined;
  const [, whole = '0', above = '0', below = '0'] = parts;
  return Number(below) === 0 ? undefined : Number(whole) + Number(above) / Number(below);
}

/** The finest fraction that is written: 64ths. */
const FINEST = 64;

/** A figure as a whole number and a fraction in lowest terms, to the nearest 64th: `1 1/32`. */
export function asFraction(value: number): string {
  const parts = Math.round(Math.abs(value) * FINEST);
  const sign = value < 0 && parts > 0 ? '−' : '';
  const whole = Math.floor(parts / FINEST);
  let [above, below] = [parts % FINEST, FINEST];
  while (above > 0 && above % 2 === 0) [above, below] = [above / 2, below / 2];
  if (above === 0) return `${sign}${whole}`;
  return `${sign}${whole === 0 ? '' : `${whole} `}${above}/${below}`;
}
