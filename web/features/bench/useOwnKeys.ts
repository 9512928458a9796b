'use client';

import { useEffect, useState } from 'react';
import { ACTIONS, type OwnKeys, setOwnKeys } from '@/words/keys';

const STORE = 'amber-needle.keys';

/** This device's own keys, and how to choose others: kept on the device, in force at once. */
export function useOwnKeys(): readonly [OwnKeys, (keys: OwnKeys) => void] {
  const [keys, setKeys] = useState<OwnKeys>({});
  useEffect(() => {
    const kept = recalled();
    setOwnKeys(kept);
    setKeys(kept);
  }, []);
  const choose = (chosen: OwnKeys) => {
    setOwnKeys(chosen);
    localStorage.setItem(STORE, JSON.stringify(chosen));
    setKeys(chosen);
  };
  return [keys, choose];
}

function recalled(): OwnKeys {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(STORE) ?? '{}');
    if (typeof kept !== 'object' || kept === null) return {};
    const known = Object.entries(kept).filter(
      ([action, key]) => ACTIONS.some((name) => name === action) && typeof key === 'string' && key !== '',
    );
    return Object.fromEntries(known);
  } catch {
    return {};
  }
}
