import { type AirState, humidAirDensity, vapourShare } from '../air';
import { at, type Random, square } from '../basics';
import type { Departures, ThroatDeparture } from '../faults';
import type { Setup } from '../setup';
import { type Kelvins, type Radians, type Rpm, radiansFromDegrees } from '../units';
import { type CylinderShape, sweptVolume } from './crank/crank';
import { Crankshaft } from './crank/crankshaft';
import { CycleMeans } from './crank/cycleMeans';
import { createCarburetor, type IdleDesign } from './fuelling';
import type { Ignition } from './gas/burn';
import type { Conditions, Cylinder, CylinderMakings } from './gas/cylinder';
import { FourStroke, fourStrokeTables } from './gas/fourStroke';
import { Manifold, type Outside, ThroatAir } from './gas/induction';
import { type ManifoldPlan, manifoldPlans } from './gas/manifolds';
import { type Pocket, restingPocket } from './gas/pockets';
import { createThermal, type Thermal } from './gas/thermal';
import { TwoStroke, twoStrokeTables } from './gas/twoStroke';
import { createDriver, type Driver } from './linkage/driver';

/** Runners warm the air a little. Ours, K. */
const RUNNER_WARMING = 25;
/** Discharge of a balance pipe's ends. Ours. */
const PIPE_DISCHARGE = 0.7;
const DEFAULT_CRANKCASE_RATIO = 1.4;
/** Everything a machine is put together from. */
export interface MachineMakings {
  readonly setup: Setup;
  readonly random: Random;
  readonly air: AirState;
  /** 0 to 1: water vapour takes the place of some of the air. */
  readonly relativeHumidity: number;
  readonly departures: Departures;
  readonly designs: readonly IdleDesign[];
  /** What leaks past each closed throttle, m2. */
  readonly leakages: readonly number[];
  readonly ignition: Ignition;
  readonly coolant: Kelvins;
  readonly idealLambda?: number | undefined;
  readonly heldAt?: Rpm | undefined;
  /** Opening of each throat for the driver's lever. */
  openings(lever: Radians): readonly Radians[];
  /** The lever has gone back to rest. */
  letGo(): void;
}

/** The gases and moving parts of an engine, put together. */
export interface MachineParts {
  readonly manifolds: readonly Manifold[];
  readonly throats: readonly ThroatAir[];
  /** The manifold behind each throat. */
  readonly behind: readonly Pocket[];
  readonly pipes: readonly { readonly a: Pocket; readonly b: Pocket; readonly area: number }[];
  readonly cylinders: readonly Cylinder[];
  readonly conditions: Conditions;
  readonly crank: Crankshaft;
  readonly means: CycleMeans;
  readonly driver: Driver;
  readonly thermal: Thermal;
  readonly outside: Outside;
}

export function machineParts(makings: MachineMakings): MachineParts {
  const { setup, air } = makings;
  const outside: Outside = { ...air, density: humidAirDensity(air, makings.relativeHumidity), filter: 1, cold: 0 };
  const conditions: Conditions = {
    pressure: air.pressure,
    dryShare: 1 - vapourShare(air, makings.relativeHumidity),
    lit: false,
    evaporated: 1,
    timing: 1,
  };
  const throats = setup.throats.map((throat, i) => throatAir(makings, throat.id, i));
  const plans = manifoldPlans(setup);
  const manifolds = plans.map((plan) => manifoldOf(plan, { throats, outside }, makings));
  const manifoldOfThroat = setup.throats.map((_, i) => plans.findIndex((plan) => plan.throats.includes(i)));
  const behind = manifoldOfThroat.map((m) => at(manifolds, m).pocket);
  const cylinders = cylindersOf(makings, { plans, manifolds }, conditions);
  const displacement = sweptVolume(shapeOf(setup)) * setup.cylinders.length;
  const { flywheelKgM2: inertia, strokes } = setup.engine;
  return {
    manifolds,
    throats,
    behind,
    pipes: pipesOf(setup, behind),
    cylinders,
    conditions,
    crank: new Crankshaft({ inertia, displacement, strokes, heldAt: makings.heldAt }),
    means: new CycleMeans({ manifolds, throats, behind: manifoldOfThroat, cylinders }),
    driver: createDriver(),
    thermal: createThermal(displacement, air.temperature, makings.coolant),
    outside,
  };
}

