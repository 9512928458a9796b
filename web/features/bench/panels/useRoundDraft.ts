'use client';

import type { RoundStop } from '@amber-needle/core/signal';
import { useRef, useState } from 'react';

/** An engine is another after so long: what was read before is not taken up again. Ours. */
const OLDEST_MS = 30 * 60_000;

interface Draft {
  /** When the first stop was read, ms since 1970: a page that is loaded again has no other clock in common. */
  readonly begunAt: number;
  readonly stops: readonly RoundStop[];
}

export interface RoundDraft {
  readonly stops: readonly RoundStop[];
  setStops(stops: readonly RoundStop[]): void;
  /** Seconds since the first stop; 0 for the first. */
  taken(): number;
  /** The round was begun earlier and is gone on with. */
  readonly resumed: boolean;
  clear(): void;
}

/** The stops of a round so far, kept in this browser until the round is taken or begun again. */
export function useRoundDraft(name: string, throats: readonly string[]): RoundDraft {
  const key = `amber-needle/round/${name}`;
  const [found] = useState(() => recall(key, throats));
  const [stops, show] = useState<readonly RoundStop[]>(found?.stops ?? []);
  const [resumed, setResumed] = useState(found !== undefined);
  const begunAt = useRef(found?.begunAt ?? 0);
  const setStops = (next: readonly RoundStop[]) => {
    show(next);
    if (next.length === 0) forget(key);
    else remember(key, { begunAt: begunAt.current, stops: next });
  };
  return {
    stops,
    setStops,
    resumed,
    taken() {
      if (stops.length === 0) begunAt.current = Date.now();
      return (Date.now() - begunAt.current) / 1000;
    },
    clear() {
      setStops([]);
      setResumed(false);
    },
  };
}

function remember(key: string, draft: Draft): void {
  try {
    localStorage.setItem(key, JSON.stringify(draft));
  } catch {
    // A full store: the round goes on in this page alone.
  }
}

function forget(key: string): void {
  try {
    localStorage.removeItem(key);
  } catch {
    // Nothing was kept then.
  }
}

/** What was kept, if it is of these throats, of today's shape, and not too old. */
function recall(key: string, throats: readonly string[]): Draft | undefined {
  try {
    const kept: Partial<Draft> = JSON.parse(localStorage.getItem(key) ?? '{}');
    const { begunAt, stops } = kept;
    if (typeof begunAt !== 'number' || !Array.isArray(stops) || stops.length === 0) return undefined;
    if (Date.now() - begunAt > OLDEST_MS) return undefined;
    return stops.every((stop) => isStop(stop, throats)) ? { begunAt, stops } : undefined;
  } catch {
    return undefined;
  }
}

function isStop(stop: unknown, throats: readonly string[]): stop is RoundStop {
  if (typeof stop !== 'object' || stop === null) return false;
  const { throat, value, uncertainty, atS }: Record<string, unknown> = { ...stop };
  return typeof throat === 'string' && throats.includes(throat) && [value, uncertainty, atS].every(Number.isFinite);
}
