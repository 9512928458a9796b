/** The beat at the allowed spread, and the fastest that an ear still counts as beats, Hz. Ours. */
const AT_TOLERANCE_HZ = 1.5;
const FASTEST_HZ = 14;

/**
 * How fast two tones beat against each other for a spread: in proportion, so that it slows as the throats come together and stands still
 * when they agree. Hz; undefined where there is no spread to hear. `spread` and `tolerance` in one unit.
 */
export function earBeatHz(spread: number | undefined, tolerance: number): number | undefined {
  if (spread === undefined || !Number.isFinite(spread)) return undefined;
  return Math.min(FASTEST_HZ, (AT_TOLERANCE_HZ * spread) / tolerance);
}
