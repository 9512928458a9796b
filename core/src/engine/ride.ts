import { assertNever } from '../basics';
import { type Radians, type Rpm, radiansFromDegrees, type Seconds, seconds } from '../units';
import type { Vehicle } from './crank/load';
import type { Engine } from './engineTypes';

/** One part of a ride, named as people name it. */
export type RideLeg =
  | { readonly leg: 'idle'; readonly lasts: Seconds }
  /** Lets the clutch in from a standstill, with so much lever, until the speed is reached. */
  | { readonly leg: 'pullAway'; readonly opening: Radians; readonly until: Rpm; readonly atMost: Seconds }
  | { readonly leg: 'cruise'; readonly speed: Rpm; readonly lasts: Seconds }
  | { readonly leg: 'rollOn'; readonly opening: Radians; readonly until: Rpm; readonly atMost: Seconds }
  | { readonly leg: 'fullLoad'; readonly until: Rpm; readonly atMost: Seconds }
  | { readonly leg: 'gear'; readonly gear: number; readonly takes: Seconds }
  | { readonly leg: 'overrun'; readonly until: Rpm; readonly atMost: Seconds }
  | { readonly leg: 'stop'; readonly lasts: Seconds };

/** Which leg goes on at which time. */
export interface LegSpan {
  readonly leg: RideLeg['leg'];
  readonly gear: number;
  readonly from: Seconds;
  readonly to: Seconds;
}

/** Full travel of the lever that counts as full load. */
const WIDE_OPEN = radiansFromDegrees(80);
/** A span is looked at so often for its end, s. */
const LOOK = seconds(0.05);

export interface RideMakings {
  readonly engine: Engine;
  readonly vehicle: Vehicle;
  readonly legs: readonly RideLeg[];
  /** Called for every stretch of time, to run the engine on and take samples. */
  go(by: Seconds): void;
}

/** Rides: works lever, clutch and gears of an engine that runs already, leg by leg. Returns when each leg began and ended. */
export function ride({ engine, vehicle, legs, go }: RideMakings): readonly LegSpan[] {
  let gear = 1;
  const now = () => engine.sensors().time;

  function until(done: () => boolean, atMost: Seconds) {
    const end = now() + atMost;
    while (!done() && now() < end - LOOK / 2) go(LOOK);
  }
  const speed = () => engine.sensors().speed;
  const inGear = () => engine.load({ kind: 'road', vehicle, gear });

  function do1(leg: RideLeg): void {
    switch (leg.leg) {
      case 'idle':
      case 'stop':
        engine.load({ kind: 'none' });
        engine.hand({ kind: 'off' });
        return until(() => false, leg.lasts);
      case 'pullAway':
        inGear();
        engine.hand({ kind: 'lever', opening: leg.opening });
        return until(() => speed() > leg.until, leg.atMost);
      case 'cruise':
        engine.hand({ kind: 'hold', speed: leg.speed });
        return until(() => false, leg.lasts);
      case 'rollOn':
        engine.hand({ kind: 'lever', opening: leg.opening });
        return until(() => speed() > leg.until, leg.atMost);
      case 'fullLoad':
        engine.hand({ kind: 'lever', opening: WIDE_OPEN });
        return until(() => speed() > leg.until, leg.atMost);
      case 'gear':
        engine.load({ kind: 'none' });
        engine.hand({ kind: 'off' });
        until(() => false, leg.takes);
        gear = leg.gear;
        return inGear();
      case 'overrun':
        engine.hand({ kind: 'off' });
        return until(() => speed() < leg.until, leg.atMost);
      default:
        return assertNever(leg);
    }
  }

  return legs.map((leg) => {
    const from = now();
    do1(leg);
    return { leg: leg.leg, gear, from, to: now() };
  });
}
