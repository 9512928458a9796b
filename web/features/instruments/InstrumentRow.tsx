'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Confirm } from '@/components/Confirm';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';
import type { Instrument } from '@/server/db/instruments';
import { InstrumentForm } from './InstrumentForm';
import { classText, INSTRUMENT_NAMES, learnedText } from './instrumentWords';

/** One instrument of the workshop: what is known of it, and its two commands. */
export function InstrumentRow({ instrument }: { readonly instrument: Instrument }) {
  const router = useRouter();
  const [doing, setDoing] = useState<'change' | 'delete'>();
  const [failure, setFailure] = useState<string>();
  const remove = async () => {
    const sent = await send(`/api/instruments/${instrument.id}`, { do: 'delete' });
    setDoing(undefined);
    if (sent.outcome === 'done') router.refresh();
    else setFailure(failureText(sent));
  };
  const { name, what, channels, classPercent } = instrument;
  const parts = [
    INSTRUMENT_NAMES[what],
    channels > 1 ? `${channels} channels` : 'one channel',
    classText(classPercent),
  ];
  return (
    <li className="border-line border-t py-4" aria-label={name}>
      <div className="flex flex-wrap items-center justify-between gap-4">
        <div>
          <p className="font-bold text-xl">{name}</p>
          <p className="mt-1 text-soft">
            {parts.join(', ')}; {learnedText(instrument)}
          </p>
        </div>
        <div className="flex gap-3">
          <Button onClick={() => setDoing(doing === 'change' ? undefined : 'change')}>Change</Button>
          <Button onClick={() => setDoing('delete')}>Delete</Button>
        </div>
      </div>
      {doing === 'change' ? (
        <InstrumentForm
          start={instrument}
          asksKind
          onKept={() => {
            setDoing(undefined);
            router.refresh();
          }}
        />
      ) : null}
      {failure === undefined ? null : <Notice>{failure}</Notice>}
      <Confirm
        open={doing === 'delete'}
        title={`Delete ${name}?`}
        text="What was learned of it goes with it. Jobs keep what they were read with."
        yes="Delete"
        onYes={() => void remove()}
        onNo={() => setDoing(undefined)}
      />
    </li>
  );
}
