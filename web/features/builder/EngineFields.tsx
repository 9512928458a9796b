import {
  addCylinder,
  changeCylinder,
  decidingQuantity,
  removeCylinder,
  type Setup,
  sharesPlenum,
  toleranceOf,
} from '@amber-needle/core/setup';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import { Select } from '@/components/Select';
import type { Editing } from './editing';
import { Section } from './Section';

const MOST_CYLINDERS = 8;

/** Strokes, targets, and the cylinders with their firing angles. */
export function EngineFields({ setup, change }: Editing) {
  const { engine, targets, cylinders } = setup;
  const quantity = decidingQuantity(setup);
  const target = (part: Partial<Setup['targets']>) => change({ ...setup, targets: { ...targets, ...part } });
  return (
    <Section title="Engine and targets">
      <div className="grid grid-cols-2 gap-4 sm:grid-cols-4">
        <Select
          label="Strokes"
          value={engine.strokes}
          onChange={({ target: { value } }) =>
            change({ ...setup, engine: { ...engine, strokes: value === '2' ? 2 : 4 } })
          }
        >
          <option value="4">four</option>
          <option value="2">two</option>
        </Select>
        <NumberField label="Idle" unit="rpm" value={targets.idleRpm} onValue={(idleRpm) => target({ idleRpm })} />
        <NumberField
          label="Band"
          unit="± rpm"
          value={targets.idleBandRpm}
          onValue={(idleBandRpm) => target({ idleBandRpm })}
        />
        {quantity === 'depression' ? (
          <NumberField
            label="Spread"
            unit="kPa"
            value={targets.spreadKPa}
            onValue={(spreadKPa) => target({ spreadKPa })}
          />
        ) : (
          <NumberField
            label="Spread"
            unit="% of air"
            value={toleranceOf(setup)}
            onValue={(airflowSpreadPercent) => target({ airflowSpreadPercent })}
          />
        )}
        <Select
          label="What decides"
          value={quantity}
          onChange={({ target: { value } }) => target({ decides: value === 'airflow' ? 'airflow' : 'depression' })}
        >
          <option value="depression" disabled={sharesPlenum(setup)}>
            depression
          </option>
          <option value="airflow">airflow</option>
        </Select>
      </div>
      {sharesPlenum(setup) ? (
        <p className="mt-3 text-soft">
          Behind these throats there is one pressure: only the air that each takes tells them apart.
        </p>
      ) : null}
      <h3 className="mt-5 mb-2 text-soft">Cylinders, degrees at which they fire</h3>
      <ul className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-4">
        {cylinders.map(({ id, firingDeg }) => (
          <li key={id} className="flex items-end gap-1">
            <div className="min-w-0 flex-1">
              <NumberField
                label={`Cylinder ${id}`}
                value={firingDeg}
                onValue={(degrees) => change(changeCylinder(setup, id, { firingDeg: degrees }))}
              />
            </div>
            <button
              type="button"
              aria-label={`Take cylinder ${id} out`}
              disabled={cylinders.length < 2}
              onClick={() => change(removeCylinder(setup, id))}
              className="min-h-12 min-w-12 rounded text-soft hover:text-ink disabled:opacity-40"
            >
              ✕
            </button>
          </li>
        ))}
      </ul>
      <Button className="mt-3" disabled={cylinders.length >= MOST_CYLINDERS} onClick={() => change(addCylinder(setup))}>
        Add a cylinder with a throat
      </Button>
    </Section>
  );
}
