'use client';

import { useEffect, useRef } from 'react';

interface FigureInputProps {
  readonly label: string;
  readonly unit: string;
  readonly value: string;
  readonly error: string | undefined;
  readonly onChange: (value: string) => void;
  readonly onEnter: () => void;
  readonly onArrow: (by: 'left' | 'right' | 'up' | 'down') => void;
  /** A letter is a key of the sheet, not a part of a figure. */
  readonly onLetter: (letter: string) => void;
}

const ARROWS = { ArrowUp: 'up', ArrowDown: 'down', ArrowLeft: 'left', ArrowRight: 'right' } as const;

function arrowOf(key: string): 'left' | 'right' | 'up' | 'down' | undefined {
  return key in ARROWS ? ARROWS[key as keyof typeof ARROWS] : undefined;
}

/** Where a figure is written: it has the focus, digits go in, letters are the sheet’s own keys. */
export function FigureInput({ label, unit, value, error, onChange, onEnter, onArrow, onLetter }: FigureInputProps) {
  const box = useRef<HTMLInputElement>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the next figure takes the focus as its place is reached
  useEffect(() => {
    if (document.querySelector('[role="dialog"]') === null) box.current?.focus({ preventScroll: true });
  }, [label]);
  return (
    <div className="mt-4">
      <div className="flex items-baseline gap-3">
        <input
          ref={box}
          aria-label={label}
          aria-invalid={error !== undefined}
          inputMode="decimal"
          autoComplete="off"
          value={value}
          onChange={({ target }) => onChange(target.value)}
          onKeyDown={(event) => {
            if (event.ctrlKey || event.metaKey || event.altKey) return;
            const arrow = arrowOf(event.key);
            if (event.key === 'Enter') onEnter();
            else if (arrow !== undefined && value === '') onArrow(arrow);
            else if (/^[a-z?+=]$/i.test(event.key)) onLetter(event.key.toLowerCase());
            else return;
            event.preventDefault();
          }}
          className="min-h-14 w-44 rounded border-2 border-amber bg-ground px-4 text-right font-bold text-3xl"
        />
        <span className="text-soft text-xl">{unit}</span>
      </div>
      <p role="alert" className="mt-1 text-caution empty:hidden">
        {error}
      </p>
    </div>
  );
}
