'use client';

import { DEFAULT_PRACTICE, type PracticeChoices } from '@amber-needle/core/practice';
import { ARCHETYPE_NAMES, ARCHETYPES, isArchetype, type Setup } from '@amber-needle/core/setup';
import { useRouter } from 'next/navigation';
import { type FormEvent, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { failureText } from '@/components/send';
import type { LocalPractice } from '../signal/useSignal';
import { ChooseFaults } from './ChooseFaults';
import { openPracticeJob } from './openPracticeJob';
import { rememberPractice } from './practiceMemory';

/** The bank of the job itself, in the list of banks. */
const OWN = 'own';
const LARGEST_SEED = 999_999;
const QUICK_PACE = 8;

interface PracticeSetupProps {
  readonly setup: Setup;
  readonly practice: LocalPractice;
  readonly onClose: () => void;
}

/** Chooses a practice engine: this job's bank, or another bank in a job of its own; what is wrong with it; whether that is told. */
export function PracticeSetup({ setup, practice, onClose }: PracticeSetupProps) {
  const router = useRouter();
  const [bank, setBank] = useState<string>(OWN);
  const [choices, setChoices] = useState<PracticeChoices>(practice.choices ?? DEFAULT_PRACTICE);
  const [failure, setFailure] = useState<string>();
  const [busy, setBusy] = useState(false);
  // One id for as long as the form stands open: a double click opens one job.
  const newJob = useRef(uuid());
  const change = (part: Partial<PracticeChoices>) => setChoices({ ...choices, ...part });
  const chosen = isArchetype(bank) ? ARCHETYPES[bank] : setup;
  const begin = async (event: FormEvent) => {
    event.preventDefault();
    if (!isArchetype(bank)) {
      practice.begin(choices);
      return onClose();
    }
    setBusy(true);
    const opened = await openPracticeJob(newJob.current, bank);
    if (opened.outcome !== 'done') {
      setBusy(false);
      return setFailure(failureText(opened));
    }
    rememberPractice(newJob.current, choices, undefined);
    router.push(`/jobs/${newJob.current}/bench`);
  };
  const end = () => {
    practice.leave();
    onClose();
  };
  return (
    <Modal open onClose={onClose} title="Practise on a simulated engine">
      <form onSubmit={begin} className="space-y-4">
        <Select
          label="Bank"
          value={bank}
          onChange={({ target }) => {
            setBank(target.value);
            // Faults sit on throats and screws of the bank that was shown.
            if (choices.faults.are === 'chosen') change({ faults: { are: 'none' } });
          }}
        >
          <option value={OWN}>This job’s own bank</option>
          {ARCHETYPE_NAMES.map((name) => (
            <option key={name} value={name}>
              {ARCHETYPES[name].name}, in a new practice job
            </option>
          ))}
        </Select>
        <div className="grid grid-cols-2 gap-4">
          <Field
            label="Engine number"
            type="number"
            min={0}
            max={LARGEST_SEED}
            required
            value={choices.seed}
            onChange={({ target }) =>
              change({ seed: Math.min(LARGEST_SEED, Math.max(0, Math.trunc(Number(target.value)))) })
            }
          />
          <Field
            label="Altitude"
            unit="m"
            type="number"
            min={-400}
            max={5000}
            required
            value={choices.altitudeM}
            onChange={({ target }) => change({ altitudeM: Math.min(5000, Math.max(-400, Number(target.value))) })}
          />
        </div>
        <ChooseFaults setup={chosen} choices={choices} change={change} />
        <div className="flex flex-wrap gap-x-8">
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={choices.cold}
              onChange={({ target }) => change({ cold: target.checked })}
            />
            Start cold, at 15 °C
          </label>
          <label className="flex min-h-12 items-center gap-3">
            <input
              type="checkbox"
              className="size-5"
              checked={(choices.pace ?? 1) > 1}
              onChange={({ target }) => change({ pace: target.checked ? QUICK_PACE : 1 })}
            />
            Time runs eight times as fast
          </label>
        </div>
        {failure === undefined ? null : <Notice>{failure}</Notice>}
        <div className="flex gap-4">
          <Button tone="strong" type="submit" disabled={busy}>
            {practice.choices === undefined ? 'Begin practice' : 'Begin again with this engine'}
          </Button>
          {practice.choices === undefined ? null : <Button onClick={end}>End practice</Button>}
        </div>
      </form>
    </Modal>
  );
}
