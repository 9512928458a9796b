'use client';

import { useRef, useState } from 'react';
import { useKeys } from '@/features/bench/useKeys';
import { CautionBox } from './CautionBox';
import { PhotoStrip } from './PhotoStrip';
import { StepAside } from './StepAside';
import { StepBody } from './StepBody';
import { StepDialogs } from './StepDialogs';
import { StepHead } from './StepHead';
import { type StepDialog, type StepProps, stepHere } from './step';
import { mainAction, pageKeys, sideKeys } from './stepKeys';
import { useEntering } from './useEntering';
import { usePhotos } from './usePhotos';
import { idleDropText, specText } from './view/sheetView';

/** One thing to do, in the largest words, and the keys that do it. */
export function StepArea(props: StepProps) {
  const { jobId, job, row, idleDrop, units, onSay, onGo } = props;
  const { step } = row;
  const here = stepHere(props);
  const entering = useEntering(props, here);
  const [dialog, openDialog] = useState<StepDialog>('none');
  const chooser = useRef<HTMLInputElement>(null);
  const photos = usePhotos({ jobId, job, step: step.id, place: here.place, onSay });
  const sides = sideKeys(props, here, { entering, openDialog, choosePhoto: () => chooser.current?.click() });
  const main = mainAction(props, here, entering);
  useKeys(pageKeys(props, here, { sides, main, entering }));
  const spec = step.id === 'finalIdle' ? idleDropText(idleDrop, job.setup.targets.idleRpm) : specText(row, units);
  return (
    <section aria-label="The step" className="grid shrink-0 border-line border-b md:grid-cols-[1fr_21rem]">
      <div className="min-w-0 px-6 py-5">
        <StepHead row={row} place={here.place} when={entering.when} spec={spec} onGo={onGo} />
        <CautionBox cautions={here.unread} />
        {here.unread.length > 0 ? null : <StepBody step={props} here={here} entering={entering} sides={sides} />}
        <PhotoStrip photos={photos.shown} chooser={chooser} busy={photos.busy} onFiles={photos.keep} />
      </div>
      <StepAside step={props} here={here} entering={entering} sides={sides} onMain={main} />
      <StepDialogs step={props} here={here} dialog={dialog} onClose={() => openDialog('none')} />
    </section>
  );
}
