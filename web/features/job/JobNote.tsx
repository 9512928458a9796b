'use client';

import type { EventOf } from '@amber-needle/core/job';
import { useRouter } from 'next/navigation';
import { type FormEvent, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { TextField } from '@/components/Field';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';

/** Adds a note to the job. */
export function JobNote({ jobId, nextSeq }: { readonly jobId: string; readonly nextSeq: number }) {
  const router = useRouter();
  const form = useRef<HTMLFormElement>(null);
  const [failure, setFailure] = useState<string>();
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = String(new FormData(event.currentTarget).get('text') ?? '').trim();
    if (text === '') return;
    const note: EventOf<'note'> = { id: uuid(), seq: nextSeq, at: new Date().toISOString(), kind: 'note', text };
    const sent = await send(`/api/jobs/${jobId}/events`, note);
    if (sent.outcome === 'done') {
      form.current?.reset();
      setFailure(undefined);
    } else {
      const isConflict = sent.outcome === 'refused' && sent.status === 409;
      setFailure(
        isConflict
          ? 'The job has grown meanwhile; the page is up to date now. Save the note again.'
          : failureText(sent),
      );
    }
    router.refresh();
  };
  return (
    <form ref={form} onSubmit={save} className="mt-8 max-w-2xl space-y-3">
      <TextField label="Note" name="text" maxLength={4000} />
      {failure === undefined ? null : <Notice>{failure}</Notice>}
      <Button type="submit">Save the note</Button>
    </form>
  );
}
