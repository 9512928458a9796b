'use client';

import { useState } from 'react';
import { Modal } from '@/components/Modal';
import type { Signal } from '../signal/useSignal';
import { DescribeTable } from './DescribeTable';

/** Asks what a gauge sends, once, when its columns have names of their own. */
export function SourceTablePanel({ signal: { foreignTable, describeSource } }: { readonly signal: Signal }) {
  const [putAside, setPutAside] = useState<typeof foreignTable>();
  if (foreignTable === undefined || foreignTable === putAside) return null;
  return (
    <Modal open onClose={() => setPutAside(foreignTable)} title="What the gauge sends">
      <DescribeTable proposal={foreignTable} onTake={describeSource} />
    </Modal>
  );
}
