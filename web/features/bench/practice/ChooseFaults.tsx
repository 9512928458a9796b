import type { Fault } from '@amber-needle/core/faults';
import { faultTemplates, type PracticeChoices, STRENGTHS, type Strength } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import { useState } from 'react';
import { Select } from '@/components/Select';
import { faultText } from '@/words/faultWords';

const MOST_FAULTS = 20;

interface ChooseFaultsProps {
  readonly setup: Setup;
  readonly choices: PracticeChoices;
  readonly change: (part: Partial<PracticeChoices>) => void;
}

/** What is wrong with the engine: nothing, a surprise, or faults from a list; and whether the bench tells. */
export function ChooseFaults({ setup, choices, change }: ChooseFaultsProps) {
  const { faults } = choices;
  const chosen = faults.are === 'chosen' ? faults.faults : [];
  const choose = (list: readonly Fault[]) =>
    change({ faults: list.length === 0 ? { are: 'none' } : { are: 'chosen', faults: [...list] } });
  return (
    <fieldset className="space-y-3">
      <legend className="mb-1 text-soft">What is wrong with it</legend>
      <div className="flex flex-wrap gap-x-6">
        <Choice name="Nothing" checked={faults.are === 'none'} choose={() => change({ faults: { are: 'none' } })} />
        <Choice
          name="One fault, drawn by its number"
          checked={faults.are === 'drawn'}
          choose={() => change({ faults: { are: 'drawn' } })}
        />
      </div>
      {chosen.length < MOST_FAULTS ? <AddFault setup={setup} add={(fault) => choose([...chosen, fault])} /> : null}
      <ul className="space-y-1">
        {chosen.map((fault, i) => (
          // Two like faults differ in nothing but their place in the list.
          // biome-ignore lint/suspicious/noArrayIndexKey: the list is only added to and cut
          <li key={i} className="flex items-center justify-between gap-3">
            {faultText(setup, fault)}
            <button
              type="button"
              className="min-h-12 px-3 text-soft underline"
              aria-label={`Take out: ${faultText(setup, fault)}`}
              onClick={() => choose(chosen.filter((_, k) => k !== i))}
            >
              take out
            </button>
          </li>
        ))}
      </ul>
      {faults.are === 'none' ? null : (
        <label className="flex min-h-12 items-center gap-3">
          <input
            type="checkbox"
            className="size-5"
            checked={choices.shown}
            onChange={({ target }) => change({ shown: target.checked })}
          />
          Show on the bench what is wrong
        </label>
      )}
    </fieldset>
  );
}

function Choice({
  name,
  checked,
  choose,
}: {
  readonly name: string;
  readonly checked: boolean;
  readonly choose: () => void;
}) {
  return (
    <label className="flex min-h-12 items-center gap-3">
      <input type="radio" name="faults" className="size-5" checked={checked} onChange={choose} />
      {name}
    </label>
  );
}

function AddFault({ setup, add }: { readonly setup: Setup; readonly add: (fault: Fault) => void }) {
  const [strength, setStrength] = useState<Strength>('clear');
  const templates = faultTemplates(setup, strength);
  return (
    <div className="grid grid-cols-[1fr_8rem] gap-3">
      <Select
        aria-label="Add a fault"
        value=""
        onChange={({ target }) => {
          const fault = templates[Number(target.value)];
          if (fault !== undefined) add(fault);
        }}
      >
        <option value="">Add a fault from the list</option>
        {templates.map((fault, i) => (
          <option key={faultText(setup, fault)} value={i}>
            {faultText(setup, fault)}
          </option>
        ))}
      </Select>
      <Select
        aria-label="Strength of the next fault"
        value={strength}
        onChange={({ target }) => setStrength(STRENGTHS.find((s) => s === target.value) ?? 'clear')}
      >
        {STRENGTHS.map((s) => (
          <option key={s}>{s}</option>
        ))}
      </Select>
    </div>
  );
}
