import type { Instrument } from '@/server/db/instruments';

const PATIENCE_MS = 5000;

/** The workshop's instruments; none while the server is away. */
export async function fetchInstruments(): Promise<readonly Instrument[]> {
  try {
    const response = await fetch('/api/instruments', { signal: AbortSignal.timeout(PATIENCE_MS) });
    if (!response.ok) return [];
    const { instruments }: { instruments: readonly Instrument[] } = await response.json();
    return instruments;
  } catch {
    return [];
  }
}
