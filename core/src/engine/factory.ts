import { AIR_GAS_CONSTANT, CHOKED_FLOW_FACTOR, dryAirDensity, standardAtmosphere } from '../air';
import { at, exp, ln, seededRandom } from '../basics';
import { departuresOf } from '../faults';
import type { Setup } from '../setup';
import { openingFor } from '../setup';
import { type Radians, radians, rpm } from '../units';
import { sweptVolume } from './crank/crank';
import type { IdleDesign } from './fuelling';
import { manifoldPlans } from './gas/manifolds';
import { WARM } from './gas/thermal';
import { Machine } from './machine';
import { shapeOf } from './machineParts';

/** The bank as it left the factory: all throats alike, idling at the setup's target. */
export interface FactoryIdle {
  readonly openings: readonly Radians[];
  readonly designs: readonly IdleDesign[];
}

/** Mixture at the screws' base turns. common practice, no source: 0.95 with a modest ignition; two-strokes richer. */
const IDLE_LAMBDA = { 4: 0.93, 2: 0.88 } as const;
/** A first guess: share of a full charge that an engine breathes at idle. Ours. */
const IDLE_CHARGE = 0.35;
/** How far around the guess is looked, as a factor, and how often it is halved: to under 2 % of area, some 15 rpm. */
const SEARCH = 6;
const HALVINGS = 8;
/** Cycles to settle and to measure over, at a held speed. */
const SETTLING_CYCLES = 14;
const MEASURED_CYCLES = 16;
/** The factory's engine steps coarser than the practice engine: it is an aim, not a figure that is shown. */
const STEP = 2e-4;
const SEED = 1;

const found = new WeakMap<Setup, FactoryIdle>();

/**
 * Finds the opening at which a sound, warm engine at sea level has just no torque left at its target idle, by bisection with the speed held.
 * Works for any setup; a setup that cannot idle there gets the end of the search. Remembered per setup object.
 */
export function factoryIdle(setup: Setup): FactoryIdle {
  const known = found.get(setup);
  if (known !== undefined) return known;
  let low = -ln(SEARCH);
  let high = ln(SEARCH);
  let tried = tryAreas(setup, exp((low + high) / 2));
  for (let i = 1; i < HALVINGS; i += 1) {
    if (tried.torqueNm > 0) high = (low + high) / 2;
    else low = (low + high) / 2;
    tried = tryAreas(setup, exp((low + high) / 2));
  }
  found.set(setup, tried.idle);
  return tried.idle;
}

function tryAreas(setup: Setup, factor: number): { readonly torqueNm: number; readonly idle: FactoryIdle } {
  const { strokes } = setup.engine;
  const air = standardAtmosphere(0);
  const openings = nominalAreas(setup).map((area, i) => {
    const throat = at(setup.throats, i);
    return radians(openingFor(throat, Math.max(0, factor * area - throat.closedLeakageMm2 * 1e-6)));
  });
  const lambda = IDLE_LAMBDA[strokes];
  const heldAt = rpm(setup.targets.idleRpm);
  const machine = new Machine(
    {
      setup,
      random: seededRandom(SEED),
      air,
      relativeHumidity: 0,
      departures: departuresOf([]),
      designs: openings.map((opening) => ({ air: 1e-3, depression: 4e4, opening, lambda })),
      leakages: setup.throats.map(({ closedLeakageMm2 }) => closedLeakageMm2 * 1e-6),
      ignition: 'modest',
      coolant: WARM,
      idealLambda: lambda,
      heldAt,
      openings: () => openings,
      letGo: () => undefined,
    },
    STEP,
  );
  machine.parts.crank.start();
  const cycle = (strokes * 30) / heldAt;
  run(machine, SETTLING_CYCLES * cycle);
  machine.parts.means.forget();
  run(machine, MEASURED_CYCLES * cycle);
  const { torqueNm, airflows, depressions } = machine.parts.means.truth(strokes / 2);
  const designs = openings.map(
    (opening, i): IdleDesign => ({ air: at(airflows, i), depression: at(depressions, i), opening, lambda }),
  );
  return { torqueNm, idle: { openings, designs } };
}

function run(machine: Machine, time: number): void {
  for (let i = Math.round(time / STEP); i > 0; i -= 1) machine.step();
}

/** Effective area of each throat that passes an idle's air choked, m2: its manifold's share, divided evenly. */
function nominalAreas(setup: Setup): readonly number[] {
  const air = standardAtmosphere(0);
  const cyclesPerSecond = setup.targets.idleRpm / (setup.engine.strokes * 30);
  const charge = IDLE_CHARGE * dryAirDensity(air) * sweptVolume(shapeOf(setup));
  const perArea = (air.pressure / Math.sqrt(AIR_GAS_CONSTANT * air.temperature)) * CHOKED_FLOW_FACTOR;
  const areas = new Array<number>(setup.throats.length).fill(0);
  for (const { throats, cylinders } of manifoldPlans(setup)) {
    for (const i of throats) areas[i] = (charge * cyclesPerSecond * cylinders.length) / throats.length / perArea;
  }
  return areas;
}
