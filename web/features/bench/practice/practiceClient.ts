import type { MountCommand, MountedState, PracticeCommand } from '@amber-needle/core/practice';

export type StandinCommand = PracticeCommand | MountCommand;

export type PracticeAnswer =
  | { readonly outcome: 'done'; readonly state: MountedState }
  | { readonly outcome: 'failed'; readonly reason: string };

/** The server gives the engine three seconds itself. */
const PATIENCE_MS = 5000;

/** Asks the stand-in's practice engine for its state, or gives it a command. */
export async function practice(
  { bench, stream }: { readonly bench: string; readonly stream: string | undefined },
  command: StandinCommand | undefined,
): Promise<PracticeAnswer> {
  const query = stream === undefined ? '' : `?stream=${encodeURIComponent(stream)}`;
  const path = `/api/bench/${encodeURIComponent(bench)}/practice${query}`;
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

function commandRequest(command: StandinCommand): RequestInit {
  return { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(command) };
}
