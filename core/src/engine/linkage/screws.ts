import { exp, type Random } from '../../basics';
import type { Departures } from '../../faults';
import { type Adjuster, concernOf, isStepped } from '../../setup';
import { type Turns, turns } from '../../units';

/** How far screws stand from where they should as found, turns. Ours: what a bank shows after a season and a few hands. */
const ASTRAY = {
  factory: { rest: 0, knob: 0, linkage: 0, mixture: 0 },
  asLeft: { rest: 0.75, knob: 0.25, linkage: 0.1, mixture: 0.25 },
  farOff: { rest: 1, knob: 1, linkage: 0.1, mixture: 0.25 },
} as const;

/** `factory`: as made. `asLeft`: after a season. `farOff`: after somebody who did not know. */
export type Found = keyof typeof ASTRAY;
/** Screw to screw difference of what one turn does, as a share. Ours. */
const GAIN_SPREAD = 0.2;
/** What sits on a screw follows it in steps of this, turns: it sticks a little. Ours. */
const FRICTION_STEP = 1 / 256;
/** A screw forced past its seat or end: its tip is ringed, and what is left of its effect. Ours. */
const DAMAGED_EFFECT = 0.4;

/** What came of turning a screw. `atEnd`: nothing was turned, so much room was left. `damaged`: it was forced. */
export type TurnOutcome =
  | { readonly outcome: 'turned' }
  | { readonly outcome: 'noSuchScrew' }
  | { readonly outcome: 'atEnd'; readonly room: Turns }
  | { readonly outcome: 'damaged' };

/** Mutable: one adjuster. Owned by one engine. */
export interface Screw {
  readonly adjuster: Adjuster;
  /** Turns in from as found, as the head shows. */
  turned(): Turns;
  /** Turns in from where it should be that reach what it acts on. */
  effective(): number;
  /** The same as a movement of the lever, radians. */
  radians(): number;
  turn(by: Turns, force: boolean): TurnOutcome;
  damaged(): boolean;
}

export interface ScrewMakings {
  readonly adjuster: Adjuster;
  readonly random: Random;
  readonly departures: Departures;
  readonly found: Found;
}

export function createScrew({ adjuster, random, departures, found }: ScrewMakings): Screw {
  const astray = found === 'factory' ? 0 : 1;
  const concern = adjuster.kind === 'idleKnob' ? 'knob' : concernOf(adjuster);
  const { movesNothing: dead, astray: wrong } = departures.screw(adjuster.id);
  const stray = ASTRAY[found][concern] * (2 * random.uniform() - 1);
  // Somebody may have turned a screw; a jet is the size it is.
  const asFound = (isStepped(adjuster) ? 0 : stray) + wrong;
  const radiansPerTurn = (adjuster.pitchMm / adjuster.leverMm) * exp(astray * GAIN_SPREAD * random.normal());
  const play = (adjuster.backlashTurns ?? 0) / 2;
  let turned = 0;
  let carried = 0;
  let ruined = false;

  function carry() {
    const next = Math.min(turned + play, Math.max(turned - play, carried));
    if (Math.abs(next - carried) >= FRICTION_STEP) carried = next;
  }
  const effective = () => (dead ? asFound : asFound + (ruined ? DAMAGED_EFFECT : 1) * carried);

  return {
    adjuster,
    turned: () => turns(turned),
    effective,
    radians: () => effective() * radiansPerTurn,
    damaged: () => ruined,
    turn(by, force) {
      const next = turned + by;
      const room = by < 0 ? turned + adjuster.range.outTurns : adjuster.range.inTurns - turned;
      if (Math.abs(by) <= room) {
        turned = next;
        carry();
        return { outcome: 'turned' };
      }
      if (!force) return { outcome: 'atEnd', room: turns(room) };
      turned = by < 0 ? -adjuster.range.outTurns : adjuster.range.inTurns;
      ruined = true;
      carry();
      return { outcome: 'damaged' };
    },
  };
}
