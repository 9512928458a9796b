'use client';

import type { Fault } from '@amber-needle/core/faults';
import type { PracticeChoices, PracticeCommand, PracticeState } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import type { TableDescription, TableProposal } from '@amber-needle/core/trace';
import { useCallback, useEffect, useRef, useState } from 'react';
import type { GaugeStatus } from '@/server/bench/hub';
import type { FileReading, LiveView, Places, SignalRequest } from '@/workers/signalProtocol';
import { forgetPractice, recallPractice, rememberPractice } from '../practice/practiceMemory';
import { portName, useSerialPort } from './serialPort';
import { recallPlaces, recallTable, rememberPlaces, rememberTable } from './sourceMemory';
import { type SignalHeard, useSignalWorker } from './useSignalWorker';

export type FileState =
  | { readonly state: 'none' }
  | { readonly state: 'reading'; readonly name: string; readonly share: number }
  | { readonly state: 'unknown'; readonly name: string; readonly proposal: TableProposal }
  | { readonly state: 'read'; readonly file: FileReading }
  | { readonly state: 'refused'; readonly message: string };

/** Where the bench's samples come from. */
type SourceChoice =
  /** A gauge that sends; without a stream the one that sends longest. */
  | { readonly from: 'gauges'; readonly stream?: string; readonly described?: TableDescription }
  | {
      readonly from: 'serial';
      readonly port: SerialPort;
      readonly baudRate: number;
      readonly described?: TableDescription;
    }
  | { readonly from: 'practice'; readonly choices: PracticeChoices };

/** The practice engine in this page's worker. */
export interface LocalPractice {
  /** Undefined while none runs here. */
  readonly choices: PracticeChoices | undefined;
  readonly told: PracticeTold | undefined;
  begin(choices: PracticeChoices): void;
  leave(): void;
  ask(command: PracticeCommand): void;
}

export interface PracticeTold {
  readonly state: PracticeState;
  readonly faults: readonly Fault[];
  readonly trouble: string | undefined;
}

export interface Signal {
  readonly source: SourceChoice;
  readonly practice: LocalPractice;
  readonly live: LiveView | undefined;
  readonly gauge: GaugeStatus;
  readonly line: 'open' | 'lost';
  /** Whether it is still to be seen if a gauge sends. */
  readonly listening: boolean;
  readonly problem: string | undefined;
  readonly file: FileState;
  /** A gauge whose columns have names of their own. */
  readonly foreignTable: TableProposal | undefined;
  readonly places: Places;
  listen(source: SourceChoice): void;
  place(places: Places): void;
  mark(): void;
  dismissProblem(): void;
  readFile(file: File): void;
  describeFile(table: TableDescription): void;
  describeSource(table: TableDescription): void;
  clearFile(): void;
}

export interface SignalSubject {
  readonly jobId: string;
  readonly bench: string;
  readonly setup: Setup;
}

/** A bench's live signal, worked out in a worker: of a gauge that sends, of one on a serial port, or of a practice engine beside the page. */
export function useSignal({ jobId, bench, setup }: SignalSubject): Signal {
  const { strokes } = setup.engine;
  // A job folded anew must not begin the practice engine anew.
  const bank = useRef(setup);
  bank.current = setup;
  const { heard, ask, forget, setProblem } = useSignalWorker();
  const { live, gauge, told } = heard;
  const request = useRef(0);
  const serial = useSerialPort(ask, setProblem);
  const [source, setSource] = useState<SourceChoice>({ from: 'gauges' });
  const mark = useCallback(() => ask({ kind: 'mark' }), [ask]);
  const { places, place } = usePlaces(jobId, ask, mark);

  const listen = useCallback(
    (chosen: SourceChoice) => {
      request.current += 1;
      const now = request.current;
      forget(now);
      if (chosen.from !== 'serial') serial.close();
      setSource(chosen);
      // A practice engine's hoses sit where they belong.
      ask({ kind: 'places', places: chosen.from === 'practice' ? {} : recallPlaces(jobId) });
      switch (chosen.from) {
        case 'practice': {
          const resume = recallPractice(jobId)?.resume;
          return ask({ kind: 'practise', request: now, setup: bank.current, choices: chosen.choices, resume });
        }
        case 'gauges':
          return ask({
            kind: 'watch',
            request: now,
            url: streamUrl(bench, chosen.stream),
            strokes,
            described: chosen.described,
          });
        case 'serial':
          ask({ kind: 'listen', request: now, name: portName(chosen.port), strokes, described: chosen.described });
          return serial.open(chosen.port, chosen.baudRate);
      }
    },
    [ask, bench, forget, jobId, serial, strokes],
  );
  useEffect(() => {
    const practised = recallPractice(jobId)?.choices;
    listen(practised === undefined ? { from: 'gauges' } : { from: 'practice', choices: practised });
  }, [listen, jobId]);
  const choices = source.from === 'practice' ? source.choices : undefined;
  useEffect(() => {
    if (choices !== undefined && told !== undefined) rememberPractice(jobId, choices, told.state);
  }, [jobId, choices, told]);

  const begin = (chosen: PracticeChoices | undefined) => {
    forgetPractice(jobId);
    listen(chosen === undefined ? { from: 'gauges' } : { from: 'practice', choices: chosen });
  };
  const file = useFile(heard, ask, strokes);
  const described = foreignTable(source, heard.tableProposal);
  useEffect(() => {
    if (described.known !== undefined && source.from !== 'practice') listen({ ...source, described: described.known });
  }, [described.known, listen, source]);
  return {
    source,
    practice: {
      choices,
      told,
      begin,
      leave: () => begin(undefined),
      ask: (command) => ask({ kind: 'practice', command }),
    },
    live,
    gauge: gauge ?? { state: 'none', sending: [] },
    line: heard.line,
    listening: heard.line === 'open' && live === undefined && (gauge === undefined || gauge.state === 'live'),
    problem: heard.problem,
    ...file,
    foreignTable: described.asked,
    places,
    listen,
    place,
    mark,
    dismissProblem: () => setProblem(undefined),
    describeSource: (table) => {
      rememberTable(table);
      if (source.from !== 'practice') listen({ ...source, described: table });
    },
  };
}

