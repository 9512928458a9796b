'use client';

import type { Bare } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Confirm } from '@/components/Confirm';
import { TextField } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { MachineCommand } from '@/features/garage/MachineCommand';
import { useRecord } from './useRecord';

interface JobActionsProps {
  readonly jobId: string;
  readonly lastSeq: number;
  readonly machineId: string;
  readonly complaint: string;
  /** The event that closed the job; undefined while it is open. */
  readonly closedBy: string | undefined;
  /** The machine's bank, where it is now another than this job's. */
  readonly otherSetup: Setup | undefined;
}

/** What can be done with a job from its page: close it or open it again, reword it, correct its bank, delete it. */
export function JobActions({ jobId, lastSeq, machineId, complaint, closedBy, otherSetup }: JobActionsProps) {
  const { recording, record } = useRecord(jobId, lastSeq);
  const add = (bare: Bare) => void record(bare);
  return (
    <section aria-label="This job" className="print:hidden mt-10 border-line border-t pt-6">
      <div className="flex flex-wrap items-center gap-3">
        {closedBy === undefined ? (
          <>
            <Button onClick={() => add({ kind: 'closed' })}>Close the job</Button>
            <Reword complaint={complaint} onSave={(words) => add({ kind: 'complaintEdited', complaint: words })} />
            {otherSetup === undefined ? null : (
              <CorrectSetup name={otherSetup.name} onYes={() => add({ kind: 'setupCorrected', setup: otherSetup })} />
            )}
          </>
        ) : (
          <Button onClick={() => add({ kind: 'undone', event: closedBy })}>Open the job again</Button>
        )}
        <MachineCommand
          id={jobId}
          of="jobs"
          command="delete"
          label="Delete the job"
          then={`/machines/${machineId}`}
          question={{
            title: 'Delete this job?',
            text: 'It goes from all lists at once. For 30 days it can be restored from the deleted jobs of its machine; after that it is gone for good.',
          }}
        />
        <span role="status" className="text-soft">
          {recording === 'waiting' ? 'Kept in this browser, not saved yet' : ''}
        </span>
      </div>
    </section>
  );
}

function Reword({ complaint, onSave }: { readonly complaint: string; readonly onSave: (words: string) => void }) {
  const [open, setOpen] = useState(false);
  const save = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    onSave(String(new FormData(event.currentTarget).get('complaint') ?? '').trim());
    setOpen(false);
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Reword the complaint</Button>
      <Modal open={open} onClose={() => setOpen(false)} title="What is it in for?">
        <form onSubmit={save} className="space-y-5">
          <TextField label="Complaint" name="complaint" defaultValue={complaint} autoFocus maxLength={2000} />
          <Button tone="strong" type="submit">
            Save
          </Button>
        </form>
      </Modal>
    </>
  );
}

function CorrectSetup({ name, onYes }: { readonly name: string; readonly onYes: () => void }) {
  const [asking, setAsking] = useState(false);
  return (
    <>
      <Button onClick={() => setAsking(true)}>Use the machine’s bank as it is now</Button>
      <Confirm
        open={asking}
        title="Read this job again with the corrected bank?"
        text={`The machine’s bank (${name}) has changed since this job was opened. Everything recorded stays; what it means is worked out anew. Undo takes it back.`}
        yes="Correct the bank"
        onYes={onYes}
        onNo={() => setAsking(false)}
      />
    </>
  );
}
