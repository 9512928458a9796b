'use client';

import { type ReactNode, useState } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Notice } from '@/components/Notice';
import type { FromDial } from '../view/dialReading';
import type { Shown, Typed } from '../view/roundView';

interface LiveStopProps {
  /** What the instrument shows now, and as text; nothing while it settles. */
  readonly shown: Shown | undefined;
  readonly text: string;
  readonly onTake: (shown: Shown) => void;
}

/** A stop that an instrument reads by itself. */
export function LiveStop({ shown, text, onTake }: LiveStopProps) {
  return (
    <div className="flex items-center justify-between gap-4">
      <p className="font-bold text-3xl">{shown === undefined ? 'settling' : text}</p>
      <Button tone="strong" disabled={shown === undefined} onClick={() => shown !== undefined && onTake(shown)}>
        Read it
      </Button>
    </div>
  );
}

interface TypedStopProps {
  readonly label: string;
  readonly band: string;
  readonly setBand: (band: string) => void;
  /** Between the two fields. */
  readonly unit?: ReactNode;
  readonly made: (typed: Typed) => FromDial<Shown>;
  readonly onTake: (shown: Shown) => void;
}

/** A stop that is read by eye and typed. */
export function TypedStop({ label, band, setBand, unit, made, onTake }: TypedStopProps) {
  const [text, setText] = useState('');
  const [unclear, setUnclear] = useState<string>();
  return (
    <form
      noValidate
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault();
        const shown = made({ text, band });
        if (shown.outcome === 'unclear') return setUnclear(shown.reason);
        onTake(shown.event);
      }}
    >
      <div className={unit === undefined ? 'grid grid-cols-2 gap-4' : 'grid grid-cols-3 gap-4'}>
        <Field
          label={label}
          inputMode="decimal"
          autoFocus
          value={text}
          onChange={({ target }) => setText(target.value)}
        />
        {unit}
        <Field
          label="Reading error ±"
          inputMode="decimal"
          value={band}
          onChange={({ target }) => setBand(target.value)}
        />
      </div>
      {unclear === undefined ? null : <Notice>{unclear}</Notice>}
      <Button tone="strong" type="submit">
        Read it
      </Button>
    </form>
  );
}
