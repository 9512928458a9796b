'use client';

import type { KeptStretch } from '@amber-needle/core/road';
import clsx from 'clsx';
import { memo, useRef } from 'react';
import { REGIME_WORDS } from '@/words/roadWords';
import { STRIP, type Strip } from './view/stripOption';

/** A stretch of one strip. */
export interface StretchAt {
  readonly strip: string;
  readonly stretch: KeptStretch;
}

interface RegimeBarProps {
  readonly strip: Strip;
  readonly top: number;
  readonly shown: readonly [number, number];
  /** The curve above is being looked along, and these are still where they were. */
  readonly stale: boolean;
  readonly selected: StretchAt | undefined;
  readonly onSelect: (stretch: StretchAt | undefined) => void;
}

/** A name fits into a stretch from this share of the picture on, for each of its letters. */
const PER_LETTER = 0.0062;
/** Narrower ones are not drawn: they have a name when one looks nearer. */
const NARROWEST = 0.003;

/** What the run was, beneath its curve: each stretch is chosen by pointer or with the arrows. */
export const RegimeBar = memo(function RegimeBar({ strip, top, shown, stale, selected, onSelect }: RegimeBarProps) {
  const list = useRef<HTMLDivElement>(null);
  const [from, to] = shown;
  const place = (time: number) => (time - strip.shift - from) / (to - from);
  const seen = strip.run.stretches.filter(
    (stretch) =>
      place(stretch.to) > 0 && place(stretch.from) < 1 && place(stretch.to) - place(stretch.from) > NARROWEST,
  );
  const at = seen.findIndex((stretch) => isSame(stretch, selected?.stretch));
  const choose = (next: number) => {
    const stretch = seen[next];
    if (stretch === undefined) return;
    onSelect({ strip: strip.key, stretch });
    list.current?.querySelectorAll('button')[next]?.focus();
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: arrows go from one of its buttons to the next
    <div
      ref={list}
      className={clsx('absolute h-6 overflow-hidden', stale && 'opacity-30')}
      style={{ left: STRIP.left, right: STRIP.right, top }}
      onKeyDown={(event) => {
        const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
        if (by === 0) return;
        event.preventDefault();
        event.stopPropagation();
        choose(Math.max(0, at) + by);
      }}
    >
      {seen.map((stretch, i) => {
        const [left, right] = [Math.max(0, place(stretch.from)), Math.min(1, place(stretch.to))];
        const name = REGIME_WORDS[stretch.regime];
        const short = (name.split(',')[0] ?? name).toLowerCase();
        const counts = !stretch.leftOut && !['overrun', 'shift', 'transient', 'off'].includes(stretch.regime);
        return (
          <button
            key={stretch.from}
            type="button"
            tabIndex={i === Math.max(0, at) ? 0 : -1}
            aria-label={`${name}${stretch.leftOut ? ', left out' : ''}, ${strip.label}, ${Math.round(stretch.from)} to ${Math.round(stretch.to)} s`}
            aria-pressed={i === at}
            onClick={() => choose(i)}
            className={clsx(
              'absolute inset-y-0 overflow-hidden whitespace-nowrap border text-center text-xs',
              counts ? 'border-line bg-raise' : 'border-line/50 text-edge',
              stretch.leftOut && 'line-through',
              stretch.by === 'hand' && 'border-b-2 border-b-ghost',
              i === at && 'border-amber',
            )}
            style={{ left: `${100 * left}%`, width: `calc(${100 * (right - left)}% - 1px)` }}
          >
            {right - left > PER_LETTER * short.length ? short : ''}
          </button>
        );
      })}
    </div>
  );
});

function isSame(a: KeptStretch, b: KeptStretch | undefined): boolean {
  return b !== undefined && a.from === b.from && a.to === b.to;
}
