import type { PracticeCommand, PracticeState } from '@amber-needle/core/practice';

export type PracticeAnswer =
  | { readonly outcome: 'done'; readonly state: PracticeState }
  | { readonly outcome: 'failed'; readonly reason: string };

/** The server gives the engine three seconds itself. */
const PATIENCE_MS = 5000;

/** Asks the stand-in's practice engine for its state, or gives it a command. */
export async function practice(bench: string, command: PracticeCommand | undefined): Promise<PracticeAnswer> {
  const path = `/api/bench/${encodeURIComponent(bench)}/practice`;
  try {
    const request = command === undefined ? {} : commandRequest(command);
    const response = await fetch(path, { ...request, signal: AbortSignal.timeout(PATIENCE_MS) });
    const answer = await response.json();
    if (response.ok) return { outcome: 'done', state: answer };
    return {
      outcome: 'failed',
      reason: typeof answer.error === 'string' ? answer.error : (answer.error?.message ?? 'It refused.'),
    };
  } catch {
    return { outcome: 'failed', reason: 'The server does not answer.' };
  }
}

function commandRequest(command: PracticeCommand): RequestInit {
  return { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(command) };
}
