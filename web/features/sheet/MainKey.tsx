import clsx from 'clsx';

interface MainKeyProps {
  readonly cap: string;
  readonly text: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  /** One of several, and not the usual one. */
  readonly quiet?: boolean;
}

/** The one key that goes on. */
export function MainKey({ cap, text, onPress, disabled = false, quiet = false }: MainKeyProps) {
  return (
    <button
      type="button"
      disabled={disabled}
      onClick={onPress}
      data-testid={quiet ? undefined : 'main-key'}
      className={clsx(
        'flex min-h-14 w-full items-center gap-3 rounded border-2 px-5 py-2 text-left text-lg disabled:border-line disabled:text-soft',
        quiet ? 'border-edge' : 'border-amber font-bold',
      )}
    >
      <kbd className="rounded border border-edge px-2 font-mono text-base">{cap}</kbd>
      <span>{text}</span>
    </button>
  );
}
