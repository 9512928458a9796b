'use client';

import type { BenchActions } from '../useBenchActions';
import type { BenchView } from '../view/benchView';
import { TurnedOtherwise } from './TurnedOtherwise';
import { TypeReading } from './TypeReading';
import { WhyPanel } from './WhyPanel';

/** The panels that a key opens over the bench. */
export type Panel = 'none' | 'why' | 'type' | 'otherwise' | 'practice';

interface PanelsProps {
  readonly panel: Panel;
  readonly close: () => void;
  readonly view: BenchView;
  readonly actions: BenchActions;
}

export function Panels({ panel, close, view, actions }: PanelsProps) {
  switch (panel) {
    case 'none':
    case 'practice':
      return null;
    case 'why':
      return <WhyPanel phrase={view.phrase} onClose={close} />;
    case 'type':
      return <TypeReading setup={view.job.setup} onClose={close} onTake={actions.propose} />;
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
