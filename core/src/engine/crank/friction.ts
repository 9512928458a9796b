import { square } from '../../basics';
import { type Pascals, pascals, type Rpm } from '../../units';

/**
 * Friction mean effective pressure: 0.97 + 0.15 (N/1000) + 0.05 (N/1000)^2 bar, N in rpm.
 * Source: Heywood (1988), eq. 13.6, fitted to motored four-stroke automobile engines of 0.85 to 2 litres at wide open throttle.
 * Range: 500 to 6000 rpm; below, the constant term stands for boundary friction.
 */
export function frictionMeanEffectivePressure(speed: Rpm): Pascals {
  const n = speed / 1000;
  return pascals((0.97 + 0.15 * n + 0.05 * square(n)) * 1e5);
}
