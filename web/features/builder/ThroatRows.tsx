import { changeThroat, removeThroat } from '@amber-needle/core/setup';
import { Field } from '@/components/Field';
import { NumberField } from '@/components/NumberField';
import type { Editing } from './editing';
import { Section } from './Section';
import { ToggleRow } from './ToggleRow';

/** The throats: which carburetor each belongs to, its bore, and the cylinders it feeds. */
export function ThroatRows({ setup, change }: Editing) {
  const { throats, cylinders } = setup;
  return (
    <Section title="Throats">
      <ul className="space-y-4">
        {throats.map(({ id, carburetor, boreMm, feeds }) => (
          <li key={id} className="grid grid-cols-[2.5rem_minmax(0,1fr)_7rem_auto] items-end gap-x-3 gap-y-2">
            <b className="pb-3 text-lg">{id}</b>
            <Field
              label="Carburetor"
              value={carburetor}
              onChange={({ target }) => change(changeThroat(setup, id, { carburetor: target.value }))}
            />
            <NumberField
              label="Bore"
              unit="mm"
              value={boreMm}
              onValue={(value) => change(changeThroat(setup, id, { boreMm: value }))}
            />
            <button
              type="button"
              aria-label={`Take throat ${id} out`}
              disabled={throats.length < 2}
              onClick={() => change(removeThroat(setup, id))}
              className="min-h-12 min-w-12 rounded text-soft hover:text-ink disabled:opacity-40"
            >
              ✕
            </button>
            <div className="col-start-2 col-end-5">
              <ToggleRow
                legend={`Throat ${id} feeds`}
                parts={cylinders.map((cylinder) => ({
                  id: cylinder.id,
                  label: cylinder.id,
                  on: feeds.includes(cylinder.id),
                }))}
                toggle={(cylinder) => {
                  const order = cylinders.map((part) => part.id);
                  const next = feeds.includes(cylinder)
                    ? feeds.filter((fed) => fed !== cylinder)
                    : [...feeds, cylinder];
                  change(changeThroat(setup, id, { feeds: next.sort((a, b) => order.indexOf(a) - order.indexOf(b)) }));
                }}
              />
            </div>
          </li>
        ))}
      </ul>
    </Section>
  );
}
