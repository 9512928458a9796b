'use client';

import type { Bare, Job } from '@amber-needle/core/job';
import { type FormEvent, useEffect, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { failureText, send } from '@/components/send';
import type { Instrument } from '@/server/db/instruments';
import { day } from '@/words/dates';
import type { Signal } from '../signal/useSignal';
import { fetchInstruments } from './fetchInstruments';
import { instrumentEvent } from './instrumentEvent';

/** Classes as makers print them, per cent. `common practice, no source`. */
const CLASSES = [0.25, 0.5, 1, 1.6, 2.5, 4] as const;
const ANOTHER = 'another';

interface InstrumentChoiceProps {
  readonly job: Job;
  readonly signal: Signal;
  readonly propose: (event: Bare) => boolean;
}

/** What the job is read with: one of the workshop's instruments, so that what was learned of it is used and kept. */
export function InstrumentChoice({ job, signal, propose }: InstrumentChoiceProps) {
  const [instruments, setInstruments] = useState<readonly Instrument[]>([]);
  const [adding, setAdding] = useState(false);
  useEffect(() => {
    void fetchInstruments().then(setInstruments);
  }, []);
  const take = (instrument: Instrument) => propose(instrumentEvent(instrument, job.setup, signal.live?.channels ?? []));
  const chosen = instruments.find(({ id }) => id === job.instrument?.id);
  const choose = (id: string) => {
    setAdding(id === ANOTHER);
    const instrument = instruments.find((each) => each.id === id);
    if (instrument !== undefined) take(instrument);
  };
  return (
    <section className="mt-6 border-line border-t pt-4" aria-label="Instrument">
      <Select
        label="Read with"
        value={adding ? ANOTHER : (job.instrument?.id ?? '')}
        onChange={({ target }) => choose(target.value)}
      >
        {job.instrument === undefined ? <option value="">a gauge nobody has named</option> : null}
        {chosen === undefined && job.instrument !== undefined ? (
          <option value={job.instrument.id}>{job.instrument.name}</option>
        ) : null}
        {instruments.map(({ id, name, classPercent }) => (
          <option key={id} value={id}>
            {name}, {classText(classPercent)}
          </option>
        ))}
        <option value={ANOTHER}>another one…</option>
      </Select>
      <p className="mt-2 text-soft text-sm">{knownText(chosen)}</p>
      {adding ? (
        <NewInstrument
          channels={signal.live?.channels.length ?? job.setup.throats.length}
          onKept={(instrument) => {
            setInstruments([...instruments, instrument]);
            setAdding(false);
            take(instrument);
          }}
        />
      ) : null}
    </section>
  );
}

interface NewInstrumentProps {
  readonly channels: number;
  readonly onKept: (instrument: Instrument) => void;
}

function NewInstrument({ channels, onKept }: NewInstrumentProps) {
  const [name, setName] = useState('');
  const [classPercent, setClass] = useState('');
  const [failure, setFailure] = useState<string>();
  const keep = async (event: FormEvent) => {
    event.preventDefault();
    const instrument: Instrument = {
      id: uuid(),
      name: name.trim(),
      what: channels > 1 ? 'gaugeSet' : 'gauge',
      channels,
      classPercent: classPercent === '' ? null : Number(classPercent),
      learned: [],
    };
    const sent = await send('/api/instruments', instrument);
    if (sent.outcome === 'done') onKept(instrument);
    else setFailure(failureText(sent));
  };
  return (
    <form onSubmit={keep} className="mt-3 grid grid-cols-[1fr_11rem_auto] items-end gap-3">
      <Field label="Name" required value={name} maxLength={80} onChange={({ target }) => setName(target.value)} />
      <Select label="Largest error" value={classPercent} onChange={({ target }) => setClass(target.value)}>
        <option value="">not known</option>
        {CLASSES.map((each) => (
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

function classText(classPercent: number | null): string {
  return classPercent === null ? 'class not known' : `${classPercent} %`;
}

function knownText(instrument: Instrument | undefined): string {
  if (instrument === undefined) return 'A gauge that is named keeps what matching teaches of it for the next job.';
  const [first] = instrument.learned;
  return first === undefined ? 'Nothing was learned of it yet.' : `Its channels were matched on ${day(first.on)}.`;
}
