'use client';

import { useEffect, useRef, useState } from 'react';
import { createEar, type Ear } from './ear';

/** Levels that the key goes through; the first is off. */
const EAR_LEVELS = ['off', 'quiet', 'loud'] as const;
export type EarLevel = (typeof EAR_LEVELS)[number];

const GAINS: Readonly<Record<EarLevel, number>> = { off: 0, quiet: 0.12, loud: 0.5 };
const STORE = 'amber-needle.ear';

interface Sounding {
  /** How fast the tones beat, Hz; undefined: silence. */
  readonly beatHz: number | undefined;
  /** A cue is heard when this becomes true: a step is due. */
  readonly due: boolean;
}

/** Balance by ear: off until its key is pressed, for a browser lets no page sound unasked; the level is kept on the device. */
export function useEar({ beatHz, due }: Sounding): { readonly next: EarLevel; readonly switchOn: () => void } {
  const [level, setLevel] = useState<EarLevel>('off');
  const ear = useRef<Ear>(undefined);
  useEffect(() => () => ear.current?.close(), []);
  useEffect(() => ear.current?.beat(level === 'off' ? undefined : beatHz), [beatHz, level]);
  useEffect(() => {
    if (due && level !== 'off') ear.current?.cue();
  }, [due, level]);
  const next = nextLevel(level);
  return {
    next,
    switchOn() {
      ear.current ??= createEar(new AudioContext());
      ear.current.level(GAINS[next]);
      if (next !== 'off') localStorage.setItem(STORE, next);
      setLevel(next);
    },
  };
}

/** From off it goes back to the level that was used last on this device. */
function nextLevel(level: EarLevel): EarLevel {
  if (level === 'off' && typeof localStorage !== 'undefined' && localStorage.getItem(STORE) === 'loud') return 'loud';
  return EAR_LEVELS[(EAR_LEVELS.indexOf(level) + 1) % EAR_LEVELS.length] ?? 'off';
}
