import type { Setup } from '@amber-needle/core/setup';
import type { ReactNode } from 'react';
import { Button } from '@/components/Button';
import { Field } from '@/components/Field';
import { ToggleRow } from './ToggleRow';

interface JoinChange {
  readonly label?: string;
  readonly joins?: string[];
}

interface JoinRowProps {
  readonly what: string;
  readonly label: string;
  readonly throats: Setup['throats'];
  readonly joins: readonly string[];
  readonly onChange: (change: JoinChange) => void;
  readonly onRemove: () => void;
  /** Figures of its own. */
  readonly children?: ReactNode;
}

/** A part that joins throats: its name, its figures, and which it joins. */
export function JoinRow({ what, label, throats, joins, onChange, onRemove, children }: JoinRowProps) {
  return (
    <li className="space-y-2">
      <div className="flex items-end gap-3">
        <div className="min-w-0 flex-1">
          <Field
            label={`Name of the ${what}`}
            value={label}
            onChange={({ target }) => onChange({ label: target.value })}
          />
        </div>
        {children}
        <Button onClick={onRemove}>Take out</Button>
      </div>
      <ToggleRow
        legend="Joins"
        parts={throats.map(({ id }) => ({ id, label: id, on: joins.includes(id) }))}
        toggle={(throat) =>
          onChange({ joins: joins.includes(throat) ? joins.filter((id) => id !== throat) : [...joins, throat] })
        }
      />
    </li>
  );
}
