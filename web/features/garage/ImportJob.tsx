'use client';

import { useRouter } from 'next/navigation';
import { type ChangeEvent, useId, useState } from 'react';
import { buttonClass } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { failureText, type Sent, send } from '@/components/send';

const LARGEST_MB = 8;

/** Takes a job file from another workshop. */
export function ImportJob() {
  const router = useRouter();
  const id = useId();
  const [failure, setFailure] = useState<Exclude<Sent<unknown>, { outcome: 'done' }>>();
  const [tooLarge, setTooLarge] = useState<string>();
  const take = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = '';
    if (file === undefined) return;
    if (file.size > LARGEST_MB * 1024 * 1024) {
      const size = (file.size / 1024 / 1024).toFixed(0);
      return setTooLarge(
        `${file.name} has ${size} MB; a job file has at most ${LARGEST_MB}. This is something else. Nothing was changed.`,
      );
    }
    const sent = await send<{ jobId: string }>('/api/jobs/import', file);
    if (sent.outcome === 'done') return router.push(`/jobs/${sent.value.jobId}`);
    setFailure(sent);
  };
  const close = () => {
    setFailure(undefined);
    setTooLarge(undefined);
  };
  return (
    <>
      <label htmlFor={id} className={`${buttonClass('plain')} cursor-pointer has-focus-visible:outline-3`}>
        Import a job
        <input id={id} type="file" accept=".json,application/json" onChange={take} className="sr-only" />
      </label>
      <Modal open={failure !== undefined || tooLarge !== undefined} onClose={close} title="The job was not imported">
        <Notice>{tooLarge ?? (failure === undefined ? '' : failureText(failure))}</Notice>
        {failure?.outcome === 'refused' ? <Problems details={failure.details} /> : null}
      </Modal>
    </>
  );
}

const MOST_SHOWN = 12;

function Problems({ details }: { readonly details: readonly unknown[] }) {
  const lines = details.flatMap(problemLine);
  if (lines.length < 2) return null;
  return (
    <ul className="mt-4 space-y-1 font-mono text-sm">
      {lines.slice(0, MOST_SHOWN).map((line) => (
        <li key={line}>{line}</li>
      ))}
      {lines.length > MOST_SHOWN ? <li>and {lines.length - MOST_SHOWN} more</li> : null}
    </ul>
  );
}

function problemLine(detail: unknown): string[] {
  if (typeof detail !== 'object' || detail === null || !('path' in detail) || !('reason' in detail)) return [];
  return [`${String(detail.path)}: ${String(detail.reason)}`];
}
