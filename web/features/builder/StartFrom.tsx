import { ARCHETYPE_NAMES, ARCHETYPES, isArchetype } from '@amber-needle/core/setup';
import { Field } from '@/components/Field';
import { Select } from '@/components/Select';
import type { Editing } from './editing';

/** The bank's name, and a bank that ships to begin from. */
export function StartFrom({ setup, change }: Editing) {
  return (
    <section aria-label="Bank" className="grid gap-4 sm:grid-cols-2">
      <Field
        label="Name of the bank"
        value={setup.name}
        onChange={({ target }) => change({ ...setup, name: target.value })}
      />
      <Select
        label="Begin from a bank that ships"
        value=""
        onChange={({ target }) => {
          if (isArchetype(target.value)) change(ARCHETYPES[target.value]);
        }}
      >
        <option value="">Choose</option>
        {ARCHETYPE_NAMES.map((name) => (
          <option key={name} value={name}>
            {ARCHETYPES[name].name}
          </option>
        ))}
      </Select>
    </section>
  );
}
