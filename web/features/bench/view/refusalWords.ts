import type { Refusal } from '@amber-needle/core/job';

const WORDS: Readonly<Record<Refusal, string>> = {
  alreadyOpened: 'This job is open already.',
  notOpened: 'This job has not been opened.',
  alreadyFinished: 'The job is finished. Undo the finish to go on.',
  noSuchThroat: 'There is no such throat on this bank.',
  noSuchAdjuster: 'There is no such screw on this bank.',
  noSuchCoupling: 'There is no such coupling on this bank.',
  pastTheSeat: 'That is past the screw’s seat. Forcing it would damage it.',
  pastTheEnd: 'That is past the end of the screw’s travel.',
  nothingToUndo: 'There is nothing to undo.',
  cannotUndoOpening: 'The opening of the job cannot be undone.',
};

export function refusalText(refusal: Refusal): string {
  return WORDS[refusal];
}
