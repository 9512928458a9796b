import { addCoupling, changeCoupling, removeCoupling } from '@amber-needle/core/setup';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import type { Editing } from './editing';
import { Section } from './Section';
import { ToggleRow } from './ToggleRow';

/** Clamps that join throttles once they are balanced. */
export function ClampRows({ setup, change }: Editing) {
  return (
    <Section title="Clamps">
      {setup.couplings.length === 0 ? <p className="text-soft">None: nothing is clamped after the balance.</p> : null}
      <ul className="space-y-3">
        {setup.couplings.map(({ id, label, joins }) => (
          <li key={id} className="space-y-2">
            <div className="flex items-end gap-3">
              <div className="min-w-0 flex-1">
                <Field
                  label="Name of the clamp"
                  value={label}
                  onChange={({ target }) => change(changeCoupling(setup, id, { label: target.value }))}
                />
              </div>
              <Button onClick={() => change(removeCoupling(setup, id))}>Take out</Button>
            </div>
            <ToggleRow
              legend="Joins"
              parts={setup.throats.map((throat) => ({
                id: throat.id,
                label: throat.id,
                on: joins.includes(throat.id),
              }))}
              toggle={(throat) => {
                const next = joins.includes(throat) ? joins.filter((id) => id !== throat) : [...joins, throat];
                change(changeCoupling(setup, id, { joins: next }));
              }}
            />
          </li>
        ))}
      </ul>
      <Button className="mt-3" disabled={setup.throats.length < 2} onClick={() => change(addCoupling(setup))}>
        Add a clamp
      </Button>
    </Section>
  );
}
