'use client';

import { Button } from '@/components/Button';

/** Shown in place of a page that failed; what was recorded is in the database or waits in the browser. */
export default function PageError({ reset }: { readonly error: Error; readonly reset: () => void }) {
  return (
    <main className="mx-auto max-w-3xl px-6 pt-16">
      <h1 className="font-bold text-4xl">This page could not be shown</h1>
      <p className="mt-4 text-soft text-xl">
        Most often the database does not answer. What was recorded is safe; what was not yet saved waits in this
        browser.
      </p>
      <Button className="mt-8" onClick={reset}>
        Try again
      </Button>
    </main>
  );
}
