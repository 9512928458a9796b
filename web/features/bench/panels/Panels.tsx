'use client';

import { scaleOf } from '../mixture/lookStep';
import { MixtureLook } from '../mixture/MixtureLook';
import { MixturePlanPanel } from '../mixture/MixturePlanPanel';
import { SeenToo } from '../mixture/SeenToo';
import type { PracticeControl } from '../practice/usePracticeControl';
import type { Signal } from '../signal/useSignal';
import type { BenchActions } from '../useBenchActions';
import type { BenchView } from '../view/benchView';
import { CarryRound } from './CarryRound';
import { MeterRound } from './MeterRound';
import { SourcesPanel } from './SourcesPanel';
import { TurnedOtherwise } from './TurnedOtherwise';
import { TypeReading } from './TypeReading';
import { WhyPanel } from './WhyPanel';

/** The panels that a key opens over the bench. */
export type Panel =
  | 'none'
  | 'why'
  | 'type'
  | 'round'
  | 'meter'
  | 'otherwise'
  | 'practice'
  | 'sources'
  | 'keys'
  | 'plan'
  | 'seen'
  | 'seenToo';

interface PanelsProps {
  readonly jobId: string;
  readonly panel: Panel;
  readonly open: (panel: Panel) => void;
  /** Asks for a trace file. */
  readonly file: () => void;
  readonly close: () => void;
  readonly view: BenchView;
  readonly actions: BenchActions;
  readonly signal: Signal;
  readonly control: PracticeControl | undefined;
}

export function Panels({ jobId, panel, open, file, close, view, actions, signal, control }: PanelsProps) {
  switch (panel) {
    case 'none':
    case 'practice':
    case 'keys':
      return null;
    case 'plan':
      return (
        <MixturePlanPanel
          setup={view.job.setup}
          plan={view.mixture?.plan}
          alone={signal.live === undefined && view.job.readings.length + view.job.airflows.length === 0}
          onTake={actions.propose}
          onClose={close}
        />
      );
    case 'seen':
      return view.action.do === 'seen' ? (
        <MixtureLook
          step={view.action.step}
          scale={scaleOf(view.mixture?.plan)}
          control={control}
          rpm={view.speedRpm}
          onTake={actions.propose}
          onClose={close}
        />
      ) : null;
    case 'seenToo':
      return (
        <SeenToo setup={view.job.setup} scale={scaleOf(view.mixture?.plan)} onTake={actions.propose} onClose={close} />
      );
    case 'sources':
      return (
        <SourcesPanel
          job={view.job}
          signal={signal}
          propose={actions.propose}
          open={open}
          file={file}
          onClose={close}
        />
      );
    case 'why':
      return <WhyPanel phrase={view.phrase} onClose={close} />;
    case 'type':
      return <TypeReading setup={view.job.setup} onClose={close} onTake={actions.propose} />;
    case 'round':
      return (
        <CarryRound
          jobId={jobId}
          practice={signal.gauge.state === 'live' && signal.gauge.practice}
          setup={view.job.setup}
          live={signal.live}
          onClose={close}
          onTake={actions.propose}
          onHose={(throat) => {
            // Samples from before the hose was moved are another throat's. A practice engine's hoses go by themselves.
            if (control === undefined) signal.mark();
            else control.ask(throat === undefined ? { do: 'tee', on: false } : { do: 'tee', on: true, throat });
          }}
        />
      );
    case 'meter':
      return (
        <MeterRound
          jobId={jobId}
          setup={view.job.setup}
          rpm={view.speedRpm}
          practice={control?.state}
          onClose={close}
          onTake={actions.propose}
          onMouth={(throat) => control?.ask({ do: 'meter', throat: throat ?? null })}
        />
      );
    case 'otherwise':
      return (
        <TurnedOtherwise
          job={view.job}
          adjuster={view.advised}
          onClose={close}
          onTurned={(adjuster, turns) => {
            actions.turned(adjuster, turns);
            close();
          }}
        />
      );
  }
}
