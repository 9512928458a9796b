import type { Unreadable } from '@/server/db/eventRows';

/** An event that cannot be read, and what that means for the job. */
export function unreadableText({ seq, reason }: Unreadable): string {
  return `Event ${seq} of this job cannot be read: ${reason}. What was recorded before it is shown; nothing can be added. The record itself is kept as it is.`;
}
