import type { Setup } from '@amber-needle/core/setup';
import {
  CAUSES,
  type Evidence,
  EXCHANGES,
  type ExchangedEvidence,
  observationOf,
  testOf,
} from '@amber-needle/core/suspects';

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
  if (evidence.kind === 'exchanged') return exchangeText(setup, evidence);
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

const OUTCOME_WORDS = {
  stayed: 'the fault stayed',
  followed: 'the fault followed',
  vanished: 'the fault vanished',
} as const;

function exchangeText(setup: Setup, { what, places, outcome }: Omit<ExchangedEvidence, 'kind'>): string {
  const [one, other] = places.map((place) => placeText(setup, place).replace(/^, /, ''));
  return `${exchangeName(what)} of ${one} and ${other} exchanged: ${OUTCOME_WORDS[outcome]}`;
}

export function exchangeName(what: string): string {
  return EXCHANGES.find(({ id }) => id === what)?.text ?? what;
}

/** What an exchange says, in a line: the part, or what stays where it is. */
export function conclusionText(what: string, outcome: ExchangedEvidence['outcome']): string {
  const said = EXCHANGES.find(({ id }) => id === what)?.says?.[outcome];
  if (said !== undefined) return said;
  const part = exchangeName(what);
  if (outcome === 'followed') return `It went with the ${part}: the fault is in them, not where they were.`;
  if (outcome === 'stayed') return `It stayed with its place: the ${part} are not it.`;
  return 'It vanished: a contact, a seat or a hose that the work set right. Watch whether it comes back.';
}
