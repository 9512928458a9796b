import { plateOpenArea } from '../air';
import type { Random } from '../random';
import { at } from '../sequence';
import { type Adjuster, actionOn, type Setup, type Throat } from '../setup';
import { radians, radiansFromDegrees, type SquareMetres, squareMetres, type Turns } from '../units';
import { type CylinderShape, sweptVolume } from './crank';
import { type Fault, faultsOf } from './faults';

/** How far the as-found stops stand from where they should, turns. Ours: what a bank shows after a season and a few hands. */
const AS_FOUND_STOP_TURNS = 0.75;
const AS_FOUND_KNOB_TURNS = 0.25;
/** Screw to screw difference of what one turn does, as a share. Ours. */
const GAIN_SPREAD = 0.2;
/** Throat to throat difference of what leaks past the closed plate, as a share. Ours. */
const LEAKAGE_SPREAD = 0.1;
/** Slip of a throttle as its coupling is clamped, radians. Ours: a careful hand; it moves the needle by about a tenth of a kPa. */
const CLAMPING_SLIP = 2e-5;
/** Discharge coefficient of a plate near its seat. Source: Heywood (1988), sec. 7.6, about 0.85 at small openings, from memory. */
const PLATE_DISCHARGE = 0.85;

/** Mutable: positions of the throttles and of everything that moves them. Owned by one engine. */
export interface Throttles {
  turn(adjuster: string, by: Turns): boolean;
  couple(coupling: string, clamped: boolean): boolean;
  /** Effective open area of each throat, in the setup's order; `openedBy` radians further open than at rest. */
  areas(openedBy?: number): readonly SquareMetres[];
  /** The throttles fall back on their stops: where a shaft is worn, not where they lay before. */
  returnToRest(): void;
  positions(): Readonly<Record<string, Turns>>;
  clamped(): readonly string[];
}

export interface ThrottleMakings {
  readonly setup: Setup;
  readonly shape: CylinderShape;
  readonly random: Random;
  readonly faults: readonly Fault[];
}

/** Throttles as found: positions, gains and leakage drawn from `random`. */
export function createThrottles({ setup, shape, random, faults }: ThrottleMakings): Throttles {
  const nominal = setup.throats.map((throat) => nominalOpening(throat, setup, shape));
  const leakage = setup.throats.map(
    (t) => t.closedLeakageMm2 * 1e-6 * (1 + LEAKAGE_SPREAD * (2 * random.uniform() - 1)),
  );
  const screws = setup.adjusters.map((adjuster) => createScrew(adjuster, random));
  const worn = setup.throats.map(({ id }) =>
    faultsOf(faults, 'wornShaft').reduce((sum, f) => (f.throat === id ? sum + radiansFromDegrees(f.restDeg) : sum), 0),
  );
  let rest = worn.map((spread) => spread * random.normal());
  const dead = new Set(faultsOf(faults, 'deadScrew').map(({ adjuster }) => adjuster));
  const clamps = new Map<string, readonly number[]>();

  const restOf = (throat: Throat, kinds: (adjuster: Adjuster) => boolean) =>
    screws.reduce(
      (sum, s) =>
        kinds(s.adjuster) && !dead.has(s.adjuster.id) ? sum + actionOn(s.adjuster, throat.id) * s.radians() : sum,
      0,
    );
  const onStops = () =>
    setup.throats.map((throat, i) => at(nominal, i) + at(rest, i) + restOf(throat, ({ kind }) => kind !== 'idleKnob'));

  /** Clamped throttles move as one and rest on whichever stop is met first. */
  function openings(): number[] {
    const resting = onStops();
    for (const [id, offsets] of clamps) {
      const joined = joinedThroats(setup, id);
      const lead = Math.max(...joined.map((throat, k) => at(resting, throat) - at(offsets, k)));
      joined.forEach((throat, k) => {
        resting[throat] = lead + at(offsets, k);
      });
    }
    return setup.throats.map((throat, i) => at(resting, i) + restOf(throat, ({ kind }) => kind === 'idleKnob'));
  }

  return {
    turn(id, by) {
      const screw = screws.find(({ adjuster }) => adjuster.id === id);
      return screw?.turn(by) ?? false;
    },
    couple(id, clamped) {
      const joined = joinedThroats(setup, id);
      if (joined.length === 0) return false;
      if (!clamped) return clamps.delete(id);
      const resting = onStops();
      const first = at(resting, at(joined, 0));
      clamps.set(
        id,
        joined.map((throat, k) => at(resting, throat) - first + (k === 0 ? 0 : CLAMPING_SLIP * random.normal())),
      );
      return true;
    },
    returnToRest() {
      rest = worn.map((spread) => spread * random.normal());
    },
    areas(openedBy = 0) {
      const angles = openings();
      return setup.throats.map((throat, i) => {
        const closedAngle = radiansFromDegrees(throat.closedAngleDeg);
        const open = plateOpenArea(
          throat.boreMm / 1000,
          radians(closedAngle + Math.max(0, at(angles, i)) + openedBy),
          closedAngle,
        );
        return squareMetres(PLATE_DISCHARGE * open + at(leakage, i));
      });
    },
    clamped: () => [...clamps.keys()],
    positions: () => Object.fromEntries(screws.map(({ adjuster, turned }) => [adjuster.id, turned()])),
  };
}

function joinedThroats(setup: Setup, coupling: string): number[] {
  const joins = setup.couplings.find(({ id }) => id === coupling)?.joins ?? [];
  return joins.map((id) => setup.throats.findIndex((throat) => throat.id === id));
}

function createScrew(adjuster: Adjuster, random: Random) {
  const offBy = adjuster.kind === 'idleKnob' ? AS_FOUND_KNOB_TURNS : AS_FOUND_STOP_TURNS;
  const asFound = offBy * (2 * random.uniform() - 1);
  const radiansPerTurn = (adjuster.pitchMm / adjuster.leverMm) * Math.exp(GAIN_SPREAD * random.normal());
  let turned = 0;
  return {
    adjuster,
    radians: () => (asFound + turned) * radiansPerTurn,
    turned: () => turned as Turns,
    turn(by: Turns): boolean {
      const next = turned + by;
      if (next < -adjuster.range.outTurns || next > adjuster.range.inTurns) return false;
      turned = next;
      return true;
    },
  };
}

/** Share of a full charge that an engine breathes at idle, for the opening it leaves the factory with. Ours. */
const IDLE_CHARGE = 0.3;
/** Ambient density times this over choked flow per area gives the area that passes an idle's air. Source: see air/orifice. */
const CHOKED_FLOW_PER_AREA = 241.2;
const AMBIENT_DENSITY = 1.225;

/** Opening past closed that passes about the air of the target idle speed; the idle itself is the model's result. */
function nominalOpening(throat: Throat, setup: Setup, shape: CylinderShape): number {
  const cyclesPerSecond = setup.targets.idleRpm / (setup.engine.strokes * 30);
  const airPerSecond = IDLE_CHARGE * AMBIENT_DENSITY * sweptVolume(shape) * throat.feeds.length * cyclesPerSecond;
  const openArea = Math.max(0, airPerSecond / CHOKED_FLOW_PER_AREA - throat.closedLeakageMm2 * 1e-6) / PLATE_DISCHARGE;
  const closed = radiansFromDegrees(throat.closedAngleDeg);
  const boreArea = (Math.PI / 4) * (throat.boreMm / 1000) ** 2;
  return Math.acos(Math.cos(closed) * (1 - openArea / boreArea)) - closed;
}