function pipesOf(setup: Setup, behind: readonly Pocket[]): MachineParts['pipes'] {
  const indexOf = (id: string) => setup.throats.findIndex((throat) => throat.id === id);
  return (setup.pipes ?? []).map(({ joins, boreMm }) => ({
    a: at(behind, indexOf(at(joins, 0))),
    b: at(behind, indexOf(at(joins, 1))),
    area: PIPE_DISCHARGE * (Math.PI / 4) * square(boreMm / 1000),
  }));
}

export function shapeOf({ engine }: Setup): CylinderShape {
  return {
    bore: engine.boreMm / 1000,
    stroke: engine.strokeMm / 1000,
    rod: engine.rodMm / 1000,
    compressionRatio: engine.compressionRatio,
  };
}

function throatAir({ setup, designs, leakages, departures }: MachineMakings, id: string, i: number): ThroatAir {
  const throat = at(setup.throats, i);
  const carburetor = createCarburetor(throat, at(designs, i));
  departFrom(carburetor, departures.throat(id));
  return new ThroatAir(throat, carburetor, at(leakages, i));
}

/** What is wrong inside one throat's carburetor. */
function departFrom({ state, piston }: ReturnType<typeof createCarburetor>, departure: ThroatDeparture) {
  state.pilot *= departure.idleFlow;
  state.main *= departure.mainFlow;
  state.needle *= departure.needleFlow;
  state.slotMore += departure.slotMore;
  state.feedReversed = departure.feedReversed;
  state.level += departure.level;
  state.flooding += departure.flooding;
  piston.lost = departure.riseLost;
}

function manifoldOf(
  plan: ManifoldPlan,
  { throats, outside }: { readonly throats: readonly ThroatAir[]; readonly outside: Outside },
  { air, departures, idealLambda }: MachineMakings,
): Manifold {
  const own = plan.throats.map((i) => at(throats, i));
  const leak = own.reduce((sum, { throat }) => sum + departures.throat(throat.id).leakArea, 0);
  const pocket = restingPocket(plan.volume, air.pressure, air.temperature + RUNNER_WARMING);
  return new Manifold({ pocket, throats: own, leak, outside, idealLambda });
}

function cylindersOf(
  { setup, departures, ignition, random }: MachineMakings,
  { plans, manifolds }: { readonly plans: readonly ManifoldPlan[]; readonly manifolds: readonly Manifold[] },
  conditions: Conditions,
): Cylinder[] {
  const make = cylinderMaker(setup);
  return setup.cylinders.map(({ id, firingDeg }, c) =>
    make({
      feed: at(
        manifolds,
        plans.findIndex(({ cylinders }) => cylinders.includes(c)),
      ).pocket,
      firing: radiansFromDegrees(firingDeg),
      loss: departures.cylinder(id).workLost,
      missShare: departures.cylinder(id).misses,
      robbed: departures.cylinder(id).robbed,
      strongSpark: ignition === 'strong',
      conditions,
      random,
    }),
  );
}

function cylinderMaker(setup: Setup): (makings: CylinderMakings) => Cylinder {
  const shape = shapeOf(setup);
  if (setup.engine.strokes === 4) {
    const tables = fourStrokeTables(shape);
    return (makings) => new FourStroke(tables, makings);
  }
  const tables = twoStrokeTables(shape, setup.engine.crankcaseRatio ?? DEFAULT_CRANKCASE_RATIO);
  return (makings) => new TwoStroke(tables, makings);
}
