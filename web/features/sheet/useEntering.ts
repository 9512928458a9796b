'use client';

import type { Bare } from '@amber-needle/core/job';
import { readTyped } from '@amber-needle/core/sheet';
import { fromUnit } from '@amber-needle/core/units';
import { useState } from 'react';
import type { Entering, StepHere, StepProps } from './step';
import { sistersHave } from './view/sheetView';

/** As long as a choice's words may be kept. */
const MOST_TYPED = 40;

/** Writes figures and choices of a step down, as they were typed. */
export function useEntering(
  { row, onSay, onDone }: StepProps,
  { quantity, unit, cell, place, at }: StepHere,
): Entering {
  const [text, setText] = useState('');
  const [error, setError] = useState<string>();
  // Found first; once that stands, what is written next is what it was set to.
  const [when, setWhen] = useState<'found' | 'set'>(
    cell?.found === undefined || cell.state === 'open' ? 'found' : 'set',
  );
  const sisters = quantity === undefined ? undefined : sistersHave(row, place, when);
  const write = (typed: string, result: Extract<Bare, { kind: 'measured' }>['result']) => {
    if (quantity === undefined) return;
    if (onSay({ kind: 'measured', quantity: quantity.id, ...at, when, typed, result })) onDone();
  };
  return {
    text,
    error,
    when,
    sisters,
    type(next) {
      setText(next);
      setError(undefined);
    },
    turnOver: () => setWhen(when === 'found' ? 'set' : 'found'),
    enterFigure() {
      if (unit === undefined) return;
      if (text.trim() === '') {
        if (typeof sisters?.value === 'number' && sisters.unit !== undefined)
          write(sisters.typed, { is: 'figure', value: sisters.value, unit: sisters.unit });
        return;
      }
      const read = readTyped(text);
      if (read.outcome === 'unreadable') return setError(read.reason);
      write(text.trim(), { is: 'figure', value: fromUnit(read.value, unit), unit });
    },
    choose: (choice, words) => write(words.slice(0, MOST_TYPED), { is: 'choice', choice }),
  };
}
