'use client';

import type { Setup } from '@amber-needle/core/setup';
import { EXCHANGES, type ExchangeOutcome, exchangesFor, OUTCOMES } from '@amber-needle/core/suspects';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Modal } from '@/components/Modal';
import { Select } from '@/components/Select';
import { conclusionText, exchangeName, placeText } from '@/words/suspectWords';

interface ExchangePanelProps {
  readonly setup: Setup;
  readonly onTell: (what: string, places: readonly [string, string], outcome: ExchangeOutcome) => void;
  readonly onClose: () => void;
}

const OUTCOME_LABELS: Readonly<Record<ExchangeOutcome, string>> = {
  stayed: 'The fault stayed',
  followed: 'The fault followed',
  vanished: 'The fault vanished',
};

/** One thing exchanged between two places, and whether the fault stayed, followed or vanished: the conclusion in words and as a picture. */
export function ExchangePanel({ setup, onTell, onClose }: ExchangePanelProps) {
  const [what, setWhat] = useState('plugs');
  const at = EXCHANGES.find(({ id }) => id === what)?.at ?? 'cylinder';
  const places = (at === 'cylinder' ? setup.cylinders : setup.throats).map(({ id }) => id);
  const [ends, setEnds] = useState<readonly [string, string]>(['', '']);
  const [outcome, setOutcome] = useState<ExchangeOutcome>();
  const [one, other] = ends;
  const isWhole = places.includes(one) && places.includes(other) && one !== other && outcome !== undefined;
  return (
    <Modal open onClose={onClose} title="What was exchanged?">
      <p className="mb-4 text-soft">One thing at a time; engine stopped, hot parts and ignition in mind.</p>
      <div className="grid gap-3 sm:grid-cols-3">
        <Select label="The" value={what} onChange={({ target }) => setWhat(target.value)}>
          {exchangesFor(setup).map(({ id, text }) => (
            <option key={id} value={id}>
              {text}
            </option>
          ))}
        </Select>
        <PlaceSelect
          label="with the fault"
          setup={setup}
          places={places}
          value={one}
          onChoose={(p) => setEnds([p, other])}
        />
        <PlaceSelect
          label="with a sound one"
          setup={setup}
          places={places}
          value={other}
          onChoose={(p) => setEnds([one, p])}
        />
      </div>
      <fieldset className="mt-5 grid gap-3 sm:grid-cols-3">
        <legend className="mb-2 text-soft">Then</legend>
        {OUTCOMES.map((each) => (
          <Button
            key={each}
            aria-pressed={outcome === each}
            tone={outcome === each ? 'strong' : 'plain'}
            onClick={() => setOutcome(each)}
          >
            {OUTCOME_LABELS[each]}
          </Button>
        ))}
      </fieldset>
      {outcome === undefined ? null : (
        <div className="mt-5 flex items-center gap-5">
          <Picture outcome={outcome} one={one} other={other} part={exchangeName(what)} />
          <p className="text-lg">{conclusionText(what, outcome)}</p>
        </div>
      )}
      <Button
        tone="strong"
        className="mt-5"
        disabled={!isWhole}
        onClick={() => {
          if (outcome !== undefined) onTell(what, ends, outcome);
          onClose();
        }}
      >
        Take it down
      </Button>
    </Modal>
  );
}

interface PlaceSelectProps {
  readonly label: string;
  readonly setup: Setup;
  readonly places: readonly string[];
  readonly value: string;
  readonly onChoose: (place: string) => void;
}

function PlaceSelect({ label, setup, places, value, onChoose }: PlaceSelectProps) {
  return (
    <Select label={label} value={value} onChange={({ target }) => onChoose(target.value)}>
      <option value="">where</option>
      {places.map((place) => (
        <option key={place} value={place}>
          {placeText(setup, place).replace(', ', '')}
        </option>
      ))}
    </Select>
  );
}

interface PictureProps {
  readonly outcome: ExchangeOutcome;
  readonly one: string;
  readonly other: string;
  readonly part: string;
}

/** Two places, the part that crossed over, and where the fault is now. */
function Picture({ outcome, one, other, part }: PictureProps) {
  const fault = outcome === 'stayed' ? 40 : 160;
  return (
    <svg
      viewBox="0 0 200 110"
      className="w-52 shrink-0"
      role="img"
      aria-label={`${part} exchanged: the fault ${outcome}`}
    >
      {[40, 160].map((x, i) => (
        <g key={x}>
          <circle cx={x} cy="70" r="26" className="fill-none stroke-edge" strokeWidth="2" />
          <text x={x} y="77" textAnchor="middle" fontSize="20" className="fill-ink">
            {i === 0 ? one : other}
          </text>
        </g>
      ))}
      <path
        d="M52,42 C80,12 120,12 148,42"
        className="fill-none stroke-ghost"
        strokeWidth="2.5"
        strokeDasharray="5 4"
      />
      <path d="M148,42 l-11,-4 l7,-8 Z" className="fill-ghost" />
      {outcome === 'vanished' ? null : (
        <circle cx={fault} cy="70" r="32" className="fill-none stroke-amber" strokeWidth="5" />
      )}
    </svg>
  );
}
