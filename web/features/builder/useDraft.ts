'use client';

import type { Setup } from '@amber-needle/core/setup';
import { useReducer } from 'react';

/** A bank under the pencil, with every step back. */
export interface Draft {
  readonly setup: Setup;
  readonly canUndo: boolean;
  change(next: Setup): void;
  undo(): void;
}

interface History {
  readonly now: Setup;
  readonly before: readonly Setup[];
}

const MOST_STEPS = 200;

type Step = { readonly kind: 'change'; readonly next: Setup } | { readonly kind: 'undo' };

function afterStep({ now, before }: History, step: Step): History {
  switch (step.kind) {
    case 'change':
      return { now: step.next, before: [...before.slice(-MOST_STEPS), now] };
    case 'undo': {
      const last = before.at(-1);
      return last === undefined ? { now, before } : { now: last, before: before.slice(0, -1) };
    }
  }
}

export function useDraft(saved: Setup): Draft {
  const [{ now, before }, step] = useReducer(afterStep, { now: saved, before: [] });
  const change = (next: Setup) => step({ kind: 'change', next });
  return { setup: now, canUndo: before.length > 0, change, undo: () => step({ kind: 'undo' }) };
}
