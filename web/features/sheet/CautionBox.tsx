import { CAUTIONS, type CautionId, DEFERS } from '@amber-needle/core/sheet';
import { TriangleAlert } from 'lucide-react';

/** What can hurt at this step, until it was read on this job. */
export function CautionBox({ cautions }: { readonly cautions: readonly CautionId[] }) {
  if (cautions.length === 0) return null;
  return (
    <section aria-label="Caution" className="mt-4 max-w-3xl border-caution border-l-8 bg-caution-ground px-5 py-3">
      <ul className="space-y-1.5">
        {cautions.map((id) => (
          <li key={id} className="flex gap-3">
            <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-caution" />
            <span>
              <strong>{CAUTIONS[id].name}.</strong> {CAUTIONS[id].text}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-soft text-sm">{DEFERS}</p>
    </section>
  );
}
