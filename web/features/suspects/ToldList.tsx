import type { Setup } from '@amber-needle/core/setup';
import type { Told } from '@amber-needle/core/suspects';
import { X } from 'lucide-react';
import { evidenceText } from '@/words/suspectWords';

interface ToldListProps {
  readonly setup: Setup;
  readonly told: readonly Told[];
  readonly onTakeBack: (eventId: string) => void;
}

const SEEN_BY: Readonly<Record<NonNullable<Told['seenBy']>, string>> = {
  sheet: 'from the sheet',
  bench: 'seen by the bench',
  road: 'from a ride',
  record: 'from the record',
};

/** Everything told so far; each can be taken back, whatever came after it. What sheet, bench or record saw by themselves says so. */
export function ToldList({ setup, told, onTakeBack }: ToldListProps) {
  return (
    <ul className="flex flex-wrap gap-2" aria-label="Told so far">
      {told.map(({ evidence, eventId, seenBy = 'bench' }) => {
        const text = evidenceText(setup, evidence);
        return (
          <li key={text} className="flex items-center rounded border border-line pl-3">
            {text}
            {eventId === undefined ? (
              <span className="px-3 py-2 text-soft">{SEEN_BY[seenBy]}</span>
            ) : (
              <button
                type="button"
                onClick={() => onTakeBack(eventId)}
                aria-label={`Take back: ${text}`}
                className="grid size-11 place-items-center text-soft hover:text-ink"
              >
                <X aria-hidden className="size-4" />
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
