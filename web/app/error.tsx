'use client';

import { Button } from '@/components/Button';

/** Shown in place of a page that failed; what was recorded is in the database or waits in the browser. */
export default function PageError(_: { readonly error: Error }) {
  return (
    <main className="mx-auto max-w-3xl px-6 pt-16">
      <h1 className="font-bold text-4xl">This page could not be shown</h1>
      <p className="mt-4 text-soft text-xl">
        Most often the database does not answer. What was recorded is safe; what was not yet saved waits in this
        browser.
      </p>
      {/* The whole page anew: what failed was made on the server, and drawing the same again would fail the same. */}
      <Button className="mt-8" onClick={() => window.location.reload()}>
        Try again
      </Button>
    </main>
  );
}
