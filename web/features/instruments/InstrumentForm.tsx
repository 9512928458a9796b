'use client';

import { type FormEvent, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { failureText, send } from '@/components/send';
import type { Instrument } from '@/server/db/instruments';
import { CLASSES, INSTRUMENT_NAMES, isInstrumentKind } from './instrumentWords';

interface InstrumentFormProps {
  /** What stands in it at first; a new gauge of so many channels where nothing is kept yet. */
  readonly start: Instrument | { readonly channels: number };
  /** Whether kind and channels are asked for too: on the bench they are known. */
  readonly asksKind?: boolean;
  readonly onKept: (instrument: Instrument) => void;
}

/** The form that adds an instrument to the workshop or changes one. */
export function InstrumentForm({ start, asksKind = false, onKept }: InstrumentFormProps) {
  const [instrument, setInstrument] = useState(() => begun(start));
  const [failure, setFailure] = useState<string>();
  const set = (change: Partial<Instrument>) => setInstrument({ ...instrument, ...change });
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    const kept = { ...instrument, name: instrument.name.trim() };
    const sent = await send('/api/instruments', kept);
    if (sent.outcome === 'done') onKept(kept);
    else setFailure(failureText(sent));
  };
  const { name, what, channels, classPercent } = instrument;
  return (
    <form onSubmit={keep} className="mt-3 grid grid-cols-2 items-end gap-3 sm:flex sm:flex-wrap">
      <div className="col-span-full grow">
        <Field
          label="Name"
          required
          value={name}
          maxLength={80}
          onChange={({ target }) => set({ name: target.value })}
        />
      </div>
      {asksKind ? (
        <>
          <Select
            label="Kind"
            value={what}
            onChange={({ target }) => isInstrumentKind(target.value) && set({ what: target.value })}
          >
            {Object.entries(INSTRUMENT_NAMES).map(([kind, words]) => (
              <option key={kind} value={kind}>
                {words}
              </option>
            ))}
          </Select>
          <Select label="Channels" value={channels} onChange={({ target }) => set({ channels: Number(target.value) })}>
            {[1, 2, 3, 4, 5, 6, 7, 8].map((n) => (
              <option key={n}>{n}</option>
            ))}
          </Select>
        </>
      ) : null}
      <Select
        label="Largest error"
        value={classPercent ?? ''}
        onChange={({ target }) => set({ classPercent: target.value === '' ? null : Number(target.value) })}
      >
        <option value="">not known</option>
        {classesWith(classPercent).map((each) => (
          <option key={each} value={each}>
            {each} % of reading
          </option>
        ))}
      </Select>
      <Button type="submit" disabled={name.trim() === ''}>
        Keep
      </Button>
      {failure === undefined ? null : (
        <div className="col-span-full">
          <Notice>{failure}</Notice>
        </div>
      )}
    </form>
  );
}

function begun(start: InstrumentFormProps['start']): Instrument {
  if ('id' in start) return start;
  const { channels } = start;
  return { id: uuid(), name: '', what: channels > 1 ? 'gaugeSet' : 'gauge', channels, classPercent: null, learned: [] };
}

/** What is kept stays to be chosen, whoever wrote it. */
function classesWith(own: number | null): readonly number[] {
  return own === null || CLASSES.some((each) => each === own) ? CLASSES : [...CLASSES, own];
}
