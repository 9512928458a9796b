'use client';

import {
  ARCHETYPE_NAMES,
  ARCHETYPES,
  type ArchetypeName,
  decidingQuantity,
  isArchetype,
} from '@amber-needle/core/setup';
import { checkerFor } from '@amber-needle/core/validation';
import { useRouter } from 'next/navigation';
import { useRef, useState } from 'react';
import { useForm } from 'react-hook-form';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { checkedResolver } from '@/components/checkedResolver';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { failureText, send } from '@/components/send';
import { compiled } from '@/validation/compiled';
import { type NewMachine as Fields, REQUESTS } from '@/validation/requests';
import { toleranceText } from '@/words/quantityWords';

const START: Fields = { name: '', archetype: 'twin', note: '', ...targetsOf('twin') };

/** What a bank of this kind is usually set to; both can be changed. */
function targetsOf(archetype: ArchetypeName): Pick<Fields, 'idleRpm' | 'spreadKPa'> {
  const { idleRpm, spreadKPa } = ARCHETYPES[archetype].targets;
  return { idleRpm, spreadKPa };
}

const checkForm = checkerFor(REQUESTS.newMachineForm, compiled.newMachineForm);

/** The button and the form that add a machine. */
export function NewMachine() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const [failure, setFailure] = useState<string>();
  // One id for as long as the form stands open: a double click adds one machine.
  const id = useRef('');
  const { register, handleSubmit, formState, reset, setValue, watch } = useForm<Fields>({
    defaultValues: START,
    resolver: checkedResolver(checkForm),
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
    router.push(`/machines/${id.current}`);
  });
  const { errors, isSubmitting } = formState;
  const chosen = ARCHETYPES[watch('archetype')];
  const byAir = decidingQuantity(chosen) === 'airflow';
  return (
    <>
      <Button tone="strong" onClick={show}>
        Add a machine
      </Button>
      <Modal open={open} onClose={() => setOpen(false)} title="Add a machine">
        <form onSubmit={save} noValidate className="space-y-5">
          <Field label="Name" autoFocus {...register('name')} error={errors.name && 'Give it a name to find it by.'} />
          <Field label="Note" {...register('note')} error={errors.note && 'At most 500 characters.'} />
          <Select
            label="Bank"
            {...register('archetype', {
              onChange: ({ target }) => {
                if (!isArchetype(target.value)) return;
                const { idleRpm, spreadKPa } = targetsOf(target.value);
                setValue('idleRpm', idleRpm);
                setValue('spreadKPa', spreadKPa);
              },
            })}
          >
            {ARCHETYPE_NAMES.map((archetype) => (
              <option key={archetype} value={archetype}>
                {ARCHETYPES[archetype].name}
              </option>
            ))}
          </Select>
          <div className="grid grid-cols-2 gap-4">
            <Field
              label="Idle speed"
              unit="rpm"
              inputMode="numeric"
              {...register('idleRpm', { valueAsNumber: true })}
              error={errors.idleRpm && '400 to 3000.'}
            />
            {byAir ? (
              <p className="self-end pb-3 text-soft">{`Balanced within ${toleranceText(chosen)} of air.`}</p>
            ) : (
              <Field
                label="Balanced within"
                unit="kPa"
                inputMode="decimal"
                {...register('spreadKPa', { valueAsNumber: true })}
                error={errors.spreadKPa && '0.1 to 5.'}
              />
            )}
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
