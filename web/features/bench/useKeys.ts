'use client';

import { useEffect, useRef } from 'react';
import type { BenchKey } from './KeyLegend';

/** Listens for the bench's keys, wherever the focus is, but not while someone types or a dialog is open. */
export function useKeys(keys: readonly BenchKey[]): void {
  const current = useRef(keys);
  current.current = keys;
  useEffect(() => {
    const heed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat || isTaken(event)) return;
      const found = current.current.find(({ key }) => key === event.key.toLowerCase());
      if (found === undefined) return;
      event.preventDefault();
      if (!found.disabled) found.run();
    };
    window.addEventListener('keydown', heed);
    return () => window.removeEventListener('keydown', heed);
  }, []);
}

function isTaken({ target, key }: KeyboardEvent): boolean {
  if (document.querySelector('[role="dialog"]') !== null) return true;
  if (!(target instanceof HTMLElement)) return false;
  if (target.matches('input, textarea, select')) return true;
  // Space on a focused control is that control's own.
  return key === ' ' && target.matches('button, a, label, [tabindex]');
}
