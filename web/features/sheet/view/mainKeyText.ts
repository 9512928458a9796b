import type { Entry, Row, Step } from '@amber-needle/core/sheet';
import type { MeasureUnit } from '@amber-needle/core/units';
import { entryText, placeLabel } from '@/words/entryWords';

interface MainKey {
  readonly step: Step;
  /** Cautions that were not read yet. */
  readonly unread: number;
  readonly typed: string;
  readonly sisters: Entry | undefined;
  readonly row: Row;
  readonly unit: MeasureUnit | undefined;
}

/** What Enter does now. */
export function mainKeyText({ step, unread, typed, sisters, row, unit }: MainKey): string {
  if (unread > 0) return 'I have read this';
  switch (step.does) {
    case 'go':
      return step.to === 'bench' ? 'Go to the bench' : 'Go to the suspects';
    case 'do':
    case 'time':
      return 'Done';
    case 'measure': {
      if (typed.trim() !== '') return `Write ${typed.trim()}`;
      if (sisters === undefined) return 'Write a figure';
      const like = row.cells
        .filter(({ found, set }) => (set ?? found)?.value === sisters.value)
        .map(({ place }) => placeLabel(place));
      return `${entryText(step.quantity, sisters, unit)} as ${listed(like)}`;
    }
  }
}

function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
