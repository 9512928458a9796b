'use client';

import { ajvResolver } from '@hookform/resolvers/ajv';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';
import { type NewMachine as Fields, NewMachineSchema } from '@/server/jobs/newMachine';

const START: Fields = { name: '', note: '', idleRpm: 1050, spreadKPa: 0.5 };

/** The button and the form that add a machine. */
export function NewMachine() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string>();
  // One id for as long as the form stands open: a double click adds one machine.
  const id = useRef('');
  const { register, handleSubmit, formState, reset } = useForm<Fields>({
    defaultValues: START,
    resolver: ajvResolver(JSON.parse(JSON.stringify(NewMachineSchema)), { strict: false }),
  });
  const show = () => {
    id.current = uuid();
    setFailure(undefined);
    reset(START);
    setOpen(true);
  };
  const save = handleSubmit(async (fields) => {
    const sent = await send('/api/machines', { id: id.current, ...fields });
    if (sent.outcome !== 'done') return setFailure(failureText(sent));
    setOpen(false);
    router.refresh();
  });
  const { errors, isSubmitting } = formState;
  return (
    <>
      <Button tone="strong" onClick={show}>
        Add a machine
      </Button>
      <Modal open={open} onClose={() => setOpen(false)} title="Add a machine">
        <form onSubmit={save} noValidate className="space-y-5">
          <Field label="Name" autoFocus {...register('name')} error={errors.name && 'Give it a name to find it by.'} />
          <Field label="Note" {...register('note')} error={errors.note && 'At most 500 characters.'} />
          <p className="text-soft">
            Bank: two throttles with a stop each, a coupling clamp between them and one idle knob. Other banks come
            later.
          </p>
          <div className="grid grid-cols-2 gap-4">
            <Field
              label="Idle speed"
              unit="rpm"
              inputMode="numeric"
              {...register('idleRpm', { valueAsNumber: true })}
              error={errors.idleRpm && '400 to 3000.'}
            />
            <Field
              label="Balanced within"
              unit="kPa"
              inputMode="decimal"
              {...register('spreadKPa', { valueAsNumber: true })}
              error={errors.spreadKPa && '0.1 to 5.'}
            />
          </div>
          {failure === undefined ? null : <Notice>{failure}</Notice>}
          <Button tone="strong" type="submit" disabled={isSubmitting}>
            {isSubmitting ? 'Adding' : 'Add machine'}
          </Button>
        </form>
      </Modal>
    </>
  );
}
