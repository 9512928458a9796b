import { kindOf } from '@amber-needle/core/job';
import { refusalWords } from '@/words/refusalWords';
import type { OutboxItem } from './outboxStore';

/** What an item is, in a few words; an event of a kind that this program does not know is named as it names itself. */
export function titleText({ event }: OutboxItem): string {
  try {
    return kindOf(event).title;
  } catch {
    return String(event.kind);
  }
}

/** Why it is still here. */
export function reasonText({ state, reason, kept }: OutboxItem): string {
  if (state === 'stuck') return `Could not be saved: ${refusalWords(reason)}`;
  return kept
    ? 'Waits for the server, kept in this browser.'
    : 'Waits for the server. This browser’s store is full: leave the page open until it is saved.';
}

/** Everything that was recorded, for reading and copying. */
export function contentText({ event }: OutboxItem): string {
  const { id, seq, version, ...said } = event;
  return JSON.stringify(said, null, 1);
}

/** All items as a file that can be sent to whoever can help. */
export function outboxFile(items: readonly OutboxItem[]): string {
  return `${JSON.stringify({ format: 'amber-needle/outbox', version: 1, items }, null, 2)}\n`;
}
