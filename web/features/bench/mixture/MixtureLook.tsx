'use client';

import type { Blend } from '@amber-needle/core/fuel';
import type { Bare } from '@amber-needle/core/job';
import { FLAME_COLOURS, HEARD_ANSWERS, LIFT_ANSWERS } from '@amber-needle/core/mixture';
import type { PracticeLook } from '@amber-needle/core/practice';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { COLOUR_WORDS, LIFT_WORDS } from '@/words/mixtureWords';
import type { PracticeControl } from '../practice/usePracticeControl';
import { Choices } from './Choices';
import { FigureForm } from './FigureForm';
import { askOf, type Figure, type LookStep, lookedFigure, lookedText, proposalOf, titleOf, unseenOf } from './lookStep';

interface MixtureLookProps {
  readonly step: LookStep;
  /** The fuel that an air/fuel gauge prints its figures for. */
  readonly scale: Blend;
  readonly control: PracticeControl | undefined;
  /** Speed that a live gauge shows. */
  readonly rpm: number | undefined;
  readonly onTake: (proposal: Bare) => boolean;
  readonly onClose: () => void;
}

/** Says what was seen: words by one key each, figures typed; one place after the other. */
export function MixtureLook({ step, scale, control, rpm, onTake, onClose }: MixtureLookProps) {
  const places = step.do === 'count' ? [step.adjuster] : step.places.length === 0 ? [''] : step.places;
  const [figures, setFigures] = useState<readonly Figure[]>([]);
  const place = places[figures.length] ?? '';
  const instrument = step.do === 'look' ? step.instrument : step.do;
  // What was seen before the dialog was opened is no answer to what was turned since.
  const [before] = useState(control?.state.looks ?? 0);
  const looked = (control?.state.looks ?? 0) > before ? shownAt(control, instrument, place) : undefined;
  const take = (proposal: Bare) => {
    if (onTake(proposal)) onClose();
  };
  const figure = (value: number) => {
    const all = [...figures, lookedFigure(place, value, looked)];
    if (all.length < places.length) return setFigures(all);
    for (const proposal of proposalOf(step, all, scale)) if (!onTake(proposal)) return;
    onClose();
  };
  return (
    <Modal open onClose={onClose} title={titleOf(step, place)}>
      {control === undefined || instrument === 'ears' ? null : (
        <p className="mb-4 flex min-h-12 flex-wrap items-center gap-4">
          <Button onClick={() => control.ask({ do: 'look', instrument, place })}>Look at the practice engine</Button>
          <span className="font-bold text-xl" aria-live="polite" data-testid="looked">
            {looked === undefined ? (control.trouble ?? '') : lookedText(looked)}
          </span>
        </p>
      )}
      {instrument === 'colour' ? (
        <Choices
          words={FLAME_COLOURS}
          text={COLOUR_WORDS}
          onChoose={(colour) =>
            take({ kind: 'mixtureSeen', seen: { how: 'colour', cylinder: place, colour, when: 'idle' } })
          }
        />
      ) : instrument === 'lift' ? (
        <Choices
          words={LIFT_ANSWERS}
          text={LIFT_WORDS}
          onChoose={(answer) => take({ kind: 'mixtureSeen', seen: { how: 'lift', throat: place, answer } })}
        />
      ) : instrument === 'ears' ? (
        <Choices
          words={HEARD_ANSWERS}
          text={{ rose: 'it rose', same: 'no change', fell: 'it fell' }}
          onChoose={(heard) => take({ kind: 'responded', answer: { by: 'ears', heard } })}
        />
      ) : (
        <FigureForm
          key={`${place} ${figureText(looked)}`}
          asked={askOf(step, scale)}
          start={
            figureText(looked) || (instrument === 'tachometer' && rpm !== undefined ? String(Math.round(rpm)) : '')
          }
          onFigure={figure}
          onUnseen={unseenOf(step, places.slice(figures.length))?.map((proposal) => () => onTake(proposal))}
          onClose={onClose}
        />
      )}
    </Modal>
  );
}

/** What the practice engine showed there last, if that is what is asked for. */
function shownAt(control: PracticeControl | undefined, instrument: string, place: string): PracticeLook | undefined {
  const look = control?.state.look ?? undefined;
  return look !== undefined && look.instrument === instrument && look.place === place ? look : undefined;
}

/** A look's figure as it is typed. */
function figureText(look: PracticeLook | undefined): string {
  switch (look?.instrument) {
    case 'sensor':
      return look.lambda.toFixed(2);
    case 'freeAir':
      return look.oxygenPercent.toFixed(1);
    case 'co':
      return look.percent.toFixed(1);
    case 'tachometer':
      return look.rpm.toFixed(0);
    case 'count':
      return String(Math.round(look.fromSeat * 16) / 16);
    default:
      return '';
  }
}
