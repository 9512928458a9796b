import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { TextField } from '@/components/Field';
import { Modal } from '@/components/Modal';

/** A note with the job, without leaving the step. */
export function NoteDialog({
  onSave,
  onClose,
}: {
  readonly onSave: (text: string) => void;
  readonly onClose: () => void;
}) {
  const [text, setText] = useState('');
  const save = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() !== '') onSave(text.trim());
  };
  return (
    <Modal open onClose={onClose} title="Note">
      <form onSubmit={save} className="space-y-4">
        <TextField
          label="What should be remembered"
          value={text}
          maxLength={4000}
          autoFocus
          onChange={({ target }) => setText(target.value)}
        />
        <Button type="submit" tone="strong" disabled={text.trim() === ''}>
          Save the note
        </Button>
      </form>
    </Modal>
  );
}
