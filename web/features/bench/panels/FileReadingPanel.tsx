'use client';

import type { Setup } from '@amber-needle/core/setup';
import { canCompare, flutterSeen } from '@amber-needle/core/signal';
import type { TableDescription } from '@amber-needle/core/trace';
import { Progress } from 'radix-ui';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { KPA } from '@/words/deviceUnit';
import { measured, withUnit } from '@/words/numbers';
import type { FileReading } from '@/workers/signalProtocol';
import type { FileState } from '../signal/useSignal';
import { flutterText, signalTroubles } from '../view/channelWords';
import { DescribeTable } from './DescribeTable';

interface FileReadingPanelProps {
  readonly setup: Setup;
  readonly file: FileState;
  readonly onClose: () => void;
  readonly onTake: (file: FileReading) => void;
  readonly onDescribe: (table: TableDescription) => void;
}

/** A dropped trace file: its progress, its readings, or why it cannot be used. */
export function FileReadingPanel({ setup, file, onClose, onTake, onDescribe }: FileReadingPanelProps) {
  if (file.state === 'none') return null;
  return (
    <Modal
      open
      onClose={onClose}
      title={file.state === 'read' ? file.file.name : file.state === 'unknown' ? file.name : 'Trace file'}
    >
      {file.state === 'reading' ? <Reading name={file.name} share={file.share} onStop={onClose} /> : null}
      {file.state === 'unknown' ? <DescribeTable proposal={file.proposal} onTake={onDescribe} /> : null}
      {file.state === 'refused' ? <Notice>{file.message}</Notice> : null}
      {file.state === 'read' ? <Result setup={setup} file={file.file} onTake={onTake} /> : null}
    </Modal>
  );
}

function Reading({
  name,
  share,
  onStop,
}: {
  readonly name: string;
  readonly share: number;
  readonly onStop: () => void;
}) {
  return (
    <>
      <p>Reading {name}</p>
      <Progress.Root value={share * 100} aria-label="Progress" className="my-4 h-3 overflow-hidden rounded bg-line">
        <Progress.Indicator className="h-full bg-amber" style={{ width: `${share * 100}%` }} />
      </Progress.Root>
      <Button onClick={onStop}>Stop</Button>
    </>
  );
}

const MOST_PROBLEMS = 5;

function Result({
  setup,
  file,
  onTake,
}: {
  readonly setup: Setup;
  readonly file: FileReading;
  readonly onTake: (file: FileReading) => void;
}) {
  const { reading, problems } = file;
  const troubles = signalTroubles(setup, reading);
  const flutter = flutterSeen(setup, reading);
  const usable = reading.phase === 'steady' && canCompare(setup, reading);
  return (
    <div className="space-y-4">
      <table className="w-full text-left text-lg">
        <thead className="text-soft text-sm">
          <tr>
            <th className="py-1 font-normal">Cylinder</th>
            <th className="font-normal">Depression</th>
            <th className="font-normal">State</th>
          </tr>
        </thead>
        <tbody>
          {reading.channels.map(({ throat, depression, uncertainty, state }) => (
            <tr key={throat} className="border-line border-t">
              <td className="py-2 font-bold">{throat}</td>
              <td>{Number.isNaN(depression) ? '–' : measured(depression, uncertainty, 'kPa')}</td>
              <td>{state.kind}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-soft">
        {reading.speed === undefined
          ? 'No engine speed in it. '
          : `${measured(reading.speed.speed, Math.max(1, reading.speed.uncertainty), 'rpm')}. `}
        Over {withUnit(reading.duration, 1, 's')}
        {flutter === undefined ? '.' : `, ${flutterText(flutter, KPA)}.`}
      </p>
      {reading.phase === 'settling' ? (
        <Notice>
          The engine drifts throughout this file: no steady stretch of 8 s. Record some more and drop it again.
        </Notice>
      ) : null}
      {reading.phase === 'stopped' ? (
        <Notice>The engine stands still in this file: the gauges are near zero and nothing pulses.</Notice>
      ) : null}
      {troubles.map((trouble) => (
        <Notice key={trouble}>{trouble}</Notice>
      ))}
      {problems.length === 0 ? null : (
        <ul className="space-y-1 text-sm text-soft">
          {problems.slice(0, MOST_PROBLEMS).map((problem) => (
            <li key={`${problem.line} ${problem.reason}`}>
              Line {problem.line}: {problem.reason}
            </li>
          ))}
          {problems.length > MOST_PROBLEMS ? <li>and {problems.length - MOST_PROBLEMS} more lines</li> : null}
        </ul>
      )}
      <Button tone="strong" disabled={!usable} onClick={() => onTake(file)}>
        Take this reading
      </Button>
    </div>
  );
}
