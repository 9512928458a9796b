import type { Refusal } from '@amber-needle/core/job';

const WORDS: Readonly<Record<Refusal, string>> = {
  alreadyOpened: 'This job is open already.',
  notOpened: 'This job has not been opened.',
  alreadyFinished: 'The work at the bench is finished. Undo the finish to go on.',
  alreadyClosed: 'The job is closed. Open it again on its page to go on.',
  noSuchThroat: 'There is no such throat on this bank.',
  noSuchAdjuster: 'There is no such screw on this bank.',
  noSuchFault: 'This bank cannot have such a fault there.',
  noSuchObservation: 'The map of suspects has no such observation.',
  noSuchTest: 'The map of suspects has no such test or answer.',
  noSuchExchange: 'The map of suspects has no such exchange.',
  noSuchCause: 'The map of suspects has no such cause.',
  noSuchPlace: 'This bank has no such place.',
  noSuchQuantity: 'The sheet has no such row for this machine.',
  noSuchStep: 'The sheet has no such step for this machine.',
  noHalfSizes: 'A jet comes in whole sizes.',
  noMixtureScrew: 'This bank has no such mixture screw.',
  noSuchExhaust: 'There is no such exhaust on this engine.',
  noSuchFuel: 'The shares of a fuel cannot be more than all of it.',
  noSuchBand: 'The richest of a band lies below its leanest.',
  noSuchCoupling: 'There is no such coupling on this bank.',
  pastTheSeat: 'That is past the screw’s seat. Forcing it would damage it.',
  pastTheEnd: 'That is past the end of the screw’s travel.',
  nothingToUndo: 'There is nothing to undo.',
  cannotUndoOpening: 'The opening of the job cannot be undone.',
  setupUnsound: 'This bank has parts that lead nowhere. Mend it in the bank layout first.',
  setupDoesNotFit: 'The job holds readings or turns of parts that this bank does not have.',
  logIsFull: 'This job is as long as a job can be. Close it and open a new one.',
};

export function refusalText(refusal: Refusal): string {
  return WORDS[refusal];
}

/** The same for a refusal that came as text, from a server that may be newer. */
export function refusalWords(text: string): string {
  return isRefusal(text) ? WORDS[text] : text;
}

function isRefusal(text: string): text is Refusal {
  return Object.hasOwn(WORDS, text);
}
