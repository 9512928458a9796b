/** The practice engine as its stand-in tells it. */
export interface PracticeState {
  readonly running: boolean;
  readonly positions: Readonly<Record<string, number>>;
  readonly adjusters: readonly { readonly id: string; readonly label: string }[];
  readonly couplings: readonly { readonly id: string; readonly label: string; readonly clamped: boolean }[];
}

export type PracticeCommand =
  | { readonly do: 'start' | 'stop' | 'blip' }
  | { readonly do: 'turn'; readonly adjuster: string; readonly turns: number }
  | { readonly do: 'couple'; readonly coupling: string; readonly clamped: boolean };

export type PracticeAnswer =
  | { readonly outcome: 'done'; readonly state: PracticeState }
  | { readonly outcome: 'failed'; readonly reason: string };

/** Asks the practice engine for its state, or gives it a command. */
export async function practice(bench: string, command: PracticeCommand | undefined): Promise<PracticeAnswer> {
  const path = `/api/bench/${encodeURIComponent(bench)}/practice`;
  try {
    const response = await fetch(path, command === undefined ? {} : commandRequest(command));
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
