'use client';

import { PRESSURE_UNIT_NAMES } from '@amber-needle/core/units';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Notice } from '@/components/Notice';
import { Select } from '@/components/Select';
import { failureText, send } from '@/components/send';
import { PRESSURE_UNITS, type ShownPressure } from '@/words/deviceUnit';

/** The unit of depression on devices that have not chosen one of their own. */
export function WorkshopUnit({ unit }: { readonly unit: ShownPressure }) {
  const router = useRouter();
  const [failure, setFailure] = useState<string>();
  const choose = async (depressionUnit: string) => {
    const sent = await send('/api/workshop/setting', { depressionUnit });
    setFailure(sent.outcome === 'done' ? undefined : failureText(sent));
    router.refresh();
  };
  return (
    <>
      <div className="mt-4 max-w-xs">
        <Select label="Depression is shown in" value={unit} onChange={({ target }) => void choose(target.value)}>
          {PRESSURE_UNITS.map((each) => (
            <option key={each} value={each}>
              {PRESSURE_UNIT_NAMES[each]}
            </option>
          ))}
        </Select>
      </div>
      <p className="mt-2 text-soft">A device that chose another with its key on the bench keeps its own.</p>
      {failure === undefined ? null : <Notice>{failure}</Notice>}
    </>
  );
}
