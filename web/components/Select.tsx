import clsx from 'clsx';
import { type ComponentProps, useId } from 'react';

interface SelectProps extends ComponentProps<'select'> {
  /** Written above it; where there is no room for it, give `aria-label` instead. */
  readonly label?: string;
}

/** One of a list, by the browser's own control: it works with one finger, keys and a screen reader. */
export function Select({ label, className = 'w-full', ...select }: SelectProps) {
  const id = useId();
  return (
    <div>
      {label === undefined ? null : (
        <label htmlFor={id} className="mb-1 block text-soft">
          {label}
        </label>
      )}
      <select id={id} className={clsx('min-h-12 rounded border border-edge bg-ground px-3', className)} {...select} />
    </div>
  );
}
