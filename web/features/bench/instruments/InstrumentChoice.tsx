'use client';

import type { Bare, Job } from '@amber-needle/core/job';
import { useEffect, useState } from 'react';
import { Select } from '@/components/Select';
import { InstrumentForm } from '@/features/instruments/InstrumentForm';
import { classText, learnedText } from '@/features/instruments/instrumentWords';
import type { Instrument } from '@/server/db/instruments';
import type { Signal } from '../signal/useSignal';
import { fetchInstruments } from './fetchInstruments';
import { instrumentEvent } from './instrumentEvent';

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
        <InstrumentForm
          start={{ channels: signal.live?.channels.length ?? job.setup.throats.length }}
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

function knownText(instrument: Instrument | undefined): string {
  if (instrument === undefined) return 'A gauge that is named keeps what matching teaches of it for the next job.';
  const text = learnedText(instrument);
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`;
}
