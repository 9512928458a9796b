import { type Radians, type Rpm, radians, radiansFromDegrees } from '../../units';

/** A blip: how long, s, and how far. Ours: a flick of the wrist that lifts an idle to some 2500 rpm. */
const BLIP_TIME = 0.35;
const BLIP_OPENING = radiansFromDegrees(10);
/** The hand that holds a speed: opening for an error of 1000 rpm, at once and for each second of it, radians. Ours. */
const HOLD_NOW = 0.06;
const HOLD_PER_SECOND = 0.08;
const WIDE_OPEN = radiansFromDegrees(86);

/** What the hand on the throttle does. */
export type Hand =
  | { readonly kind: 'off' }
  | { readonly kind: 'blip' }
  | { readonly kind: 'hold'; readonly speed: Rpm }
  | { readonly kind: 'lever'; readonly opening: Radians };

/** The driver's lever in time. Mutable, owned by the engine. */
export interface Driver {
  take(hand: Hand): void;
  /** Where the lever stands after `dt` seconds at a speed. */
  step(speed: Rpm, dt: number): Radians;
  /** True once after the lever has gone back to rest. */
  letGo(): boolean;
  hand(): Hand;
}

export function createDriver(): Driver {
  let hand: Hand = { kind: 'off' };
  let lever = 0;
  let held = 0;
  let left = 0;
  let returned = false;

  function target(speed: Rpm, dt: number): number {
    switch (hand.kind) {
      case 'off':
        return 0;
      case 'lever':
        return hand.opening;
      case 'blip':
        left -= dt;
        if (left > 0) return BLIP_OPENING;
        hand = { kind: 'off' };
        return 0;
      case 'hold': {
        const error = (hand.speed - speed) / 1000;
        held = Math.min(WIDE_OPEN, Math.max(0, held + HOLD_PER_SECOND * error * dt));
        return Math.min(WIDE_OPEN, Math.max(0, held + HOLD_NOW * error));
      }
    }
  }
  return {
    hand: () => hand,
    take(next) {
      if (next.kind === 'hold' && hand.kind !== 'hold') held = lever;
      left = BLIP_TIME;
      hand = next;
    },
    step(speed, dt) {
      const next = target(speed, dt);
      if (next === 0 && lever > 0) returned = true;
      lever = next;
      return radians(lever);
    },
    letGo() {
      const did = returned;
      returned = false;
      return did;
    },
  };
}
