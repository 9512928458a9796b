import clsx from 'clsx';

interface ToggleRowProps {
  readonly legend: string;
  readonly parts: readonly { readonly id: string; readonly label: string; readonly on: boolean }[];
  readonly toggle: (id: string) => void;
}

/** A row of parts that are in or out, each a switch of its own. */
export function ToggleRow({ legend, parts, toggle }: ToggleRowProps) {
  return (
    <fieldset className="flex flex-wrap items-center gap-2">
      <legend className="sr-only">{legend}</legend>
      <span aria-hidden className="text-soft">
        {legend}
      </span>
      {parts.map(({ id, label, on }) => (
        <button
          key={id}
          type="button"
          aria-pressed={on}
          aria-label={`${legend} ${id}: ${label}`}
          onClick={() => toggle(id)}
          className={clsx(
            'min-h-12 min-w-12 rounded border px-3',
            on ? 'border-amber bg-amber-soft font-bold' : 'border-line text-soft hover:border-edge',
          )}
        >
          {label}
        </button>
      ))}
    </fieldset>
  );
}
