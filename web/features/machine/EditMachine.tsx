'use client';

import { checkerFor } from '@amber-needle/core/validation';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { Button } from '@/components/Button';
import { checkedResolver } from '@/components/checkedResolver';
import { Field, TextField } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';
import type { Machine } from '@/server/db/machineRepository';
import { compiled } from '@/validation/compiled';
import { type MachineEdit, REQUESTS } from '@/validation/requests';

const check = checkerFor(REQUESTS.machineEdit, compiled.machineEdit);

/** The button and the form that change a machine's name, note and particulars. */
export function EditMachine({ machine }: { readonly machine: Machine }) {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string>();
  const { id, name, note, owner, contact, plate, meterReading } = machine;
  const values: MachineEdit = { name, note, owner, contact, plate, meterReading };
  const { register, handleSubmit, formState, reset } = useForm<MachineEdit>({
    defaultValues: values,
    resolver: checkedResolver(check),
  });
  const show = () => {
    reset(values);
    setFailure(undefined);
    setOpen(true);
  };
  const save = handleSubmit(async (fields) => {
    const sent = await send(`/api/machines/${id}/edit`, fields);
    if (sent.outcome !== 'done') return setFailure(failureText(sent));
    setOpen(false);
    router.refresh();
  });
  const { errors, isSubmitting } = formState;
  return (
    <>
      <Button onClick={show}>Change</Button>
      <Modal open={open} onClose={() => setOpen(false)} title={`Change ${name}`}>
        <form onSubmit={save} noValidate className="space-y-5">
          <Field label="Name" autoFocus {...register('name')} error={errors.name && 'Give it a name to find it by.'} />
          <div className="grid gap-5 sm:grid-cols-2">
            <Field label="Owner" {...register('owner')} error={errors.owner?.message} />
            <Field label="Contact" {...register('contact')} error={errors.contact?.message} />
            <Field label="Plate" {...register('plate')} error={errors.plate?.message} />
            <Field label="Odometer or hours" {...register('meterReading')} error={errors.meterReading?.message} />
          </div>
          <TextField label="Note" {...register('note')} error={errors.note?.message} />
          {failure === undefined ? null : <Notice>{failure}</Notice>}
          <Button tone="strong" type="submit" disabled={isSubmitting}>
            {isSubmitting ? 'Saving' : 'Save'}
          </Button>
        </form>
      </Modal>
    </>
  );
}
