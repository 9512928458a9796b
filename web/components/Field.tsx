import { type InputHTMLAttributes, type TextareaHTMLAttributes, useId } from 'react';

interface Described {
  readonly label: string;
  readonly unit?: string;
  readonly error?: string | undefined;
}

const boxClass = 'min-h-12 w-full rounded border border-edge bg-ground px-3 text-base';

/** A labelled text or number box with its unit and its error. */
export function Field({ label, unit, error, ...rest }: Described & InputHTMLAttributes<HTMLInputElement>) {
  const id = useId();
  return (
    <div>
      <FieldLabel id={id} label={label} {...(unit === undefined ? {} : { unit })} />
      <input
        id={id}
        className={boxClass}
        aria-invalid={error !== undefined}
        aria-describedby={`${id}-error`}
        {...rest}
      />
      <FieldError id={`${id}-error`} error={error} />
    </div>
  );
}

/** A labelled box for several lines. */
export function TextField({ label, error, ...rest }: Described & TextareaHTMLAttributes<HTMLTextAreaElement>) {
  const id = useId();
  return (
    <div>
      <FieldLabel id={id} label={label} />
      <textarea
        id={id}
        rows={3}
        className={`${boxClass} py-2`}
        aria-invalid={error !== undefined}
        aria-describedby={`${id}-error`}
        {...rest}
      />
      <FieldError id={`${id}-error`} error={error} />
    </div>
  );
}

function FieldLabel({ id, label, unit }: { readonly id: string; readonly label: string; readonly unit?: string }) {
  return (
    <label htmlFor={id} className="mb-1 block text-soft">
      {label}
      {unit === undefined ? null : <span> ({unit})</span>}
    </label>
  );
}

function FieldError({ id, error }: { readonly id: string; readonly error: string | undefined }) {
  return (
    <p id={id} className="mt-1 text-caution empty:hidden">
      {error}
    </p>
  );
}
