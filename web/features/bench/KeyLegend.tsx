import clsx from 'clsx';
import type { ActionKey } from '@/words/keys';

/** One action of the bench: its key, its word, and what it does. */
export interface BenchKey extends ActionKey {
  readonly label: string;
  readonly run: () => void;
  readonly disabled?: boolean;
  readonly strong?: boolean;
  /** Its button stands elsewhere on the bench; the key works all the same. */
  readonly elsewhere?: boolean;
}

/** The keys of the bench, each a button too. */
export function KeyLegend({ keys }: { readonly keys: readonly BenchKey[] }) {
  const listed = keys.filter(({ elsewhere = false }) => !elsewhere);
  return (
    <ul className="grid grid-cols-3 border-line border-t pt-3 max-sm:grid-cols-2" aria-label="Keys">
      {listed.map(({ key, cap, spoken, label, run, disabled = false, strong = false }) => (
        <li key={key} className={clsx(strong && 'col-span-full')}>
          <button
            type="button"
            onClick={run}
            disabled={disabled}
            aria-keyshortcuts={spoken}
            className={clsx(
              'flex items-center gap-2 whitespace-nowrap rounded text-left disabled:cursor-default',
              strong
                ? 'mb-1 min-h-14 w-full border-2 border-amber px-4 font-bold text-xl disabled:border-line disabled:text-soft'
                : 'min-h-12 w-full text-soft hover:text-ink',
            )}
          >
            <kbd className="rounded border border-edge px-2 py-0.5 font-bold font-mono text-ink text-sm">{cap}</kbd>
            {label}
          </button>
        </li>
      ))}
    </ul>
  );
}
