'use client';

import type { Setup } from '@amber-needle/core/setup';
import { OBSERVATIONS, type Observation, type Told, type When } from '@amber-needle/core/suspects';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Select } from '@/components/Select';
import { placeText } from '@/words/suspectWords';
import { proposeObservations } from './proposeObservations';

const WHENS: Readonly<Record<When, string>> = {
  history: 'Before',
  fuel: 'Fuel',
  start: 'Starting',
  idle: 'At idle',
  offIdle: 'Just off idle',
  cruise: 'Cruising',
  load: 'Under load',
  afterHotStop: 'After a hot stop',
  bench: 'On the gauges',
  plugs: 'Plugs',
};

interface ObservePanelProps {
  readonly setup: Setup;
  readonly complaint: string;
  readonly told: readonly Told[];
  readonly onTell: (observation: string, place: string | undefined, seen: boolean) => void;
  readonly onClose: () => void;
}

/** What was noticed: typed words propose, the list has all. Each can be seen, or looked for and not seen. */
export function ObservePanel({ setup, complaint, told, onTell, onClose }: ObservePanelProps) {
  const [words, setWords] = useState(complaint);
  const [when, setWhen] = useState<When | ''>('');
  const listed = useMemo(
    () => (when === '' ? proposeObservations(words) : OBSERVATIONS.filter((each) => each.when === when)),
    [words, when],
  );
  return (
    <Modal open onClose={onClose} title="What was noticed?">
      <div className="grid gap-4 sm:grid-cols-[1fr_12rem]">
        <Field
          label="In your words"
          value={words}
          onChange={({ target }) => {
            setWords(target.value);
            setWhen('');
          }}
        />
        <Select
          label="Or by when"
          value={when}
          onChange={({ target }) => {
            const chosen = Object.keys(WHENS).find((each): each is When => each === target.value);
            setWhen(chosen ?? '');
          }}
        >
          <option value="">as typed</option>
          {Object.entries(WHENS).map(([key, text]) => (
            <option key={key} value={key}>
              {text}
            </option>
          ))}
        </Select>
      </div>
      {listed.length === 0 ? (
        <p className="mt-5 text-soft">No words that the map knows. Say it otherwise, or choose by when it shows.</p>
      ) : (
        <ul className="mt-4" aria-label="Observations">
          {listed.map((observation) => (
            <Choice
              key={observation.id}
              setup={setup}
              observation={observation}
              said={saidOf(told, observation.id)}
              onTell={onTell}
            />
          ))}
        </ul>
      )}
      <Button className="mt-5" onClick={onClose}>
        That is all
      </Button>
    </Modal>
  );
}

/** What was already told of an observation, wherever. */
function saidOf(told: readonly Told[], id: string): string {
  const own = told.flatMap(({ evidence }) =>
    evidence.kind === 'observed' && evidence.observation === id ? [evidence] : [],
  );
  return own
    .map(({ seen, place }) => `${seen ? 'seen' : 'not seen'}${place === undefined ? '' : ` at ${place}`}`)
    .join(', ');
}

function Choice({
  setup,
  observation: { id, text, at },
  said,
  onTell,
}: Pick<ObservePanelProps, 'setup' | 'onTell'> & { readonly observation: Observation; readonly said: string }) {
  const [place, setPlace] = useState('');
  const places = at === 'bank' ? [] : (at === 'throat' ? setup.throats : setup.cylinders).map((each) => each.id);
  const told = (seen: boolean) => onTell(id, place === '' ? undefined : place, seen);
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-2 border-line border-t py-2.5" aria-label={text}>
      <span className="w-full text-lg">
        {text}
        {said === '' ? null : <b className="ml-3 text-amber">{said}</b>}
      </span>
      {places.length === 0 ? null : (
        <Select
          aria-label={`${text}: where`}
          className="w-36"
          value={place}
          onChange={({ target }) => setPlace(target.value)}
        >
          <option value="">somewhere</option>
          {places.map((each) => (
            <option key={each} value={each}>
              {placeText(setup, each).replace(', ', '')}
            </option>
          ))}
        </Select>
      )}
      <span className="ml-auto flex gap-2">
        <Button onClick={() => told(true)}>Seen</Button>
        <Button onClick={() => told(false)}>Not seen</Button>
      </span>
    </li>
  );
}