/** Which throat each channel sits on, kept for the job. */
function usePlaces(
  jobId: string,
  ask: (message: SignalRequest) => void,
  mark: () => void,
): Pick<Signal, 'places' | 'place'> {
  const [places, setPlaces] = useState<Places>({});
  useEffect(() => setPlaces(recallPlaces(jobId)), [jobId]);
  return {
    places,
    place: (chosen) => {
      rememberPlaces(jobId, chosen);
      setPlaces(chosen);
      ask({ kind: 'places', places: chosen });
      mark();
    },
  };
}

function streamUrl(bench: string, stream: string | undefined): string {
  const url = new URL(`/api/bench/${encodeURIComponent(bench)}/live`, location.href);
  if (stream !== undefined) url.searchParams.set('stream', stream);
  return url.href;
}

/** A proposal for a gauge that sends: known by its heading from another day, or to be asked about. */
function foreignTable(source: SourceChoice, proposal: TableProposal | undefined) {
  if (source.from === 'practice' || source.described !== undefined || proposal === undefined) return {};
  const known = recallTable(proposal.description.heading);
  return known === undefined ? { asked: proposal } : { known };
}

/** A dropped file, on its way to a reading. */
function useFile(
  { file: answer }: SignalHeard,
  ask: (message: SignalRequest) => void,
  strokes: 2 | 4,
): Pick<Signal, 'file' | 'readFile' | 'describeFile' | 'clearFile'> {
  const [dropped, setDropped] = useState<{ readonly file: File; readonly request: number }>();
  const request = useRef(0);
  const read = useCallback(
    (file: File, described: TableDescription | undefined) => {
      request.current += 1;
      setDropped({ file, request: request.current });
      ask({ kind: 'readFile', request: request.current, file, strokes, described });
    },
    [ask, strokes],
  );
  const mine = answer?.request === dropped?.request ? answer : undefined;
  const known = mine?.kind === 'fileUnknown' ? recallTable(mine.proposal.description.heading) : undefined;
  useEffect(() => {
    if (known !== undefined && dropped !== undefined) read(dropped.file, known);
  }, [known, dropped, read]);
  return {
    file: fileStateOf(dropped?.file.name, mine),
    readFile: (file) => read(file, undefined),
    describeFile: (table) => {
      rememberTable(table);
      if (dropped !== undefined) read(dropped.file, table);
    },
    clearFile: () => {
      ask({ kind: 'cancelFile' });
      setDropped(undefined);
    },
  };
}

function fileStateOf(name: string | undefined, answer: SignalHeard['file']): FileState {
  if (name === undefined) return { state: 'none' };
  switch (answer?.kind) {
    case undefined:
      return { state: 'reading', name, share: 0 };
    case 'fileProgress':
      return { state: 'reading', name, share: answer.share };
    case 'fileUnknown':
      return { state: 'unknown', name, proposal: answer.proposal };
    case 'fileRead':
      return { state: 'read', file: answer.file };
    case 'fileRefused':
      return { state: 'refused', message: answer.message };
  }
}
