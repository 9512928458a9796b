'use client';

import { useState } from 'react';
import { Modal } from '@/components/Modal';
import type { Signal } from '../signal/useSignal';
import { DescribeTable } from './DescribeTable';

/** Asks what a serial gauge sends, once, when its columns have names of their own. */
export function SerialTablePanel({ signal: { serialTable, describeSerial } }: { readonly signal: Signal }) {
  const [putAside, setPutAside] = useState<typeof serialTable>();
  if (serialTable === undefined || serialTable === putAside) return null;
  return (
    <Modal open onClose={() => setPutAside(serialTable)} title="What the serial gauge sends">
      <DescribeTable proposal={serialTable} onTake={describeSerial} />
    </Modal>
  );
}
