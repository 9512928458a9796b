import { at, type Random } from '../../basics';
import type { Departures } from '../../faults';
import { type Adjuster, actionOn, concernOf, type Setup, type Throat } from '../../setup';
import { type Radians, radians, radiansFromDegrees } from '../../units';
import type { Screw } from './screws';

/** Slip of a throttle as its coupling is clamped, radians. Ours: a careful hand; it moves the needle by about a tenth of a kPa. */
const CLAMPING_SLIP = 2e-5;
/** Slack that a cable or tie rod should have with the throttle on its stop, radians. Ours. */
const SLACK = radiansFromDegrees(0.15);
const FULL_OPENING = Math.PI / 2;

/** Mutable: where the throttles stand. Owned by one engine. */
export interface Linkage {
  couple(coupling: string, clamped: boolean): boolean;
  /** Opening of each throat past closed, in the setup's order, with the driver's lever opened by so much. */
  openings(driver: Radians): readonly Radians[];
  /** The throttles fall back on their stops: where a shaft is worn, not where they lay before. */
  returnToRest(): void;
  clamped(): readonly string[];
}

export interface LinkageMakings {
  readonly setup: Setup;
  /** Opening of each throat as the factory left it. */
  readonly nominal: readonly Radians[];
  readonly screws: readonly Screw[];
  readonly random: Random;
  readonly departures: Departures;
}

export function createLinkage({ setup, nominal, screws, random, departures }: LinkageMakings): Linkage {
  const worn = setup.throats.map(({ id }) => departures.throat(id).restSpread);
  const play = setup.throats.map(({ id }) => departures.throat(id).play);
  const pulled = setup.throats.map(({ id }) =>
    setup.adjusters.some((adjuster) => concernOf(adjuster) === 'linkage' && actionOn(adjuster, id) !== 0),
  );
  let rest = worn.map((spread) => spread * random.normal());
  const clamps = new Map<string, readonly number[]>();

  const moved = (throat: Throat, counts: (adjuster: Adjuster) => boolean) =>
    screws.reduce((sum, s) => (counts(s.adjuster) ? sum + actionOn(s.adjuster, throat.id) * s.radians() : sum), 0);
  const onStops = () =>
    setup.throats.map(
      (throat, i) =>
        at(nominal, i) + at(rest, i) + moved(throat, (a) => concernOf(a) === 'rest' && a.kind !== 'idleKnob'),
    );

  /** Clamped throttles move as one and rest on whichever stop is met first. */
  function resting(): number[] {
    const alone = onStops();
    for (const [id, offsets] of clamps) {
      const joined = joinedThroats(setup, id);
      const lead = Math.max(...joined.map((throat, k) => at(alone, throat) - at(offsets, k)));
      joined.forEach((throat, k) => {
        alone[throat] = lead + at(offsets, k);
      });
    }
    return setup.throats.map((throat, i) => at(alone, i) + moved(throat, (a) => a.kind === 'idleKnob'));
  }

  /** What the driver's lever does to one throat once it is picked up. */
  function byHand(throat: Throat, i: number, driver: number): number {
    const late = radiansFromDegrees(throat.picksUpAtDeg ?? 0);
    const faster = FULL_OPENING / (FULL_OPENING - late);
    return Math.max(0, (driver - late) * faster - at(play, i));
  }

  return {
    openings(driver) {
      const rests = resting();
      return setup.throats.map((throat, i) => {
        const hand = byHand(throat, i, driver);
        if (!at(pulled, i)) return radians(at(rests, i) + hand);
        const knob = moved(throat, (a) => a.kind === 'idleKnob');
        const linked = at(nominal, i) + knob - SLACK + moved(throat, (a) => concernOf(a) === 'linkage');
        return radians(Math.max(at(rests, i), linked + hand));
      });
    },
    couple(id, clamped) {
      const joined = joinedThroats(setup, id);
      if (joined.length === 0) return false;
      if (!clamped) return clamps.delete(id);
      const alone = onStops();
      const first = at(alone, at(joined, 0));
      clamps.set(
        id,
        joined.map((throat, k) => at(alone, throat) - first + (k === 0 ? 0 : CLAMPING_SLIP * random.normal())),
      );
      return true;
    },
    returnToRest() {
      rest = worn.map((spread) => spread * random.normal());
    },
    clamped: () => [...clamps.keys()],
  };
}

function joinedThroats(setup: Setup, coupling: string): number[] {
  const joins = setup.couplings.find(({ id }) => id === coupling)?.joins ?? [];
  return joins.map((id) => setup.throats.findIndex((throat) => throat.id === id));
}
