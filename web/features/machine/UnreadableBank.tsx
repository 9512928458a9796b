import { Notice } from '@/components/Notice';

/** A bank that cannot be read breaks nothing but itself. */
export function UnreadableBank({ name, reason }: { readonly name: string; readonly reason: string }) {
  return (
    <main className="mx-auto max-w-3xl px-6 pt-10 pb-16">
      <h1 className="mb-6 font-bold text-4xl">{name}</h1>
      <Notice>
        The bank of this machine cannot be read: {reason}. Its jobs are safe, each has the bank it was opened with. Add
        the machine anew to open further jobs.
      </Notice>
    </main>
  );
}
