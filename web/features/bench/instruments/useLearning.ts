'use client';

import type { KnownGauges } from '@amber-needle/core/belief';
import type { Job } from '@amber-needle/core/job';
import { useEffect, useRef } from 'react';
import { send } from '@/components/send';
import type { Instrument } from '@/server/db/instruments';
import type { LiveView } from '@/workers/signalProtocol';
import { fetchInstruments } from './fetchInstruments';
import { learnedChannels } from './instrumentEvent';

/** What matching has taught of an instrument is kept with it for the next job, once for each matching. */
export function useLearning({ instrument, gaugesMatched }: Job, gauges: KnownGauges, live: LiveView | undefined): void {
  const id = instrument?.id;
  const latest = useRef({ gauges, live });
  latest.current = { gauges, live };
  useEffect(() => {
    if (id === undefined || !gaugesMatched) return;
    void keep(id, latest.current);
  }, [id, gaugesMatched]);
}

async function keep(
  id: string,
  { gauges, live }: { readonly gauges: KnownGauges; readonly live: LiveView | undefined },
): Promise<void> {
  const before = (await fetchInstruments()).find((each) => each.id === id);
  if (before === undefined) return;
  const learned = learnedChannels(gauges, live?.channels ?? [], new Date().toISOString());
  // A server that is away loses a lesson, not a job: the next matching teaches it again.
  await send('/api/instruments', { ...before, learned } satisfies Instrument);
}
