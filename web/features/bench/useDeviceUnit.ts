'use client';

import { useState } from 'react';
import { type DeviceUnit, nextUnit, UNIT_COOKIE } from '@/words/deviceUnit';

const YEAR_S = 365 * 24 * 3600;

/** The unit that this device shows depression in, and how to go on to the next: kept on the device, so that the server's first picture is right. */
export function useDeviceUnit(first: DeviceUnit): readonly [DeviceUnit, () => void] {
  const [unit, setUnit] = useState(first);
  const next = () => {
    const chosen = nextUnit(unit.pressure);
    // biome-ignore lint/suspicious/noDocumentCookie: the server reads the choice, so that the first paint is right
    document.cookie = `${UNIT_COOKIE}=${chosen}; path=/; max-age=${YEAR_S}; samesite=lax`;
    setUnit({ ...unit, pressure: chosen });
  };
  return [unit, next];
}
