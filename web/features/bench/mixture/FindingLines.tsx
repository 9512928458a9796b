import type { MixtureFinding } from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { Notice } from '@/components/Notice';
import { findingText } from '@/words/mixtureWords';

/** More at once would push the work off the screen. */
const MOST = 2;

/** What no screw cures, each with what would tell. */
export function FindingLines({
  setup,
  findings,
}: {
  readonly setup: Setup;
  readonly findings: readonly MixtureFinding[];
}) {
  if (findings.length === 0) return null;
  return (
    <div className="max-h-36 shrink-0 space-y-px overflow-y-auto border-line border-t text-sm">
      {findings.slice(0, MOST).map((finding) => (
        <Notice key={`${finding.is} ${finding.throat}`}>{findingText(setup, finding)}</Notice>
      ))}
    </div>
  );
}
