import { CircleAlert } from 'lucide-react';
import type { ReactNode } from 'react';

/** Something that went wrong: what happened, what it means, what to do. Stays until the cause is gone or it is put away. */
export function Notice({ children, onDismiss }: { readonly children: ReactNode; readonly onDismiss?: () => void }) {
  return (
    <div role="alert" className="flex items-start gap-3 border-caution border-l-4 bg-caution-ground px-4 py-3">
      <CircleAlert aria-hidden className="mt-0.5 size-5 shrink-0 text-caution" />
      <div className="min-w-0 flex-1">{children}</div>
      {onDismiss === undefined ? null : (
        <button type="button" onClick={onDismiss} className="-my-3 min-h-12 shrink-0 px-3 underline">
          Put away
        </button>
      )}
    </div>
  );
}
