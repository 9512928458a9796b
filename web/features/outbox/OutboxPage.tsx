'use client';

import Link from 'next/link';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Confirm } from '@/components/Confirm';
import { moment } from '@/words/dates';
import { useOutbox } from './OutboxAgent';
import { outbox } from './outbox';
import type { OutboxItem } from './outboxStore';
import { contentText, outboxFile, reasonText, titleText } from './outboxWords';

/** What this browser holds that the server has not saved, with its content: nothing goes without a person's word. */
export function OutboxPage() {
  const items = useOutbox();
  return (
    <main className="mx-auto max-w-3xl px-6 pt-10 pb-16">
      <div className="flex flex-wrap items-end justify-between gap-4">
        <h1 className="font-bold text-4xl">Not saved yet</h1>
        {items.length === 0 ? null : <Button onClick={() => save(items)}>Save to a file</Button>}
      </div>
      {items.length === 0 ? (
        <p className="mt-10 text-soft text-xl">Everything is saved. Nothing waits in this browser.</p>
      ) : (
        <ul className="mt-6">
          {items.map((item) => (
            <OutboxRow key={item.n} item={item} />
          ))}
        </ul>
      )}
    </main>
  );
}

function OutboxRow({ item }: { readonly item: OutboxItem }) {
  const [asking, setAsking] = useState(false);
  const title = titleText(item);
  return (
    <li className="border-line border-t py-5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-6 gap-y-1">
        <h2 className="font-bold text-xl">{title}</h2>
        <span className="text-soft">{moment(item.addedAt)}</span>
      </div>
      <p className="mt-1">{reasonText(item)}</p>
      <pre
        // biome-ignore lint/a11y/noNoninteractiveTabindex: what scrolls must be reachable by keyboard
        tabIndex={0}
        className="mt-3 max-h-48 overflow-auto whitespace-pre-wrap rounded bg-raise p-3 font-sans text-base"
      >
        {contentText(item)}
      </pre>
      <div className="mt-3 flex flex-wrap gap-3">
        <Link href={`/jobs/${item.jobId}`} className="flex min-h-12 items-center underline underline-offset-4">
          Its job
        </Link>
        {item.state === 'stuck' ? (
          <>
            <Button onClick={() => void outbox().then(({ retry }) => retry(item))}>Try again</Button>
            <Button onClick={() => setAsking(true)}>Throw away</Button>
          </>
        ) : null}
      </div>
      <Confirm
        open={asking}
        title={`Throw away: ${title}`}
        text="It is gone for good then. Save it to a file first if you may need it."
        yes="Throw away"
        onNo={() => setAsking(false)}
        onYes={() => void outbox().then(({ discard }) => discard(item))}
      />
    </li>
  );
}

function save(items: readonly OutboxItem[]): void {
  const url = URL.createObjectURL(new Blob([outboxFile(items)], { type: 'application/json' }));
  const link = Object.assign(document.createElement('a'), { href: url, download: 'not-saved.json' });
  link.click();
  URL.revokeObjectURL(url);
}
