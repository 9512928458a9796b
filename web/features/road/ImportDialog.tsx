'use client';

import { lackOfRide, type RideDescription, type RideProblems, type RideProposal } from '@amber-needle/core/road';
import type { Setup } from '@amber-needle/core/setup';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { CautionBox } from '@/features/sheet/CautionBox';
import type { DrawnRun } from '@/workers/roadProtocol';
import { recallRide, rememberRide } from './rideMemory';
import type { AskRides } from './useRideWorker';
import { COLUMN_CHOICES, choiceKey, withChoice } from './view/columnChoices';
import { proposedCylinders } from './view/cylinders';

/** A ride that was read and is to be kept. */
export interface TakenRide {
  readonly file: File;
  readonly description: RideDescription;
  readonly sensors: readonly { readonly sensor: number; readonly cylinders: readonly string[] }[];
  readonly run: DrawnRun;
  readonly packed: Blob;
}

interface ImportDialogProps {
  readonly setup: Setup;
  readonly ask: AskRides;
  /** Cylinders that have a ride already, so that the next is proposed. */
  readonly ridden: readonly string[];
  /** Keeps a ride; comes to what went wrong, in words. */
  readonly onTake: (ride: TakenRide) => Promise<string | undefined>;
  readonly onClose: () => void;
}

type Stage =
  | { readonly at: 'choose' }
  | { readonly at: 'columns'; readonly file: File; readonly proposal: RideProposal }
  | { readonly at: 'reading'; readonly file: File; readonly share: number | undefined }
  | { readonly at: 'kept'; readonly file: File; readonly rows: number; readonly problems: RideProblems };

/** Takes a logger's file: its columns are proposed, confirmed or corrected; then it is read, kept and judged. */
export function ImportDialog({ setup, ask, ridden, onTake, onClose }: ImportDialogProps) {
  const [stage, setStage] = useState<Stage>({ at: 'choose' });
  const [failure, setFailure] = useState<string>();
  const look = async (file: File | undefined) => {
    if (file === undefined) return;
    setFailure(undefined);
    const answer = await ask({ kind: 'look', file });
    if (answer.kind === 'proposed' && answer.proposal !== undefined)
      setStage({ at: 'columns', file, proposal: answer.proposal });
    else setFailure(`${file.name} holds no table: no row with at least two figures was found. Nothing was changed.`);
  };
  const read = async (file: File, description: RideDescription, sensors: TakenRide['sensors']) => {
    setFailure(undefined);
    setStage({ at: 'reading', file, share: 0 });
    const answer = await ask({ kind: 'read', file, description }, (share) => setStage({ at: 'reading', file, share }));
    if (answer.kind !== 'read') {
      setFailure(answer.kind === 'failed' ? answer.reason : 'The file could not be read.');
      return void look(file);
    }
    rememberRide(description);
    setStage({ at: 'reading', file, share: undefined });
    const wrong = await onTake({ file, description, sensors, run: answer.run, packed: answer.packed });
    if (wrong !== undefined) {
      setFailure(wrong);
      return void look(file);
    }
    setStage({ at: 'kept', file, rows: answer.rows, problems: answer.problems });
  };
  return (
    <Modal open onClose={onClose} title="A log of a ride">
      {failure === undefined ? null : (
        <div className="mb-4">
          <Notice>{failure}</Notice>
        </div>
      )}
      {stage.at === 'choose' ? <ChooseFile onFile={look} /> : null}
      {stage.at === 'columns' ? (
        <ColumnsForm
          key={stage.file.name}
          setup={setup}
          ridden={ridden}
          file={stage.file}
          proposal={stage.proposal}
          onRead={(description, sensors) => read(stage.file, description, sensors)}
        />
      ) : null}
      {stage.at === 'reading' ? <Progress name={stage.file.name} share={stage.share} /> : null}
      {stage.at === 'kept' ? <Kept {...stage} onAnother={() => setStage({ at: 'choose' })} onClose={onClose} /> : null}
    </Modal>
  );
}

function ChooseFile({ onFile }: { readonly onFile: (file: File | undefined) => void }) {
  return (
    <>
      <p>The table that a logger writes: time, lambda or air/fuel ratio, and what else there is. One file a run.</p>
      <CautionBox cautions={['road']} />
      <label className="mt-5 flex min-h-16 cursor-pointer items-center justify-center rounded border-2 border-amber px-5 font-bold text-lg focus-within:outline-3 focus-within:outline-ghost">
        Choose the file
        <input
          type="file"
          accept=".csv,.txt,.tsv,.log,text/csv,text/plain,text/tab-separated-values"
          className="sr-only"
          onChange={({ target }) => onFile(target.files?.[0])}
        />
      </label>
    </>
  );
}

interface ColumnsFormProps {
  readonly setup: Setup;
  readonly ridden: readonly string[];
  readonly file: File;
  readonly proposal: RideProposal;
  readonly onRead: (description: RideDescription, sensors: TakenRide['sensors']) => void;
}

