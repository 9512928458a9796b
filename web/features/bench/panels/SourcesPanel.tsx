'use client';

import type { Bare, Job } from '@amber-needle/core/job';
import { DEFAULT_PRACTICE } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import clsx from 'clsx';
import { type ReactNode, useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import type { SendingGauge } from '@/server/bench/hub';
import { throatTitle } from '@/words/throatNames';
import { InstrumentChoice } from '../instruments/InstrumentChoice';
import { canSerial, choosePort, knownPort } from '../signal/serialPort';
import { recallBaud, rememberBaud } from '../signal/sourceMemory';
import type { Signal } from '../signal/useSignal';
import { ChannelPlaces } from './ChannelPlaces';
import type { Panel } from './Panels';

const BAUD_RATES = [9600, 19_200, 38_400, 57_600, 115_200, 230_400, 460_800, 921_600] as const;

interface SourcesPanelProps {
  readonly job: Job;
  readonly signal: Signal;
  readonly propose: (event: Bare) => boolean;
  readonly open: (panel: Panel) => void;
  readonly file: () => void;
  readonly onClose: () => void;
}

/** Everything that the bench can listen to, in one place; and which throat each channel sits on. */
export function SourcesPanel({ job, signal, propose, open, file, onClose }: SourcesPanelProps) {
  const { setup } = job;
  const { source, gauge } = signal;
  const { sending } = gauge;
  const heard = source.from === 'gauges' && gauge.state === 'live' ? gauge.stream : undefined;
  return (
    <Modal open onClose={onClose} title="What the bench listens to">
      <ul className="space-y-2" aria-label="Sources">
        {sending.map((each) => (
          <Source key={each.stream} name={each.source} now={each.stream === heard} detail={gaugeText(each, setup)}>
            {each.stream === heard ? null : (
              <Button onClick={() => signal.listen({ from: 'gauges', stream: each.stream })}>Listen</Button>
            )}
          </Source>
        ))}
        {sending.length === 0 && source.from !== 'gauges' ? (
          <Source name="Gauges on the network" now={false} detail="Whichever sends to this bench first">
            <Button onClick={() => signal.listen({ from: 'gauges' })}>Listen</Button>
          </Source>
        ) : null}
        <SerialSource signal={signal} />
        <Source
          name="Practice engine in this browser"
          now={source.from === 'practice'}
          detail={`A simulated engine with this bank: ${throatsText(setup)}`}
        >
          <Button onClick={() => signal.practice.begin(DEFAULT_PRACTICE)}>Practise</Button>
          <Button onClick={() => open('practice')}>Another</Button>
        </Source>
        <Source name="Dials and files" now={false} detail="Type what is shown, carry one gauge round, or drop a trace">
          <Button onClick={() => open('type')}>Type</Button>
          {setup.throats.length > 1 ? <Button onClick={() => open('round')}>Carry</Button> : null}
          <Button onClick={file}>File</Button>
        </Source>
      </ul>
      <InstrumentChoice job={job} signal={signal} propose={propose} />
      <ChannelPlaces setup={setup} signal={signal} />
    </Modal>
  );
}

interface SourceProps {
  readonly name: string;
  readonly now: boolean;
  readonly detail: string;
  readonly children: ReactNode;
}

function Source({ name, now, detail, children }: SourceProps) {
  return (
    <li
      className={clsx('flex items-center gap-3 border-l-4 py-2 pl-4', now ? 'border-amber' : 'border-line')}
      aria-current={now ? 'true' : undefined}
    >
      <div className="min-w-0 flex-1">
        <p className="font-bold">
          {name}
          {now ? <span className="font-normal text-soft">, listening</span> : null}
        </p>
        <p className="text-soft text-sm">{detail}</p>
      </div>
      {children}
    </li>
  );
}

function SerialSource({ signal }: { readonly signal: Signal }) {
  const [baud, setBaud] = useState(recallBaud);
  const [trouble, setTrouble] = useState<string>();
  const [known, setKnown] = useState<SerialPort>();
  useEffect(() => {
    knownPort().then(setKnown, () => {});
  }, []);
  if (!canSerial()) {
    return (
      <Source name="Serial port" now={false} detail="This browser cannot read serial ports. Chromium can.">
        {null}
      </Source>
    );
  }
  const listen = (port: SerialPort) => {
    rememberBaud(baud);
    signal.listen({ from: 'serial', port, baudRate: baud });
  };
  const choose = async () => {
    try {
      const port = await choosePort();
      if (port !== undefined) listen(port);
    } catch {
      setTrouble('The browser does not let this page choose a port.');
    }
  };
  return (
    <>
      <Source name="Serial port" now={signal.source.from === 'serial'} detail="A gauge on a cable, USB or other">
        <Select
          aria-label="Signs a second, baud"
          className="w-36"
          value={baud}
          onChange={({ target }) => setBaud(Number(target.value))}
        >
          {BAUD_RATES.map((rate) => (
            <option key={rate} value={rate}>
              {rate} Bd
            </option>
          ))}
        </Select>
        {known === undefined ? null : <Button onClick={() => listen(known)}>Listen</Button>}
        <Button onClick={() => void choose()}>Choose</Button>
      </Source>
      {trouble === undefined ? null : <Notice>{trouble}</Notice>}
    </>
  );
}

function throatsText(setup: Setup): string {
  const { length } = setup.throats;
  return length === 1 ? 'one throat' : `${length} throats`;
}

/** What it has; and where that is not what the bank needs, what fits. */
function gaugeText({ channels, rateHz }: SendingGauge, setup: Setup): string {
  const rate = rateHz === undefined ? '' : `, ${rateHz} readings a second`;
  const has = `${channels} ${channels === 1 ? 'channel' : 'channels'}${rate}`;
  const throats = setup.throats.length;
  if (channels >= throats) return has;
  return channels === 1
    ? `${has}. ${throatTitle(setup)}s take turns: Carry`
    : `${has}, for ${throats} throats: carry one of them round, or type`;
}
