'use client';

import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useEffect, useState } from 'react';
import { outbox } from './outbox';
import type { OutboxItem } from './outboxStore';

/** Sends what waits from every page, and says when something could not be saved. */
export function OutboxAgent() {
  const items = useOutbox();
  const path = usePathname();
  const stuck = items.filter(({ state }) => state === 'stuck').length;
  const waiting = items.length - stuck;
  // The bench says itself what waits; what is stuck is said everywhere but on its own page.
  const atBench = path.endsWith('/bench');
  if (path === '/outbox' || (stuck === 0 && (waiting === 0 || atBench))) return null;
  return (
    <p role="status" className="border-caution border-b-2 bg-caution-ground px-6 py-3 text-center">
      {stuck > 0
        ? `${stuck} ${stuck === 1 ? 'entry' : 'entries'} could not be saved. ${stuck === 1 ? 'It is' : 'They are'} kept in this browser. `
        : `${waiting} ${waiting === 1 ? 'entry waits' : 'entries wait'} for the server. `}
      <Link href="/outbox" className="font-bold underline underline-offset-4">
        Show {stuck + waiting === 1 ? 'it' : 'them'}
      </Link>
    </p>
  );
}

/** Everything in the outbox, kept up to date. */
export function useOutbox(): readonly OutboxItem[] {
  const [items, setItems] = useState<readonly OutboxItem[]>([]);
  useEffect(() => {
    let stop: (() => void) | undefined;
    let left = false;
    void outbox().then((opened) => {
      const look = () => void opened.store.all().then((all) => left || setItems(all));
      if (left) return;
      stop = opened.listen(look);
      look();
    });
    return () => {
      left = true;
      stop?.();
    };
  }, []);
  return items;
}
