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

/** Everything that was recorded, a line a figure or word, for reading and copying. The file has it as it is stored. */
export function contentText({ event }: OutboxItem): string {
  const { id, seq, version, kind, at, ...said } = event;
  return linesOf(said, []).join('\n');
}

function linesOf(value: unknown, path: readonly string[]): readonly string[] {
  if (typeof value !== 'object' || value === null) return [`${path.map(wordOf).join(', ')}: ${String(value)}`];
  return Object.entries(value).flatMap(([key, part]) => linesOf(part, [...path, key]));
}

/** `depressionKPa` as `depression kPa`; places in a list count from 1. */
function wordOf(key: string): string {
  if (/^\d+$/.test(key)) return String(Number(key) + 1);
  const words = key.replace(/([a-z])([A-Z])/g, '$1 $2').toLowerCase();
  return words.replace(/\bkpa$/, 'kPa');
}

/** All items as a file that can be sent to whoever can help. */
export function outboxFile(items: readonly OutboxItem[]): string {
  return `${JSON.stringify({ format: 'amber-needle/outbox', version: 1, items }, null, 2)}\n`;
}
