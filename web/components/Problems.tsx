const MOST_SHOWN = 12;

/** The places in a document where something is wrong, a line each; nothing when there is but one, which the message names. */
export function Problems({ details }: { readonly details: readonly unknown[] }) {
  const lines = details.flatMap(problemLine);
  if (lines.length < 2) return null;
  return (
    <ul className="mt-4 space-y-1 font-mono text-sm">
      {lines.slice(0, MOST_SHOWN).map((line) => (
        <li key={line}>{line}</li>
      ))}
      {lines.length > MOST_SHOWN ? <li>and {lines.length - MOST_SHOWN} more</li> : null}
    </ul>
  );
}

function problemLine(detail: unknown): string[] {
  if (typeof detail !== 'object' || detail === null || !('path' in detail) || !('reason' in detail)) return [];
  return [`${String(detail.path)}: ${String(detail.reason)}`];
}
