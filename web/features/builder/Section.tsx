import type { ReactNode } from 'react';

/** One part of the builder under its heading. */
export function Section({ title, children }: { readonly title: string; readonly children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-3 border-line border-b pb-1 font-bold text-xl">{title}</h2>
      {children}
    </section>
  );
}
