import type { Metadata } from 'next';
import Link from 'next/link';
import { buttonClass } from '@/components/Button';
import { PageHeader } from '@/components/PageHeader';

export const metadata: Metadata = { title: 'The server is away' };

/** Shown by the service worker for a page that this browser has not seen yet, while the server is away. */
export default function Offline() {
  return (
    <>
      <PageHeader />
      <main className="mx-auto max-w-3xl px-6 pt-16">
        <h1 className="font-bold text-4xl">The server does not answer</h1>
        <p className="mt-4 text-soft text-xl">
          This page has not been opened in this browser before, so it cannot be shown now. Jobs that were open here can
          be worked on; what you record is kept and saved later.
        </p>
        <div className="mt-8 flex flex-wrap gap-3">
          <Link href="/" className={buttonClass('plain')}>
            To the garage
          </Link>
          <Link href="/outbox" className={buttonClass('plain')}>
            What waits to be saved
          </Link>
        </div>
      </main>
    </>
  );
}
