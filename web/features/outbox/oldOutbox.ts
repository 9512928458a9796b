import { checkEvent } from '@amber-needle/core/job';
import type { OutboxStore } from './outboxStore';

const PREFIX = 'amber-needle/outbox/';

/** Takes over what versions before 0.2 kept in the browser's small store, and clears it there once it is safe here. */
export async function moveOldOutbox(store: OutboxStore): Promise<void> {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  for (const key of keys) {
    const jobId = key.slice(PREFIX.length);
    const stored: unknown = readJson(localStorage.getItem(key));
    if (!Array.isArray(stored)) continue;
    let kept = true;
    for (const each of stored) {
      const checked = checkEvent(each);
      if (checked.outcome === 'invalid') kept = false;
      else kept = (await store.add(jobId, checked.value, checked.value.at)).kept && kept;
    }
    if (kept) localStorage.removeItem(key);
  }
}

function readJson(text: string | null): unknown {
  try {
    return JSON.parse(text ?? 'null');
  } catch {
    return undefined;
  }
}
