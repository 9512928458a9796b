import { BLENDS, blendStoichiometry } from '../fuel';

/** What a gauge that is scaled for petrol shows at a lambda: it knows lambda only. */
export function onPetrolScale(lambda: number): number {
  return lambda * blendStoichiometry(BLENDS.petrol);
}

/**
 * What is left of an engine’s life when it is always run at a lambda, as a range: small extra wear at 0.95, clear at 0.90 to 0.85, severe at 0.80
 * (common practice, no source); the figures for these words are ours, and wide because nobody has measured them.
 */
export function lifeLeft(lambda: number): { readonly low: number; readonly high: number } {
  const [first, ...others] = LIFE;
  if (lambda >= first.lambda) return { low: 1, high: 1 };
  let above: (typeof LIFE)[number] = first;
  for (const below of others) {
    if (lambda >= below.lambda) {
      const share = (above.lambda - lambda) / (above.lambda - below.lambda);
      return { low: above.low + share * (below.low - above.low), high: above.high + share * (below.high - above.high) };
    }
    above = below;
  }
  return { low: above.low, high: above.high };
}

const LIFE = [
  { lambda: 1, low: 1, high: 1 },
  { lambda: 0.95, low: 0.9, high: 0.98 },
  { lambda: 0.9, low: 0.75, high: 0.92 },
  { lambda: 0.85, low: 0.6, high: 0.85 },
  { lambda: 0.8, low: 0.35, high: 0.65 },
] as const;
