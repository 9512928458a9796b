'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { InstrumentForm } from './InstrumentForm';

/** The button and the form that add an instrument. */
export function AddInstrument() {
  const router = useRouter();
  const [open, setOpen] = useState(false);
  const kept = () => {
    setOpen(false);
    router.refresh();
  };
  return (
    <div className="mt-4">
      <Button onClick={() => setOpen(!open)}>Add an instrument</Button>
      {open ? <InstrumentForm start={{ channels: 2 }} asksKind onKept={kept} /> : null}
    </div>
  );
}
