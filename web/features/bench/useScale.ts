'use client';

import { useRef } from 'react';
import { scaleFor } from './view/scale';

/** The end of the fan's arc, with memory: it grows at once and shrinks only when there is room to spare. */
export function useScale(deviations: readonly number[], tolerance: number): number {
  const before = useRef<number>(undefined);
  const known = useRef(tolerance);
  // Another unit of the same tolerance is another scale altogether.
  if (known.current !== tolerance) before.current = undefined;
  known.current = tolerance;
  before.current = scaleFor(deviations, tolerance, before.current);
  return before.current;
}
