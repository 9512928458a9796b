/** Every action that a key does, in all views: a letter means the same everywhere, and a key is changed here alone. */
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
  finish: 'f',
} as const;

export type Action = keyof typeof KEYS;

/** An action's key: as the browser names it, as it is written on the key, and as a screen reader is told. */
export interface ActionKey {
  readonly key: string;
  readonly cap: string;
  readonly spoken: string;
}

export function keyFor(action: Action): ActionKey {
  const key = KEYS[action];
  return key === ' '
    ? { key, cap: 'Space', spoken: 'Space' }
    : { key, cap: key.toUpperCase(), spoken: key.toUpperCase() };
}
