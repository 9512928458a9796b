import { calculatorsFor } from '@amber-needle/core/figures';
import { cameOffOf, partsOf } from '@amber-needle/core/sheet';
import { FiguresDialog } from './FiguresDialog';
import { NoteDialog } from './NoteDialog';
import { PartsDialog } from './PartsDialog';
import { SkipDialog } from './SkipDialog';
import type { StepDialog, StepHere, StepProps } from './step';

interface StepDialogsProps {
  readonly step: StepProps;
  readonly here: StepHere;
  readonly dialog: StepDialog;
  readonly onClose: () => void;
}

/** What is asked over a step. */
export function StepDialogs({ step: props, here, dialog, onClose }: StepDialogsProps) {
  const { job, row, onSay, onDone } = props;
  const { step, cells } = row;
  const skip = (reason: string) => {
    onClose();
    // Nothing of the row was begun: it is left out whole, and asked about once.
    const whole = cells.every(({ state }) => state === 'open');
    const last = whole ? cells.at(-1)?.place : here.place;
    if (onSay({ kind: 'stepSkipped', step: step.id, ...(whole ? {} : here.at), reason })) onDone(last);
  };
  switch (dialog) {
    case 'none':
      return null;
    case 'skip':
      return <SkipDialog order={step.order} onSkip={skip} onClose={onClose} />;
    case 'parts':
      return (
        <PartsDialog
          machine={job.machine}
          parts={partsOf(job)}
          cameOff={cameOffOf(job)}
          onSay={onSay}
          onClose={onClose}
        />
      );
    case 'figures':
      return <FiguresDialog calculators={calculatorsFor(step.id)} onClose={onClose} />;
    case 'note':
      return (
        <NoteDialog
          onSave={(text) => {
            onClose();
            onSay({ kind: 'note', text });
          }}
          onClose={onClose}
        />
      );
  }
}
