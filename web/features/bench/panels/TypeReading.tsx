'use client';

import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { useForm } from 'react-hook-form';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { throatTitle } from '@/words/throatNames';
import { type DialFields, dialReading, dialZero } from '../view/dialReading';
import { UnitChoice } from './UnitChoice';

interface TypeReadingProps {
  readonly setup: Setup;
  readonly onClose: () => void;
  readonly onTake: (event: Bare<EventOf<'reading'>> | Bare<EventOf<'check'>>) => void;
}

/** A reading read off a dial by eye, in the dial's own unit. */
export function TypeReading({ setup, onClose, onTake }: TypeReadingProps) {
  const { register, handleSubmit, formState, setError } = useForm<DialFields>({
    defaultValues: { values: setup.throats.map(() => ''), unit: 'kpa', flutter: '1', rpm: '', stopped: false },
  });
  const save = handleSubmit((fields) => {
    const made = fields.stopped ? dialZero(setup, fields) : dialReading(setup, fields);
    if (made.outcome === 'unclear') return setError('root', { message: made.reason });
    onTake(made.event);
    onClose();
  });
  return (
    <Modal open onClose={onClose} title="Type what the dial shows">
      <form onSubmit={save} noValidate className="space-y-5">
        <div className="grid grid-cols-2 gap-4">
          {setup.throats.map(({ id }, i) => (
            <Field
              key={id}
              label={`${throatTitle(setup)} ${id}, vacuum`}
              inputMode="decimal"
              autoFocus={i === 0}
              {...register(`values.${i}`)}
            />
          ))}
        </div>
        <div className="grid grid-cols-3 gap-4">
          <UnitChoice {...register('unit')} />
          <Field label="Reading error ±" inputMode="decimal" {...register('flutter')} />
          <Field label="Speed, if known" unit="rpm" inputMode="numeric" {...register('rpm')} />
        </div>
        <label className="flex min-h-12 items-center gap-3">
          <input type="checkbox" className="size-5" {...register('stopped')} />
          The engine is stopped: this is the gauges’ zero
        </label>
        {formState.errors.root?.message === undefined ? null : <Notice>{formState.errors.root.message}</Notice>}
        <Button tone="strong" type="submit">
          Take it
        </Button>
      </form>
    </Modal>
  );
}
