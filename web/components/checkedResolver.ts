import type { Checked } from '@amber-needle/core/validation';
import type { FieldValues, Resolver } from 'react-hook-form';

/** A form's resolver from the same check that the server makes: each problem at its field. */
export function checkedResolver<T extends FieldValues>(check: (data: unknown) => Checked<T>): Resolver<T> {
  return (values) => {
    const checked = check(values);
    if (checked.outcome === 'valid') return { values: checked.value, errors: {} };
    const errors = Object.fromEntries(
      checked.problems.map(({ path, reason }) => [path.split('/')[1] ?? 'root', { type: 'schema', message: reason }]),
    );
    return { values: {}, errors } as Awaited<ReturnType<Resolver<T>>>;
  };
}
