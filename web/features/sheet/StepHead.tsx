import type { Place, Row, Spot } from '@amber-needle/core/sheet';
import { Button } from '@/components/Button';
import { placeLabel } from '@/words/entryWords';

interface StepHeadProps {
  readonly row: Row;
  readonly place: Place;
  readonly when: 'found' | 'set';
  /** The specification, and what the sisters stand at. */
  readonly spec: string;
  readonly onGo: (spot: Spot) => void;
}

/** The order in the largest words, how it is done, and what it waits for. */
export function StepHead({ row, place, when, spec, onGo }: StepHeadProps) {
  const { step, waits } = row;
  const what = step.does === 'measure' ? (when === 'set' ? 'write what it was set to' : 'write it as found') : '';
  return (
    <>
      <p className="text-balance font-bold text-4xl leading-tight max-sm:text-3xl" data-testid="say" aria-live="polite">
        {step.order}
        {place === undefined ? null : (
          <span>
            , {nounOf(row)}
            {placeLabel(place)}
          </span>
        )}
        {what === '' ? null : <span className="block text-amber">{what}</span>}
      </p>
      <p className="mt-3 max-w-3xl text-lg">{step.how}</p>
      {spec === '' ? null : <p className="mt-1 text-lg text-soft">{spec}</p>}
      {waits.map(({ for: before, because }) => (
        <p key={before.id} className="mt-3 flex flex-wrap items-center gap-3 text-lg">
          <span>
            Waits for <strong>{before.order.replace(/[:?].*$/, '').toLowerCase()}</strong>. {because}
          </span>
          <Button onClick={() => onGo({ step: before.id, place: undefined })}>Go there</Button>
        </p>
      ))}
    </>
  );
}

/** What a place is called before its name. */
function nounOf({ step }: Row): string {
  if (step.at === 'cylinder') return 'cylinder ';
  if (step.at === 'throat') return 'throat ';
  return step.at === 'carburetor' ? 'carburetor ' : '';
}
