'use client';

import { type ColumnMeaning, lackOf, type TableDescription, type TableProposal } from '@amber-needle/core/trace';
import { isPressureUnit, PRESSURE_UNIT_NAMES, PRESSURE_UNITS } from '@amber-needle/core/units';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';

interface DescribeTableProps {
  readonly proposal: TableProposal;
  readonly onTake: (table: TableDescription) => void;
}

const CHANNELS = [1, 2, 3, 4, 5, 6, 7, 8] as const;
const REFERENCES = {
  vacuum: 'below the air, positive down',
  gauge: 'against the air, negative down',
  absolute: 'absolute',
} as const;
/** At sea level on an ordinary day. */
const USUAL_BAROMETER_KPA = 101.3;

/** What the columns of a table are: proposed, to be confirmed or corrected; it is remembered for this heading. */
export function DescribeTable({ proposal, onTake }: DescribeTableProps) {
  const { names, samples, referenceBecause } = proposal;
  const [table, setTable] = useState<TableDescription>(proposal.description);
  const [barometer, setBarometer] = useState(String(USUAL_BAROMETER_KPA));
  const told = table.reference === 'absolute' ? { ...table, barometerKPa: Number(barometer.replace(',', '.')) } : table;
  const lack = lackOf(told);
  const setColumn = (place: number, meaning: ColumnMeaning) =>
    setTable({ ...table, columns: table.columns.map((old, i) => (i === place ? meaning : old)) });
  const take = (event: FormEvent) => {
    event.preventDefault();
    if (lack === undefined) onTake(told);
  };
  return (
    <form onSubmit={take} className="space-y-4">
      <p>These columns have names of their own. Look them over; it is remembered.</p>
      <ul className="space-y-2" aria-label="Columns">
        {table.columns.map((meaning, i) => (
          <li key={names[i]} className="flex items-center gap-3">
            <div className="min-w-0 flex-1">
              <p className="truncate font-bold">{names[i]}</p>
              <p className="truncate font-mono text-soft text-sm">{samples[i]?.join('  ')}</p>
            </div>
            <Select
              aria-label={`${names[i]} is`}
              className="w-52"
              value={choiceOf(meaning)}
              onChange={({ target }) => setColumn(i, meaningOf(target.value, meaning))}
            >
              <option value="time s">time, s</option>
              <option value="time ms">time, ms</option>
              {CHANNELS.map((channel) => (
                <option key={channel} value={`pressure ${channel}`}>
                  pressure {channel}
                </option>
              ))}
              <option value="speed">engine speed, rpm</option>
              <option value="throttle">throttle, %</option>
              <option value="lambda">lambda</option>
              <option value="nothing">not used</option>
            </Select>
            <Select
              aria-label={`Unit of ${names[i]}`}
              className={meaning.is === 'pressure' ? 'w-24' : 'invisible w-24'}
              value={meaning.is === 'pressure' ? meaning.unit : 'kpa'}
              onChange={({ target: { value } }) =>
                meaning.is === 'pressure' && isPressureUnit(value) && setColumn(i, { ...meaning, unit: value })
              }
            >
              {PRESSURE_UNITS.map((unit) => (
                <option key={unit} value={unit}>
                  {PRESSURE_UNIT_NAMES[unit]}
                </option>
              ))}
            </Select>
          </li>
        ))}
      </ul>
      <div className="grid grid-cols-2 gap-4">
        <Select
          label="Pressures are"
          value={table.reference}
          onChange={({ target: { value } }) =>
            (value === 'vacuum' || value === 'gauge' || value === 'absolute') &&
            setTable({ ...table, reference: value })
          }
        >
          {Object.entries(REFERENCES).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </Select>
        {table.reference === 'absolute' ? (
          <Field
            label="Barometer"
            unit="kPa"
            inputMode="decimal"
            value={barometer}
            onChange={({ target }) => setBarometer(target.value)}
          />
        ) : null}
      </div>
      <p className="text-soft text-sm">
        {referenceBecause === ''
          ? 'The figures do not tell what pressures are measured against: choose it.'
          : `Proposed because ${referenceBecause}.`}
      </p>
      {lack === undefined ? null : <Notice>{lack}</Notice>}
      <Button tone="strong" type="submit" disabled={lack !== undefined}>
        Read it so
      </Button>
    </form>
  );
}

function choiceOf(meaning: ColumnMeaning): string {
  switch (meaning.is) {
    case 'time':
      return `time ${meaning.scale}`;
    case 'pressure':
      return `pressure ${meaning.channel}`;
    default:
      return meaning.is;
  }
}

function meaningOf(choice: string, before: ColumnMeaning): ColumnMeaning {
  const [is, what] = choice.split(' ');
  switch (is) {
    case 'time':
      return { is, scale: what === 'ms' ? 'ms' : 's' };
    case 'pressure':
      return { is, channel: Number(what), unit: before.is === 'pressure' ? before.unit : 'kpa' };
    case 'lambda':
      return { is, channel: 1 };
    case 'speed':
    case 'throttle':
      return { is };
    default:
      return { is: 'nothing' };
  }
}
