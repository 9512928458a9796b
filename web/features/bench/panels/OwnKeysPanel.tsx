'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { ACTION_NAMES, ACTIONS, type Action, keyFor, type OwnKeys } from '@/words/keys';

interface OwnKeysPanelProps {
  readonly own: OwnKeys;
  readonly onChoose: (keys: OwnKeys) => void;
  readonly onClose: () => void;
}

/** Keys that steer the dialog itself cannot be given away. */
const NOT_GIVEN = ['tab', 'escape', 'shift', 'control', 'alt', 'meta'];

/** Which key does what on this device: pressed once to choose it, on a keyboard, a foot switch or a page turner. */
export function OwnKeysPanel({ own, onChoose, onClose }: OwnKeysPanelProps) {
  const [waiting, setWaiting] = useState<Action>();
  useEffect(() => {
    if (waiting === undefined) return;
    const take = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (NOT_GIVEN.includes(key)) return setWaiting(undefined);
      event.preventDefault();
      event.stopPropagation();
      const others = Object.fromEntries(
        Object.entries(own).filter(([action, mine]) => mine !== key && action !== waiting),
      );
      onChoose({ ...others, [waiting]: key });
      setWaiting(undefined);
    };
    window.addEventListener('keydown', take, { capture: true });
    return () => window.removeEventListener('keydown', take, { capture: true });
  }, [waiting, own, onChoose]);
  return (
    <Modal open onClose={onClose} title="Keys of this device">
      <p className="mb-3 text-soft">
        Choose an action, then press the key, foot switch or page turner that shall do it.
      </p>
      <ul className="grid grid-cols-2 gap-x-6">
        {ACTIONS.map((action) => (
          <li key={action}>
            <button
              type="button"
              onClick={() => setWaiting(action)}
              className="flex min-h-12 w-full items-center gap-3 text-left hover:text-amber"
            >
              <kbd className="min-w-10 rounded border border-edge px-2 py-0.5 text-center font-bold font-mono text-sm">
                {waiting === action ? 'press' : keyFor(action).cap}
              </kbd>
              {ACTION_NAMES[action]}
            </button>
          </li>
        ))}
      </ul>
      <Button className="mt-4" disabled={Object.keys(own).length === 0} onClick={() => onChoose({})}>
        As shipped
      </Button>
    </Modal>
  );
}
