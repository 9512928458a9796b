'use client';

import { useRouter } from 'next/navigation';
import { type ChangeEvent, useId, useState } from 'react';
import { toast } from 'sonner';
import { Button, buttonClass } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { Problems } from '@/components/Problems';
import { failureText, type Sent, send } from '@/components/send';
import { importedText, isWorkshopFile, type Machines, machinesIn, tooLargeText } from './importWords';

type Failure = Exclude<Sent<unknown>, { outcome: 'done' }>;

/** Takes a job file, or a whole workshop's, from another workshop. */
export function ImportFile() {
  const router = useRouter();
  const id = useId();
  const [failure, setFailure] = useState<string>();
  const [details, setDetails] = useState<readonly unknown[]>([]);
  const [choice, setChoice] = useState<{ readonly file: File; readonly machines: Machines }>();
  const [busy, setBusy] = useState(false);

  const fail = (sent: Failure) => {
    setFailure(failureText(sent));
    setDetails(sent.outcome === 'refused' ? sent.details : []);
  };
  const takeJob = async (file: File, machine?: string) => {
    const query = machine === undefined ? '' : `?machine=${machine}`;
    const sent = await send<{ jobId: string }>(`/api/jobs/import${query}`, file);
    setChoice(undefined);
    if (sent.outcome === 'done') return router.push(`/jobs/${sent.value.jobId}`);
    const machines = machinesIn(sent);
    if (machines.length > 0) setChoice({ file, machines });
    else fail(sent);
  };
  const takeWorkshop = async (file: File) => {
    const sent = await send<Parameters<typeof importedText>[0]>('/api/workshop', file, 'application/zip');
    if (sent.outcome !== 'done') return fail(sent);
    toast(importedText(sent.value));
    router.refresh();
  };
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (file === undefined) return;
    const tooLarge = tooLargeText(file);
    if (tooLarge !== undefined) return setFailure(tooLarge);
    setBusy(true);
    await (isWorkshopFile(file) ? takeWorkshop(file) : takeJob(file));
    setBusy(false);
  };
  const close = () => {
    setFailure(undefined);
    setDetails([]);
    setChoice(undefined);
  };
  return (
    <>
      <label htmlFor={id} className={`${buttonClass('plain')} cursor-pointer has-focus-visible:outline-3`}>
        {busy ? 'Reading the file' : 'Import a job'}
        <input
          id={id}
          type="file"
          accept=".json,application/json,.zip,application/zip"
          onChange={take}
          disabled={busy}
          className="sr-only"
        />
      </label>
      <Modal open={failure !== undefined} onClose={close} title="The file was not imported">
        <Notice>{failure}</Notice>
        <Problems details={details} />
      </Modal>
      <Modal open={choice !== undefined} onClose={close} title="Which machine is it?">
        <p className="text-soft">A machine of that name is here already. The job may be its, or another’s.</p>
        <ul className="mt-5 space-y-3">
          {choice?.machines.map((machine) => (
            <li key={machine.id}>
              <Button className="w-full text-left" onClick={() => void takeJob(choice.file, machine.id)}>
                {machine.text}
              </Button>
            </li>
          ))}
          <li>
            <Button tone="strong" className="w-full" onClick={() => choice && void takeJob(choice.file, 'new')}>
              Another machine: add it
            </Button>
          </li>
        </ul>
      </Modal>
    </>
  );
}
