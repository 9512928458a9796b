const EIGHTHS = ['', '⅛', '¼', '⅜', '½', '⅝', '¾', '⅞'];

/** An amount of turning as people say it: `⅛`, `1¼`, `3/16`, `1 and 3/16`; the finest is `1/32`. Without direction. */
export function fraction(turns: number): string {
  const finest = Math.round(Math.abs(turns) * 32);
  const whole = Math.floor(finest / 32);
  const rest = finest % 32;
  if (rest === 0) return String(whole);
  const eighths = EIGHTHS[rest / 4];
  if (eighths !== undefined) return whole === 0 ? eighths : `${whole}${eighths}`;
  const part = rest % 2 === 0 ? `${rest / 2}/16` : `${rest}/32`;
  // `1 5/16` reads as fifteen sixteenths from a metre away.
  return whole === 0 ? part : `${whole} and ${part}`;
}

/** `⅛ turn in`. In is clockwise as seen from the screw's head; of a part that comes in sizes: `1 size larger`. */
export function turnText(turns: number, isSized = false): string {
  if (isSized) return sizesText(turns);
  const many = Math.abs(turns) > 1 ? 'turns' : 'turn';
  return `${fraction(turns)} ${many} ${turns < 0 ? 'out' : 'in'}`;
}

/** A screw's place: `as found`, or the net turns from there; of a part that comes in sizes: `1 size larger`. */
export function positionText(turns: number, isSized = false): string {
  if (turns === 0) return 'as found';
  return isSized ? sizesText(turns) : `${fraction(turns)} ${turns < 0 ? 'out' : 'in'}`;
}

function sizesText(sizes: number): string {
  const many = Math.abs(sizes);
  return `${many} ${many > 1 ? 'sizes' : 'size'} ${sizes < 0 ? 'smaller' : 'larger'}`;
}
