'use client';

import { useRouter } from 'next/navigation';
import { type FormEvent, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { TextField } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';

/** The button and the form that open a job on a machine. */
export function OpenJob({ machineId, machineName }: { readonly machineId: string; readonly machineName: string }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [busy, setBusy] = useState(false);
  const [failure, setFailure] = useState<string>();
  // One id for as long as the form stands open: a double click opens one job.
  const id = useRef('');
  const show = () => {
    id.current = uuid();
    setFailure(undefined);
    setBusy(false);
    setOpen(true);
  };
  const save = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setBusy(true);
    const complaint = String(new FormData(event.currentTarget).get('complaint') ?? '');
    const sent = await send('/api/jobs', { id: id.current, machineId, complaint });
    if (sent.outcome === 'done') return router.push(`/jobs/${id.current}/bench`);
    setBusy(false);
    setFailure(failureText(sent));
  };
  return (
    <>
      <Button onClick={show}>New job</Button>
      <Modal open={open} onClose={() => setOpen(false)} title={`New job for ${machineName}`}>
        <form onSubmit={save} className="space-y-5">
          <TextField label="What is it in for?" name="complaint" autoFocus maxLength={2000} />
          {failure === undefined ? null : <Notice>{failure}</Notice>}
          <Button tone="strong" type="submit" disabled={busy}>
            {busy ? 'Opening' : 'Open and go to the bench'}
          </Button>
        </form>
      </Modal>
    </>
  );
}
