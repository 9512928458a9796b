import type { SignalReading } from './steadyReading';

/** A hose that is off shows next to nothing of what it showed; the others go on as before. Shares of what they showed. Ours. */
const OFF = 0.2;
const ON = 0.6;

/**
 * The throat that a channel was thought to sit on, of the one channel whose hose was pulled off since `before`; undefined while none or
 * several are off. Before, every channel must have shown a depression.
 */
export function pulledHose(before: SignalReading, now: SignalReading): string | undefined {
  const shares = before.channels.map(({ throat, depression }) => {
    const after = now.channels.find((channel) => channel.throat === throat)?.depression ?? Number.NaN;
    return { throat, share: depression > 0 ? after / depression : Number.NaN };
  });
  const off = shares.filter(({ share }) => share < OFF);
  const [first] = off;
  return first !== undefined && off.length === 1 && shares.every(({ share }) => share < OFF || share > ON)
    ? first.throat
    : undefined;
}
