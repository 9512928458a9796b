'use client';

import type { Blend } from '@amber-needle/core/fuel';
import type { Bare } from '@amber-needle/core/job';
import { FLAME_COLOURS, PLUG_COLOURS, WARMTHS } from '@amber-needle/core/mixture';
import type { Setup } from '@amber-needle/core/setup';
import { useState } from 'react';
import { Modal } from '@/components/Modal';
import { Select } from '@/components/Select';
import { COLOUR_WORDS } from '@/words/mixtureWords';
import { Choices } from './Choices';
import { FigureForm } from './FigureForm';
import { lambdaTyped } from './lookStep';

const KINDS = {
  colour: 'flame, under a blip',
  warmth: 'exhaust against the others',
  plug: 'plug after some minutes of idle',
  firstOpening: 'lambda at the first opening',
} as const;
type Kind = keyof typeof KINDS;

interface SeenTooProps {
  readonly setup: Setup;
  /** The fuel that an air/fuel gauge prints its figures for. */
  readonly scale: Blend;
  readonly onTake: (proposal: Bare) => boolean;
  readonly onClose: () => void;
}

/** What was seen of a mixture without being asked for: weak witnesses, and what the first opening shows. */
export function SeenToo({ setup, scale, onTake, onClose }: SeenTooProps) {
  const [cylinder, setCylinder] = useState(setup.cylinders[0]?.id ?? '');
  const [kind, setKind] = useState<Kind>('plug');
  const take = (proposal: Bare) => {
    if (onTake(proposal)) onClose();
  };
  return (
    <Modal open onClose={onClose} title="What else was seen?">
      <div className="mb-5 grid grid-cols-2 gap-4">
        <Select label="Cylinder" value={cylinder} onChange={({ target }) => setCylinder(target.value)}>
          {setup.cylinders.map(({ id }) => (
            <option key={id} value={id}>
              {id}
            </option>
          ))}
        </Select>
        <Select
          label="What"
          value={kind}
          onChange={({ target }) => setKind(isKind(target.value) ? target.value : kind)}
        >
          {Object.entries(KINDS).map(([name, words]) => (
            <option key={name} value={name}>
              {words}
            </option>
          ))}
        </Select>
      </div>
      {kind === 'colour' ? (
        <Choices
          words={FLAME_COLOURS}
          text={COLOUR_WORDS}
          onChoose={(colour) => take({ kind: 'mixtureSeen', seen: { how: 'colour', cylinder, colour, when: 'blip' } })}
        />
      ) : kind === 'warmth' ? (
        <Choices
          words={WARMTHS}
          text={{ colder: 'colder', alike: 'as warm', hotter: 'hotter' }}
          onChoose={(against) => take({ kind: 'mixtureSeen', seen: { how: 'warmth', cylinder, against } })}
        />
      ) : kind === 'plug' ? (
        <Choices
          words={PLUG_COLOURS}
          text={{ sooty: 'sooty black', tan: 'tan', white: 'white' }}
          onChoose={(colour) => take({ kind: 'mixtureSeen', seen: { how: 'plug', cylinder, colour } })}
        />
      ) : (
        <FigureForm
          asked={{ label: 'Leanest lambda as it is opened slowly', unit: '', low: 0.4, high: 60, unseen: '' }}
          start=""
          onFigure={(typed) =>
            take({
              kind: 'mixtureSeen',
              seen: { how: 'firstOpening', exhaust: cylinder, lambda: lambdaTyped(typed, scale) },
            })
          }
          onUnseen={undefined}
          onClose={onClose}
        />
      )}
    </Modal>
  );
}

function isKind(text: string): text is Kind {
  return Object.hasOwn(KINDS, text);
}
