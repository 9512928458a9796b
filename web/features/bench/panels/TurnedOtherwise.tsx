'use client';

import type { Job } from '@amber-needle/core/job';
import { mixtureScrews } from '@amber-needle/core/mixture';
import { comesInSizes } from '@amber-needle/core/setup';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { positionText, turnText } from '@/words/turns';

interface TurnedOtherwiseProps {
  readonly job: Job;
  readonly adjuster: string | undefined;
  readonly onClose: () => void;
  readonly onTurned: (adjuster: string, turns: number) => void;
}

const STEPS = { rest: [-0.25, 0.25, -0.0625, 0.0625], fine: [-0.25, 0.25, -0.03125, 0.03125] };
const SIZES = [-1, 1];

/** What was really turned, a mixture screw in thirty-seconds, others in sixteenths: any screw, any amount. */
export function TurnedOtherwise({ job, adjuster, onClose, onTurned }: TurnedOtherwiseProps) {
  const [chosen, setChosen] = useState(adjuster ?? job.setup.adjusters[0]?.id ?? '');
  const [turns, setTurns] = useState(0);
  const isFine = mixtureScrews(job.setup).some(({ id }) => id === chosen);
  const isSized = comesInSizes(job.setup, chosen);
  const steps = isSized ? SIZES : isFine ? STEPS.fine : STEPS.rest;
  const choose = (id: string) => {
    setChosen(id);
    // Half a size is none.
    if (comesInSizes(job.setup, id)) setTurns(0);
  };
  return (
    <Modal open onClose={onClose} title="What was really turned?">
      <fieldset>
        <legend className="mb-2 text-soft">Screw</legend>
        <div className="flex flex-wrap gap-2">
          {job.setup.adjusters.map(({ id, label }) => (
            <label
              key={id}
              className="flex min-h-14 cursor-pointer items-center gap-3 rounded border border-edge px-4 has-checked:border-2 has-checked:border-amber has-checked:font-bold has-focus-visible:outline-3"
            >
              <input
                type="radio"
                name="screw"
                value={id}
                checked={chosen === id}
                onChange={() => choose(id)}
                className="sr-only"
              />
              {label}
              <span className="text-soft text-sm">
                {positionText(job.positions[id] ?? 0, comesInSizes(job.setup, id))}
              </span>
            </label>
          ))}
        </div>
      </fieldset>
      <p className="mt-6 font-bold text-4xl" aria-live="polite">
        {turns === 0 ? 'not turned' : turnText(turns, isSized)}
      </p>
      <div className="mt-3 grid max-w-96 grid-cols-2 gap-2">
        {steps.map((step) => (
          <Button key={step} className="min-h-14" onClick={() => setTurns(turns + step)}>
            {turnText(step, isSized)}
          </Button>
        ))}
      </div>
      <p className="mt-3 text-soft">In is clockwise, as seen from the screw’s head.</p>
      <Button tone="strong" className="mt-6 min-h-14" disabled={turns === 0} onClick={() => onTurned(chosen, turns)}>
        I turned this
      </Button>
    </Modal>
  );
}
