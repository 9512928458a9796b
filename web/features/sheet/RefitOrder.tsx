import type { EventOf } from '@amber-needle/core/job';

/** What came off last goes on first. */
export function RefitOrder({ cameOff }: { readonly cameOff: readonly EventOf<'cameOff'>[] }) {
  if (cameOff.length === 0) return null;
  return (
    <section aria-label="Order of refitting" className="mt-3">
      <ol className="list-inside list-decimal text-lg">
        {[...cameOff].reverse().map(({ id, what }) => (
          <li key={id}>{what}</li>
        ))}
      </ol>
    </section>
  );
}
