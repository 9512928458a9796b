const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** An amount of turning as people say it: `⅛`, `1¼`, `3/16`, `1 and 3/16`. Without direction. */
export function fraction(turns: number): string {
  const sixteenths = Math.round(Math.abs(turns) * 16);
  const whole = Math.floor(sixteenths / 16);
  const rest = sixteenths % 16;
  const part = rest % 2 === 0 ? (EIGHTHS[rest / 2] ?? '') : `${rest}/16`;
  if (whole === 0) return part === '' ? '0' : part;
  if (part === '') return String(whole);
  // `1 5/16` reads as fifteen sixteenths from a metre away.
  return rest % 2 === 0 ? `${whole}${part}` : `${whole} and ${part}`;
}

/** `⅛ turn in`. In is clockwise as seen from the screw's head. */
export function turnText(turns: number): string {
  const many = Math.abs(turns) > 1 ? 'turns' : 'turn';
  return `${fraction(turns)} ${many} ${turns < 0 ? 'out' : 'in'}`;
}

/** A screw's place: `as found`, or the net turns from there. */
export function positionText(turns: number): string {
  return turns === 0 ? 'as found' : `${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`;
}
