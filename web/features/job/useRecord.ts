'use client';

import { type Bare, type JobEvent, kindOf } from '@amber-needle/core/job';
import { useRouter } from 'next/navigation';
import { useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { outbox } from '@/features/outbox/outbox';

/** Where something that was added to a job from its page is now. */
export type Recording = 'none' | 'sending' | 'waiting';

/** Adds to a job's log from its page, through the outbox: nothing typed is lost when the server is away. */
export function useRecord(jobId: string, lastSeq: number) {
  const router = useRouter();
  const [recording, setRecording] = useState<Recording>('none');
  useEffect(() => {
    let stop: (() => void) | undefined;
    let left = false;
    void outbox().then((opened) => {
      if (left) return;
      stop = opened.listen((message) => {
        if (message.jobId !== jobId || message.kind === 'added') return;
        setRecording('none');
        router.refresh();
      });
    });
    return () => {
      left = true;
      stop?.();
    };
  }, [jobId, router]);

  async function record(bare: Bare): Promise<void> {
    // The server gives it its real place if others have written meanwhile.
    const event = {
      ...bare,
      id: uuid(),
      at: new Date().toISOString(),
      seq: lastSeq + 1,
      version: kindOf(bare).version,
    } as JobEvent;
    setRecording('sending');
    await (await outbox()).add(jobId, event);
    setRecording((now) => (now === 'sending' ? 'waiting' : now));
  }
  return { recording, record };
}
