import type { Bare, EventOf } from '@amber-needle/core/job';
import type { PartLine } from '@amber-needle/core/sheet';
import Papa from 'papaparse';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Select } from '@/components/Select';
import { PART_STATES } from '@/words/sheetWords';

interface PartsDialogProps {
  readonly machine: string;
  readonly parts: readonly PartLine[];
  readonly cameOff: readonly EventOf<'cameOff'>[];
  readonly onSay: (event: Bare) => boolean;
  readonly onClose: () => void;
}

type State = EventOf<'part'>['state'];

function stateOf(text: string): State | undefined {
  return text in PART_STATES ? (text as State) : undefined;
}

/** Parts of this job, and what came off in which order. */
export function PartsDialog({ machine, parts, cameOff, onSay, onClose }: PartsDialogProps) {
  const left = parts.filter(({ state }) => state === 'leftOver');
  const lay = (name: string, count: number, text: string) => {
    const state = stateOf(text);
    if (state !== undefined) onSay({ kind: 'part', name, count, state });
  };
  return (
    <Modal open onClose={onClose} title="Parts">
      {left.length === 0 ? null : (
        <p className="mb-3 border-caution border-l-4 bg-caution-ground px-3 py-2">
          Left over: {left.map(({ name }) => name).join(', ')}. None may be: look where it belongs.
        </p>
      )}
      <ul className="divide-y divide-line">
        {parts.map(({ name, count, state }) => (
          <li key={name} className="flex items-center gap-3 py-1.5">
            <span className="flex-1">{name}</span>
            <span className="w-8 text-right font-bold">{count}</span>
            <Select
              aria-label={`${name}, where it stands`}
              className="w-40"
              value={state}
              onChange={({ target }) => lay(name, count, target.value)}
            >
              {state === 'open' ? <option value="open">–</option> : null}
              {Object.entries(PART_STATES).map(([key, words]) => (
                <option key={key} value={key}>
                  {words}
                </option>
              ))}
            </Select>
          </li>
        ))}
      </ul>
      <AddLine label="Another part" onAdd={(name) => onSay({ kind: 'part', name, count: 1, state: 'toGet' })} />
      <Button className="mt-2" onClick={() => download(`parts ${machine}.csv`, parts)}>
        Parts as CSV
      </Button>
      <h3 className="mt-6 mb-2 font-bold text-lg">Came off, in this order</h3>
      {cameOff.length === 0 ? (
        <p className="text-soft">Nothing yet. Refitting goes the other way round.</p>
      ) : (
        <ol className="list-inside list-decimal">
          {cameOff.map(({ id, what }) => (
            <li key={id}>{what}</li>
          ))}
        </ol>
      )}
      <AddLine label="What came off" onAdd={(what) => onSay({ kind: 'cameOff', what })} />
    </Modal>
  );
}

function AddLine({ label, onAdd }: { readonly label: string; readonly onAdd: (text: string) => void }) {
  const [text, setText] = useState('');
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() === '') return;
    onAdd(text.trim());
    setText('');
  };
  return (
    <form onSubmit={add} className="mt-3 flex items-end gap-3">
      <label className="flex-1">
        <span className="mb-1 block text-soft">{label}</span>
        <input
          value={text}
          maxLength={80}
          onChange={({ target }) => setText(target.value)}
          className="min-h-12 w-full rounded border border-edge bg-ground px-3"
        />
      </label>
      <Button type="submit" disabled={text.trim() === ''}>
        Add
      </Button>
    </form>
  );
}

/** Parts as RFC 4180 text, with the byte mark that spreadsheets look for. */
export function partsCsv(parts: readonly PartLine[]): string {
  const rows = parts.map(({ name, count, state }) => ({
    part: name,
    count,
    state: state === 'open' ? '' : PART_STATES[state],
  }));
  return `\uFEFF${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })}\r\n`;
}

function download(name: string, parts: readonly PartLine[]): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(new Blob([partsCsv(parts)], { type: 'text/csv;charset=utf-8' }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
