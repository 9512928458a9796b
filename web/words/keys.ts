/** Every action that a key does, in all views: a letter means the same everywhere. */
const KEYS = {
  next: ' ',
  readNow: 'r',
  otherwise: 'o',
  stage: 'h',
  reach: 'x',
  no: 'n',
  leave: 'l',
  why: 'w',
  undo: 'u',
  typeIt: 't',
  oneGauge: 'g',
  meter: 'm',
  traceFile: 'd',
  flip: 'v',
  practise: 'p',
  sources: 's',
  unit: 'k',
  ear: 'e',
  stalled: 'q',
  notice: 'a',
  exchange: 'y',
  cured: 'c',
  skip: 'j',
  setIt: 'b',
  photo: 'i',
  noteIt: 'z',
  parts: '+',
  figures: '=',
  mixture: '.',
  seenToo: ',',
  aims: ';',
  finish: 'f',
  keys: '?',
} as const;

export type Action = keyof typeof KEYS;

/** What each action does, where its keys are chosen. */
export const ACTION_NAMES: Readonly<Record<Action, string>> = {
  next: 'the next step',
  readNow: 'read now',
  otherwise: 'other turn',
  stage: 'off idle, back to idle',
  reach: 'can’t reach it',
  no: 'nothing found, no meter',
  leave: 'leave it so',
  why: 'why',
  undo: 'undo',
  typeIt: 'type it',
  oneGauge: 'one gauge',
  meter: 'airflow',
  traceFile: 'trace file',
  flip: 'flip view',
  practise: 'practise',
  sources: 'sources',
  unit: 'unit',
  ear: 'by ear',
  stalled: 'it stalled',
  notice: 'something was noticed',
  exchange: 'something was exchanged',
  cured: 'put right and proven',
  skip: 'skip this step, and why',
  setIt: 'as found, or as set',
  photo: 'photo',
  noteIt: 'note',
  parts: 'parts, and what came off',
  figures: 'figures for this step',
  mixture: 'mixture, or the balance',
  seenToo: 'something else was seen of the mixture',
  aims: 'what rides are judged by',
  finish: 'end here',
  keys: 'all keys',
};

export const ACTIONS = Object.keys(KEYS).filter((name): name is Action => name in KEYS);

/** Keys of a device's own, by action: a foot switch, a page turner, a numeric pad. As the browser names them, in small letters. */
export type OwnKeys = Readonly<Partial<Record<Action, string>>>;

/** An action's key: as the browser names it, as it is written on the key, and as a screen reader is told. */
export interface ActionKey {
  readonly key: string;
  readonly cap: string;
  readonly spoken: string;
}

let own: OwnKeys = {};

/** Takes over this device's own keys. Where one of them was another action's, that action has no key: it keeps its button. */
export function setOwnKeys(keys: OwnKeys): void {
  own = keys;
}

/** An action's key on this device. */
export function keyFor(action: Action): ActionKey {
  return namedKey(keyOf(action));
}

function keyOf(action: Action): string {
  const mine = own[action];
  if (mine !== undefined) return mine;
  const usual = KEYS[action];
  return Object.values(own).includes(usual) ? '' : usual;
}

const CAPS: Readonly<Record<string, string>> = {
  ' ': 'Space',
  pagedown: 'Page ↓',
  pageup: 'Page ↑',
  arrowdown: '↓',
  arrowup: '↑',
  arrowleft: '←',
  arrowright: '→',
  enter: 'Enter',
};

/** A key that no action has: the numbers of answers. */
export function namedKey(key: string): ActionKey {
  const cap = CAPS[key] ?? (key === '' ? '–' : key.toUpperCase());
  return { key, cap, spoken: key === ' ' ? 'Space' : key === '' ? 'none' : cap };
}