function ColumnsForm({ setup, ridden, file, proposal, onRead }: ColumnsFormProps) {
  const remembered = recallRide(proposal.description.heading);
  const [columns, setColumns] = useState(() =>
    remembered?.columns.length === proposal.description.columns.length
      ? remembered.columns
      : proposal.description.columns,
  );
  const cylinders = setup.cylinders.map(({ id }) => id);
  const [places, setPlaces] = useState<Readonly<Record<number, string>>>({});
  const description = { ...proposal.description, columns };
  const sensors = columns.flatMap((column, c) =>
    column.is === 'lambda' ? [{ sensor: column.sensor, name: proposal.names[c] ?? '' }] : [],
  );
  const proposed = proposedCylinders(sensors, { cylinders, ridden, fileName: file.name });
  const placeOf = (sensor: number) => places[sensor] ?? proposed[sensor] ?? 'all';
  const chosen = sensors.map(({ sensor }) => placeOf(sensor));
  const twice = chosen.find((place, i) => place !== 'none' && chosen.indexOf(place) !== i);
  const used = sensors.filter(({ sensor }) => placeOf(sensor) !== 'none');
  const lack =
    lackOfRide(description) ??
    (twice === undefined ? undefined : `Two sensors cannot both be in the exhaust of ${twice}.`) ??
    (used.length === 0 ? 'Say whose exhaust a sensor sat in.' : undefined);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (lack !== undefined) return;
    onRead(
      description,
      used.map(({ sensor }) => ({ sensor, cylinders: placeOf(sensor) === 'all' ? cylinders : [placeOf(sensor)] })),
    );
  };
  return (
    <form onSubmit={submit} className="space-y-5">
      <p>
        <strong>{file.name}</strong>{' '}
        {remembered === undefined
          ? 'Look its columns over; it is remembered.'
          : 'Its columns as you confirmed them before.'}
      </p>
      <ul className="space-y-2" aria-label="Columns">
        {columns.map((column, i) => (
          <li key={proposal.names[i]} className="flex items-center gap-3">
            <div className="min-w-0 flex-1">
              <p className="truncate font-bold">{proposal.names[i]}</p>
              <p className="truncate font-mono text-soft text-sm">{proposal.samples[i]?.join('  ')}</p>
            </div>
            <Select
              aria-label={`${proposal.names[i]} is`}
              className="w-60"
              value={choiceKey(column)}
              onChange={({ target }) => setColumns(withChoice(columns, i, target.value))}
            >
              {COLUMN_CHOICES.map(({ key, text }) => (
                <option key={key} value={key}>
                  {text}
                </option>
              ))}
            </Select>
          </li>
        ))}
      </ul>
      {sensors.map(({ sensor, name }) => (
        <Select
          key={sensor}
          label={
            sensors.length === 1 ? 'Its sensor sat in the exhaust of' : `The sensor of ${name} sat in the exhaust of`
          }
          value={placeOf(sensor)}
          onChange={({ target }) => setPlaces({ ...places, [sensor]: target.value })}
        >
          {cylinders.map((id) => (
            <option key={id} value={id}>
              cylinder {id}
            </option>
          ))}
          {cylinders.length > 1 ? <option value="all">all together: the collector</option> : null}
          {sensors.length > 1 ? <option value="none">leave it out</option> : null}
        </Select>
      ))}
      {lack === undefined ? null : <Notice>{lack}</Notice>}
      <Button tone="strong" type="submit" disabled={lack !== undefined}>
        Read it so
      </Button>
    </form>
  );
}

function Progress({ name, share }: { readonly name: string; readonly share: number | undefined }) {
  const text = share === undefined ? `Keeping ${name}` : `Reading ${name}`;
  return (
    <div aria-live="polite">
      <p className="mb-3">{text}</p>
      <progress
        aria-label={text}
        className="h-3 w-full accent-amber"
        {...(share === undefined ? {} : { value: share })}
      />
    </div>
  );
}

interface KeptProps {
  readonly file: File;
  readonly rows: number;
  readonly problems: RideProblems;
  readonly onAnother: () => void;
  readonly onClose: () => void;
}

function Kept({ file, rows, problems, onAnother, onClose }: KeptProps) {
  const { badRows, badCells, backwards, restarts, examples } = problems;
  const passed = [
    badRows === 0 ? '' : `${badRows} rows passed over`,
    backwards === 0 ? '' : `${backwards} out of their time`,
    badCells === 0 ? '' : `${badCells} cells without a figure`,
    restarts === 0 ? '' : `the clock began anew ${restarts} times`,
  ].filter((text) => text !== '');
  return (
    <div className="space-y-4">
      <p>
        {file.name} is read and kept: {rows.toLocaleString('en-GB')} rows
        {passed.length === 0 ? '.' : `, ${passed.join(', ')}.`}
      </p>
      {examples.length === 0 ? null : (
        <details>
          <summary className="min-h-12 cursor-pointer py-3">Where</summary>
          <ul className="space-y-1 text-soft text-sm">
            {examples.map(({ line, reason }) => (
              <li key={`${line} ${reason}`}>
                line {line}: {reason}
              </li>
            ))}
          </ul>
        </details>
      )}
      <div className="flex flex-wrap gap-3">
        <Button tone="strong" onClick={onClose}>
          See what it says
        </Button>
        <Button onClick={onAnother}>Take another run</Button>
      </div>
    </div>
  );
}
