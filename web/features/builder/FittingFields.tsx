import {
  BODIES,
  changeCarburetor,
  changeFitting,
  FITTING_CHOICES,
  feedFrom,
  fittingOf,
} from '@amber-needle/core/setup';
import { Select } from '@/components/Select';
import { BODY_NAMES, CHOKE_NAMES, COOLING_NAMES, FEED_NAMES, TAP_NAMES } from '@/words/fittingWords';
import type { Editing } from './editing';
import { Section } from './Section';

/** What the sheet needs to know: what the carburetors are, and what feeds and cools them. */
export function FittingFields({ setup, change }: Editing) {
  const fitting = fittingOf(setup);
  return (
    <Section title="Carburetors and feed">
      <ul className="space-y-4">
        {fitting.carburetors.map(({ name, body, bowls }) => (
          <li key={name} className="grid grid-cols-1 items-end gap-3 sm:grid-cols-[1fr_7rem_10rem]">
            <Choice
              label={name}
              value={body}
              names={BODY_NAMES}
              choices={BODIES}
              onChoose={(next) => change(changeCarburetor(setup, name, { body: next }))}
            />
            <Choice
              label="Bowls"
              value={bowls === 2 ? '2' : '1'}
              names={{ 1: 'one', 2: 'two' }}
              choices={['1', '2']}
              onChoose={(next) => change(changeCarburetor(setup, name, { bowls: Number(next) }))}
            />
            <Select
              label="Fed by"
              value={fitting.inlets.findIndex(({ feeds }) => feeds.includes(name))}
              onChange={({ target }) => change(feedFrom(setup, name, Number(target.value)))}
            >
              {fitting.inlets.map((inlet, i) => (
                <option key={inlet.name} value={i}>
                  {inlet.name}
                </option>
              ))}
              {fitting.inlets.length < fitting.carburetors.length ? (
                <option value={fitting.inlets.length}>an inlet of its own</option>
              ) : null}
            </Select>
          </li>
        ))}
      </ul>
      <div className="mt-5 grid grid-cols-2 gap-4 sm:grid-cols-4">
        <Choice
          label="Tap"
          value={fitting.tap}
          names={TAP_NAMES}
          choices={FITTING_CHOICES.tap}
          onChoose={(tap) => change(changeFitting(setup, { tap }))}
        />
        <Choice
          label="Feed"
          value={fitting.feed}
          names={FEED_NAMES}
          choices={FITTING_CHOICES.feed}
          onChoose={(feed) => change(changeFitting(setup, { feed }))}
        />
        <Choice
          label="Cooling"
          value={fitting.cooling}
          names={COOLING_NAMES}
          choices={FITTING_CHOICES.cooling}
          onChoose={(cooling) => change(changeFitting(setup, { cooling }))}
        />
        <Choice
          label="Choke"
          value={fitting.choke}
          names={CHOKE_NAMES}
          choices={FITTING_CHOICES.choke}
          onChoose={(choke) => change(changeFitting(setup, { choke }))}
        />
      </div>
    </Section>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly names: Readonly<Record<T, string>>;
  readonly choices: readonly T[];
  readonly onChoose: (value: T) => void;
}

function Choice<T extends string>({ label, value, names, choices, onChoose }: ChoiceProps<T>) {
  return (
    <Select
      label={label}
      value={value}
      onChange={({ target }) => {
        const next = choices.find((each) => each === target.value);
        if (next !== undefined) onChoose(next);
      }}
    >
      {choices.map((each) => (
        <option key={each} value={each}>
          {names[each]}
        </option>
      ))}
    </Select>
  );
}
