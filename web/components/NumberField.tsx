'use client';

import { useEffect, useState } from 'react';
import { Field } from './Field';

interface NumberFieldProps {
  readonly label: string;
  readonly unit?: string;
  readonly value: number;
  readonly onValue: (value: number) => void;
  readonly error?: string | undefined;
}

/** A box for a number: takes what is typed as soon as it is one, and keeps the text as typed until then. */
export function NumberField({ label, unit, value, onValue, error }: NumberFieldProps) {
  const [text, setText] = useState(String(value));
  useEffect(() => {
    setText((typed) => (numberOf(typed) === value ? typed : String(value)));
  }, [value]);
  const wrong = numberOf(text) === undefined ? 'A number, please.' : error;
  return (
    <Field
      label={label}
      {...(unit === undefined ? {} : { unit })}
      inputMode="decimal"
      value={text}
      error={wrong}
      onChange={({ target }) => {
        setText(target.value);
        const typed = numberOf(target.value);
        if (typed !== undefined) onValue(typed);
      }}
    />
  );
}

/** A comma is as good as a point. */
function numberOf(text: string): number | undefined {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? undefined : value;
}
