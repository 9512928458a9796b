'use client';

import { useRef } from 'react';
import { scaleFor } from './view/scale';

/** The end of the fan's arc, with memory: it grows at once and shrinks only when there is room to spare. */
export function useScale(deviations: readonly number[], tolerance: number): number {
  const before = useRef<number>(undefined);
  before.current = scaleFor(deviations, tolerance, before.current);
  return before.current;
}
