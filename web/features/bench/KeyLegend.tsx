'use client';

import clsx from 'clsx';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { type ActionKey, keyFor } from '@/words/keys';
import { useKeys } from './useKeys';

/** One action of the bench: its key, its word, and what it does. */
export interface BenchKey extends ActionKey {
  readonly label: string;
  readonly run: () => void;
  readonly disabled?: boolean;
  readonly strong?: boolean;
  /** Its button stands elsewhere, or among all keys; the key works all the same. */
  readonly elsewhere?: boolean;
}

/** The keys of the bench, each a button too: the main one, and the others; on a small screen those stand behind one button. */
interface KeyLegendProps {
  readonly keys: readonly BenchKey[];
  readonly onChooseKeys?: () => void;
}

export function KeyLegend({ keys, onChooseKeys }: KeyLegendProps) {
  const [open, setOpen] = useState(false);
  const main = keys.filter(({ strong = false }) => strong);
  const others = keys.filter(({ strong = false }) => !strong);
  const listed = others.filter(({ elsewhere = false }) => !elsewhere);
  const all: BenchKey = { ...keyFor('keys'), label: 'all keys', run: () => setOpen(true) };
  useKeys([...keys, all]);
  return (
    <div className="flex items-stretch gap-2 border-line lg:block lg:border-t lg:pt-3">
      {main.map((key) => (
        <Key
          key={key.label}
          of={key}
          className="min-h-14 flex-1 border-2 border-amber px-4 font-bold text-xl lg:mb-1 lg:w-full"
        />
      ))}
      <Button className="lg:hidden" onClick={() => setOpen(true)}>
        Keys
      </Button>
      <ul className="grid grid-cols-3 max-lg:hidden" aria-label="Keys">
        {[...listed, all].map((key) => (
          <li key={key.label}>
            <Key of={key} className="min-h-12 w-full text-soft hover:text-ink" />
          </li>
        ))}
      </ul>
      <Modal open={open} onClose={() => setOpen(false)} title="Keys">
        <ul className="grid grid-cols-2 gap-x-4" onClickCapture={() => setOpen(false)}>
          {others.map((key) => (
            <li key={key.label}>
              <Key of={key} className="min-h-12 w-full" />
            </li>
          ))}
        </ul>
        <Button
          className="mt-3"
          onClick={() => {
            setOpen(false);
            onChooseKeys?.();
          }}
        >
          Choose other keys
        </Button>
      </Modal>
    </div>
  );
}

function Key({ of, className }: { readonly of: BenchKey; readonly className: string }) {
  const { cap, spoken, label, run, disabled = false } = of;
  return (
    <button
      type="button"
      onClick={run}
      disabled={disabled}
      aria-keyshortcuts={spoken}
      className={clsx(
        'flex items-center gap-2 whitespace-nowrap rounded text-left disabled:cursor-default disabled:border-line disabled:text-soft',
        className,
      )}
    >
      <kbd className="rounded border border-edge px-2 py-0.5 font-bold font-mono text-ink text-sm">{cap}</kbd>
      {label}
    </button>
  );
}
