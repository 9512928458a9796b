import { type AdjusterKind, isStepped, type ScrewEffects, type TurnedIn } from '@amber-needle/core/setup';

/** Kinds of adjusters, as the trade calls them. */
export const ADJUSTER_NAMES: Readonly<Record<AdjusterKind, string>> = {
  throttleStop: 'Throttle stop',
  synchronisingScrew: 'Synchronising screw',
  idleKnob: 'Idle knob',
  cable: 'Cable',
  tieRod: 'Tie rod',
  fuelScrew: 'Fuel screw',
  airScrew: 'Air screw',
  jetNut: 'Jet nut',
  leverScrew: 'Lever screw',
  pilotJet: 'Pilot jet',
  feedRestrictor: 'Idle feed restrictor',
};

/** What a turn in does to a throat, in one word. */
export const ACT_NAMES: Readonly<Record<TurnedIn, string>> = {
  opens: 'opens',
  closes: 'closes',
  richer: 'richer',
  leaner: 'leaner',
};

/** What a screw will do, in a sentence or two. `labels`: how the screws are called. */
export function screwSentence(effects: ScrewEffects, labels: ReadonlyMap<string, string>): string {
  const { adjuster, opens, closes, richer, leaner, alike } = effects;
  const does = [
    opens.length > 0 ? `opens ${throats(opens)}` : '',
    closes.length > 0 ? `closes ${throats(closes)}` : '',
    richer.length > 0 ? `makes ${throats(richer)} richer` : '',
    leaner.length > 0 ? `makes ${throats(leaner)} leaner` : '',
  ].filter((text) => text !== '');
  if (does.length === 0) return 'Moves nothing: choose what it acts on.';
  const how = isStepped(adjuster) ? 'A size larger' : 'Turned in';
  const first = `${how}: ${listed(does)}${against(effects)}.`;
  if (alike.length === 0) return first;
  return `${first} ${listed(alike.map((id) => labels.get(id) ?? id))} ${alike.length > 1 ? 'move' : 'moves'} the same as ${adjuster.label}.`;
}

function against({ opens, closes, leaves }: ScrewEffects): string {
  if (opens.length + closes.length === 0) return '';
  if (leaves.length === 0) return opens.length === 0 || closes.length === 0 ? ': all together, so the idle speed' : '';
  return ` against ${throats(leaves)}`;
}

function throats(ids: readonly string[]): string {
  return `${ids.length > 1 ? 'throats' : 'throat'} ${listed(ids)}`;
}

function listed(texts: readonly string[]): string {
  return texts.length > 1 ? `${texts.slice(0, -1).join(', ')} and ${texts.at(-1)}` : (texts[0] ?? '');
}
