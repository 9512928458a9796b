import { type Cursor, type GarageQuery, PLACES, type Place } from '@/server/db/garageList';

/** Search parameters of a page, as Next gives them. */
export type Params = Readonly<Record<string, string | readonly string[] | undefined>>;

/** What the search box holds at most; more words narrow nothing further. */
const LONGEST = 200;
const MOST_WORDS = 8;

/** What the garage is asked for, from its address: whatever makes no sense there is left out. */
export function garageQuery(params: Params): GarageQuery {
  const place = one(params.show);
  const bank = one(params.bank);
  return {
    place: isPlace(place) ? place : 'workshop',
    openOnly: place === 'open',
    bank: bank === '' ? undefined : bank,
    words: wordsOf(one(params.q)),
    after: cursorOf(one(params.after)),
  };
}

/** Letters and digits of what was typed, word by word: signs have a meaning of their own in a search. */
export function wordsOf(text: string): readonly string[] {
  return text
    .slice(0, LONGEST)
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word !== '')
    .slice(0, MOST_WORDS);
}

export function cursorText({ hasOpen, workedAt, id }: Cursor): string {
  return `${hasOpen ? 1 : 0}~${workedAt}~${id}`;
}

export function cursorOf(text: string): Cursor | undefined {
  const [, open, workedAt, id] = /^([01])~(\d{4}-\d{2}-\d{2}T[\d:.]{12}Z)~([0-9a-f-]{36})$/.exec(text) ?? [];
  if (open === undefined || workedAt === undefined || id === undefined) return undefined;
  return { hasOpen: open === '1', workedAt, id };
}

export function one(value: string | readonly string[] | undefined): string {
  return (typeof value === 'string' ? value : (value?.[0] ?? '')).trim();
}

function isPlace(text: string): text is Place {
  return PLACES.some((place) => place === text);
}
