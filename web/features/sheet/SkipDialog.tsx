import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';

interface SkipDialogProps {
  readonly order: string;
  readonly onSkip: (reason: string) => void;
  readonly onClose: () => void;
}

const USUAL = ['done before', 'no tool here', 'this machine has none', 'the customer declined'] as const;

/** Why a step is left out: asked once, and kept. */
export function SkipDialog({ order, onSkip, onClose }: SkipDialogProps) {
  const [reason, setReason] = useState('');
  const save = (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() !== '') onSkip(reason.trim());
  };
  return (
    <Modal open onClose={onClose} title={`Skip: ${order}`}>
      <p className="mb-3 text-soft">Why? It is kept with the job.</p>
      <div className="mb-4 flex flex-wrap gap-2">
        {USUAL.map((usual) => (
          <Button key={usual} onClick={() => onSkip(usual)}>
            {usual}
          </Button>
        ))}
      </div>
      <form onSubmit={save} className="flex items-end gap-3">
        <label className="flex-1">
          <span className="mb-1 block text-soft">In other words</span>
          <input
            value={reason}
            maxLength={400}
            onChange={({ target }) => setReason(target.value)}
            className="min-h-12 w-full rounded border border-edge bg-ground px-3"
          />
        </label>
        <Button type="submit" tone="strong" disabled={reason.trim() === ''}>
          Skip it
        </Button>
      </form>
    </Modal>
  );
}
