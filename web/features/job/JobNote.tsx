'use client';

import { type FormEvent, useRef } from 'react';
import { Button } from '@/components/Button';
import { TextField } from '@/components/Field';
import { useRecord } from './useRecord';

/** Adds a note to the job. */
export function JobNote({ jobId, lastSeq }: { readonly jobId: string; readonly lastSeq: number }) {
  const form = useRef<HTMLFormElement>(null);
  const { recording, record } = useRecord(jobId, lastSeq);
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const text = String(new FormData(event.currentTarget).get('text') ?? '').trim();
    if (text === '') return;
    await record({ kind: 'note', text });
    form.current?.reset();
  };
  return (
    <form ref={form} onSubmit={save} className="mt-8 max-w-2xl space-y-3">
      <TextField label="Note" name="text" maxLength={4000} />
      <div className="flex flex-wrap items-center gap-4">
        <Button type="submit">Save the note</Button>
        <span role="status" className="text-soft">
          {recording === 'waiting' ? 'Kept in this browser, not saved yet' : ''}
        </span>
      </div>
    </form>
  );
}
