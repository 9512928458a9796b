import { at } from '../basics';

/**
 * Torque at one throttle and its best spark against lambda, over its best. Source: Heywood (1988), fig. 15-1 (power against the mixture: best a
 * tenth rich, falling gently beyond, with the fuel on the lean side), read from memory; rich of 0.7 and lean of 1.3 carried on.
 */
const TORQUE = [
  [0.5, 0.6],
  [0.55, 0.7],
  [0.6, 0.79],
  [0.65, 0.86],
  [0.7, 0.91],
  [0.75, 0.952],
  [0.8, 0.98],
  [0.85, 0.995],
  [0.9, 1],
  [0.95, 0.992],
  [1, 0.97],
  [1.05, 0.937],
  [1.1, 0.896],
  [1.15, 0.85],
  [1.2, 0.8],
  [1.25, 0.745],
  [1.3, 0.685],
  [1.4, 0.55],
  [1.5, 0.41],
  [1.7, 0.15],
] as const;

const STEP = 0.05;
/** Torque over the best, on an even grid of lambda, so that a look-up is an index. */
const EVEN = Array.from({ length: 25 }, (_, i) => betweenRows(0.5 + STEP * i));

function betweenRows(lambda: number): number {
  const above = TORQUE.findIndex(([end]) => end >= lambda - 1e-9);
  if (above <= 0) return TORQUE[0][1];
  const [a, ta] = at(TORQUE, above - 1);
  const [b, tb] = at(TORQUE, above);
  return ta + ((tb - ta) * (lambda - a)) / (b - a);
}

/** Share of its best torque that a cylinder lacks at a lambda. Between figures a parabola through three, so that there are no kinks. */
export function torqueLack(lambda: number): number {
  const place = Math.min(EVEN.length - 2, Math.max(1, Math.round((lambda - 0.5) / STEP)));
  const t = (Math.min(1.7, Math.max(0.5, lambda)) - 0.5) / STEP - place;
  const [before, here, after] = [at(EVEN, place - 1), at(EVEN, place), at(EVEN, place + 1)];
  const torque = here + ((after - before) / 2) * t + ((after - 2 * here + before) / 2) * t * t;
  return 1 - Math.min(1, Math.max(0, torque));
}

/** Lambda of the best torque. Source: as above. */
export const BEST_TORQUE_LAMBDA = 0.9;
