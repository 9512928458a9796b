'use client';

import { useCallback, useEffect, useRef, useState } from 'react';

const TICK_MS = 200;

/** The server’s time by this browser’s clock: the difference is asked for once, and half the way there and back taken off. */
export function useServerClock(): () => number {
  const ahead = useRef(0);
  useEffect(() => {
    const asked = Date.now();
    void fetch('/api/clock')
      .then((answer) => answer.json())
      .then(({ at }: { at?: unknown }) => {
        const now = Date.now();
        if (typeof at === 'string') ahead.current = Date.parse(at) + (now - asked) / 2 - now;
      })
      // Without the server this browser’s clock has to do.
      .catch(() => undefined);
  }, []);
  return useCallback(() => Date.now() + ahead.current, []);
}

/** Seconds since a moment of the server’s, counted on while it runs. */
export function useElapsed(startedAt: string | undefined, now: () => number): number {
  const [elapsed, setElapsed] = useState(0);
  useEffect(() => {
    if (startedAt === undefined) return setElapsed(0);
    const look = () => setElapsed(Math.max(0, (now() - Date.parse(startedAt)) / 1000));
    look();
    const timer = setInterval(look, TICK_MS);
    return () => clearInterval(timer);
  }, [startedAt, now]);
  return elapsed;
}
