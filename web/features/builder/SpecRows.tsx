import { NumberField } from '@/components/NumberField';
import { Select } from '@/components/Select';
import type { Editing } from './editing';
import { Section } from './Section';
import { specLines, withoutSpec, withSpec } from './view/specs';

/** Figures of the maker’s book: what the sheet compares with, after the sisters. */
export function SpecRows({ setup, change }: Editing) {
  const { lines, free } = specLines(setup);
  return (
    <Section title="Figures of the book">
      {lines.length === 0 ? (
        <p className="text-soft">None: the sheet compares the carburetors with each other only.</p>
      ) : null}
      <ul className="space-y-3">
        {lines.map((line) => (
          <li key={line.quantity} className="grid grid-cols-[1fr_7rem_7rem_3rem] items-end gap-3">
            <span className="pb-3">{line.name}</span>
            <NumberField
              label="From"
              unit={line.unit}
              value={line.low}
              onValue={(low) => change(withSpec(setup, { ...line, low }))}
            />
            <NumberField
              label="to"
              unit={line.unit}
              value={line.high}
              onValue={(high) => change(withSpec(setup, { ...line, high }))}
            />
            <button
              type="button"
              aria-label={`Take ${line.name} out`}
              onClick={() => change(withoutSpec(setup, line.quantity))}
              className="min-h-12 min-w-12 rounded text-soft hover:text-ink"
            >
              ✕
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-3 max-w-xs">
        <Select
          aria-label="Add a figure of the book"
          value=""
          onChange={({ target }) => change(withSpec(setup, { quantity: target.value, low: 0, high: 0 }))}
        >
          <option value="">Add a figure of the book</option>
          {free.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </div>
    </Section>
  );
}
