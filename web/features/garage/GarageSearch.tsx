import Form from 'next/form';
import { Button } from '@/components/Button';
import { Select } from '@/components/Select';
import { one, type Params } from './garageQuery';

const SHOWS = [
  ['workshop', 'In the workshop'],
  ['open', 'With an open job'],
  ['archive', 'In the archive'],
  ['deleted', 'Deleted'],
] as const;

const boxClass = 'min-h-12 rounded border border-edge bg-ground px-3';

/** Looks for machines and jobs by any word, by bank and by state. A plain form: its answer has an address of its own. */
export function GarageSearch({ banks, params }: { readonly banks: readonly string[]; readonly params: Params }) {
  return (
    <Form action="/" role="search" className="mt-8 flex flex-wrap gap-3">
      <input
        type="search"
        name="q"
        aria-label="Search machines, owners, plates, notes and complaints"
        placeholder="Machine, owner, plate, complaint"
        defaultValue={one(params.q)}
        maxLength={200}
        className={`${boxClass} min-w-60 flex-1`}
      />
      <Select name="bank" aria-label="Which layout" defaultValue={one(params.bank)}>
        <option value="">Any bank</option>
        {banks.map((bank) => (
          <option key={bank} value={bank}>
            {bank}
          </option>
        ))}
      </Select>
      <Select name="show" aria-label="Which machines" defaultValue={one(params.show) || 'workshop'}>
        {SHOWS.map(([value, label]) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </Select>
      <Button type="submit">Show</Button>
    </Form>
  );
}
