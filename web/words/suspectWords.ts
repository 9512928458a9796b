import type { Setup } from '@amber-needle/core/setup';
import { CAUSES, type Evidence, observationOf, testOf } from '@amber-needle/core/suspects';

/** A cause by its name. */
export function causeName(id: string): string {
  return CAUSES.find((cause) => cause.id === id)?.name ?? id;
}

/** Where something sits: a throat by its carburetor where those have names, a cylinder by its number; nothing for the whole bank. */
export function placeText({ throats }: Setup, place: string | undefined): string {
  if (place === undefined) return '';
  const throat = throats.find(({ id }) => id === place);
  const alone = throats.filter(({ carburetor }) => carburetor === throat?.carburetor).length === 1;
  return throat !== undefined && alone && !/\d/.test(throat.carburetor)
    ? `, ${throat.carburetor.toLowerCase()}`
    : `, ${place}`;
}

/** A piece of evidence in a few words, for what speaks for and against. */
export function evidenceText(setup: Setup, evidence: Evidence): string {
  const where = placeText(setup, evidence.place);
  if (evidence.kind === 'observed') {
    const text = observationOf(evidence.observation)?.text ?? evidence.observation;
    // With its place named it is nobody else’s.
    const own = evidence.place === undefined ? text : text.replace(/^its /, '');
    return `${evidence.seen ? '' : 'not: '}${own}${where}`;
  }
  const test = testOf(evidence.test);
  const answer = test?.answers.find(({ id }) => id === evidence.answer)?.text ?? evidence.answer;
  return `${(test?.name ?? evidence.test).toLowerCase().replace(/[,?].*$/, '')}${where}: ${answer}`;
}
