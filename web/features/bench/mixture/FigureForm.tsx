'use client';

import { readTyped } from '@amber-needle/core/sheet';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import type { Asked } from './lookStep';

interface FigureFormProps {
  readonly asked: Asked;
  readonly start: string;
  readonly onFigure: (value: number) => void;
  /** Says of each place left that nothing could be seen; there where a step may be passed. */
  readonly onUnseen: readonly (() => boolean)[] | undefined;
  readonly onClose: () => void;
}

/** One figure, typed as people write it. */
export function FigureForm({ asked, start, onFigure, onUnseen, onClose }: FigureFormProps) {
  const [text, setText] = useState(start);
  const [error, setError] = useState<string>();
  const take = (event: FormEvent) => {
    event.preventDefault();
    const typed = readTyped(text);
    if (typed.outcome === 'unreadable') return setError(typed.reason);
    const { value } = typed;
    if (value < asked.low || value > asked.high)
      return setError(
        `${asked.label}: between ${asked.low} and ${asked.high}${asked.unit === '' ? '' : ` ${asked.unit}`}.`,
      );
    setError(undefined);
    setText('');
    onFigure(value);
  };
  return (
    <form onSubmit={take} noValidate className="space-y-5">
      <Field
        label={asked.label}
        {...(asked.unit === '' ? {} : { unit: asked.unit })}
        inputMode="decimal"
        autoFocus
        value={text}
        error={error}
        onChange={({ target }) => setText(target.value)}
      />
      <div className="flex flex-wrap gap-4">
        <Button tone="strong" type="submit">
          Take it
        </Button>
        {onUnseen === undefined ? null : (
          <Button
            onClick={() => {
              if (onUnseen.every((say) => say())) onClose();
            }}
          >
            {asked.unseen}
          </Button>
        )}
      </div>
    </form>
  );
}
