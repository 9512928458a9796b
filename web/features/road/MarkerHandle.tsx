'use client';

import { useEffect, useState } from 'react';
import { withUnit } from '@/words/numbers';
import { STRIP } from './view/stripOption';

interface MarkerHandleProps {
  readonly label: string;
  readonly text: string;
  readonly top: number;
  /** s of its own run, and the end of that. */
  readonly at: number;
  readonly most: number;
  /** Where it stands between both ends of the picture. */
  readonly place: number;
  readonly onMove: (at: number) => void;
}

/** An arrow moves it by so much, with Shift by more, s. */
const FINE = 0.05;
const COARSE = 1;

/** The moment of the bursts in one run: arrows move it, leaving it or Enter keeps it. */
export function MarkerHandle({ label, text, top, at, most, place, onMove }: MarkerHandleProps) {
  const [moved, setMoved] = useState<number>();
  // biome-ignore lint/correctness/useExhaustiveDependencies: kept or undone elsewhere, it is where the log says
  useEffect(() => setMoved(undefined), [at]);
  if (place < 0 || place > 1) return null;
  const now = moved ?? at;
  const keep = () => {
    if (moved !== undefined && moved !== at) onMove(moved);
  };
  const move = (by: number) => setMoved(Math.min(most, Math.max(0, now + by)));
  return (
    <div
      className="pointer-events-none absolute"
      style={{ left: STRIP.left, right: STRIP.right, top, height: STRIP.height + STRIP.top }}
    >
      <div
        role="slider"
        tabIndex={0}
        aria-label={label}
        aria-valuenow={now}
        aria-valuemin={0}
        aria-valuemax={most}
        aria-valuetext={withUnit(now, 2, 's')}
        className="pointer-events-auto absolute top-3 bottom-0 w-3 -translate-x-1/2 cursor-ew-resize focus-visible:bg-lit"
        style={{ left: `${100 * place}%` }}
        onBlur={keep}
        onKeyDown={(event) => {
          const step = event.shiftKey ? COARSE : FINE;
          if (event.key === 'ArrowLeft') move(-step);
          else if (event.key === 'ArrowRight') move(step);
          else if (event.key === 'Enter') keep();
          else return;
          event.preventDefault();
          event.stopPropagation();
        }}
      >
        <span aria-hidden className="absolute inset-y-0 left-1/2 border-ink border-l border-dashed" />
        <span aria-hidden className="absolute top-3 left-2.5 whitespace-nowrap bg-ground px-1 text-xs">
          {moved === undefined ? text : withUnit(now, 2, 's')}
        </span>
      </div>
    </div>
  );
}
