import { type AirState, dryAirDensity } from '../air';
import { square } from '../exact';
import type { Random } from '../random';
import { at } from '../sequence';
import type { Setup } from '../setup';
import { type Kelvins, type Radians, type Rpm, radians, radiansFromDegrees } from '../units';
import { type Ignition, LOWER_HEATING_VALUE } from './burn';

import { type CylinderShape, sweptVolume } from './crank';
import { Crankshaft } from './crankshaft';
import { CycleMeans } from './cycleMeans';
import type { Conditions, CrankStep, Cylinder, CylinderMakings } from './cylinder';
import { createDriver, type Driver } from './driver';
import { type Fault, faultsOf, sumAt } from './faults';
import { FourStroke, fourStrokeTables } from './fourStroke';
import { createCarburetor, type IdleDesign } from './fuelling';
import { Manifold, type Outside, ThroatAir } from './induction';
import { type ManifoldPlan, manifoldPlans } from './manifolds';
import { exchange, type Pocket, restingPocket } from './pockets';
import { createThermal, type Thermal } from './thermal';
import { TwoStroke, twoStrokeTables } from './twoStroke';

/** Runners warm the air a little. Ours, K. */
const RUNNER_WARMING = 25;
/** Discharge of a balance pipe's ends. Ours. */
const PIPE_DISCHARGE = 0.7;
const DEFAULT_CRANKCASE_RATIO = 1.4;
/** Gas is stepped in halves above this speed, in quarters above twice as much: some 3 degrees of crank at the most. */
const HALVE_ABOVE = 2500;
/** A two-stroke exchanges gas all the time and needs halves from the start. */
const COARSEST = { 4: 1, 2: 2 } as const;
/** Steps between two looks at fuel, speed and lever, and at the temperatures. */
const FUEL_EVERY = 5;
const SLOW_EVERY = 500;

/** Everything a machine is put together from. */
export interface MachineMakings {
  readonly setup: Setup;
  readonly random: Random;
  readonly air: AirState;
  readonly faults: readonly Fault[];
  /** s */
  readonly dt: number;
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

/** The moving parts and gases of an engine, stepped in time. Mutable; {@link createEngine} is its only door. */
export interface Machine {
  readonly manifolds: readonly Manifold[];
  readonly throats: readonly ThroatAir[];
  /** The manifold behind each throat. */
  readonly behind: readonly Pocket[];
  readonly cylinders: readonly Cylinder[];
  readonly conditions: Conditions;
  readonly crank: Crankshaft;
  readonly means: CycleMeans;
  readonly driver: Driver;
  readonly thermal: Thermal;
  readonly outside: Outside;
  step(): void;
  lever(): Radians;
  /** Reads the linkage again: a screw was turned or a coupling clamped. */
  moved(): void;
  /** Called every tenth of a second of engine time. */
  onSlow(heed: (dt: number) => void): void;
}

export function createMachine(makings: MachineMakings): Machine {
  const { setup, air, dt } = makings;
  const outside: Outside = { ...air, density: dryAirDensity(air), filter: 1, cold: 0 };
  const conditions: Conditions = { pressure: air.pressure, lit: false, evaporated: 1, timing: 1 };
  const throats = setup.throats.map((throat, i) => throatAir(makings, throat.id, i));
  const plans = manifoldPlans(setup);
  const manifolds = plans.map((plan) => manifoldOf(plan, throats, outside, makings));
  const manifoldOfThroat = setup.throats.map((_, i) => plans.findIndex((plan) => plan.throats.includes(i)));
  const behind = manifoldOfThroat.map((m) => at(manifolds, m).pocket);
  const pocketAt = (id: string) =>
    at(
      behind,
      setup.throats.findIndex((throat) => throat.id === id),
    );
  const pipes = (setup.pipes ?? []).map(({ joins, boreMm }) => ({
    a: pocketAt(at(joins, 0)),
    b: pocketAt(at(joins, 1)),
    area: PIPE_DISCHARGE * (Math.PI / 4) * square(boreMm / 1000),
  }));
  const cylinders = cylindersOf(makings, plans, manifolds, conditions);
  const displacement = sweptVolume(shapeOf(setup)) * setup.cylinders.length;
  const crank = new Crankshaft({
    inertia: setup.engine.flywheelKgM2,
    displacement,
    strokes: setup.engine.strokes,
    heldAt: makings.heldAt,
  });
  const means = new CycleMeans({ manifolds, throats, behind: manifoldOfThroat, cylinders });
  const driver = createDriver();
  const thermal = createThermal(displacement, air.temperature, makings.coolant);
  const coarsest: number = COARSEST[setup.engine.strokes];
  const turn: CrankStep = { angle: 0, dt, torque: 0 };
  const now = { lever: radians(0), steps: 0, parts: coarsest, fuelledBefore: 0 };
  const slow: ((dt: number) => void)[] = [];

  function move() {
    const openings = makings.openings(now.lever);
    throats.forEach((throat, i) => {
      throat.open(at(openings, i));
    });
    for (const manifold of manifolds) manifold.narrow();
  }

  /** Everything that changes slowly enough to be looked at every millisecond. */
  function lookAtSpeed() {
    const speed = crank.speed();
    now.parts = coarsest * (speed > HALVE_ABOVE ? 2 : 1) * (speed > 2 * HALVE_ABOVE ? 2 : 1);
    turn.dt = dt / now.parts;
    crank.drag(thermal.frictionFactor());
    moveLever(speed);
  }

  function moveLever(speed: Rpm) {
    const next = driver.step(speed, FUEL_EVERY * dt);
    if (driver.letGo()) makings.letGo();
    if (next === now.lever) return;
    now.lever = next;
    move();
  }

  function warm() {
    const passed = SLOW_EVERY * dt;
    const fuelled = manifolds.reduce((sum, manifold) => sum + manifold.fuelled(), 0);
    const burnt = conditions.lit ? fuelled - now.fuelledBefore : 0;
    now.fuelledBefore = fuelled;
    thermal.step((burnt * LOWER_HEATING_VALUE) / passed, passed);
    conditions.evaporated = thermal.evaporated();
    outside.cold = thermal.cold();
    for (const heed of slow) heed(passed);
  }

  function turnCrank() {
    turn.angle = crank.angle();
    turn.torque = 0;
    for (const cylinder of cylinders) cylinder.step(turn);
    conditions.lit = crank.lit();
    const came = crank.step(turn);
    means.push(crank.netTorque() * turn.dt);
    if (came === 'cycleDone') means.closeCycle();
    if (came === 'stalled') means.forget();
  }

  function gasStep() {
    for (const manifold of manifolds) manifold.breathe(turn.dt);
    for (const { a, b, area } of pipes) exchange(a, b, area, turn.dt);
    if (crank.turning()) turnCrank();
  }

  move();
  lookAtSpeed();
  return {
    manifolds,
    throats,
    behind,
    cylinders,
    conditions,
    crank,
    means,
    driver,
    thermal,
    outside,
    moved: move,
    lever: () => now.lever,
    onSlow(heed) {
      slow.push(heed);
    },
    step() {
      for (let part = now.parts; part > 0; part -= 1) gasStep();
      now.steps += 1;
      means.pass(dt);
      if (now.steps % FUEL_EVERY !== 0) return;
      for (const manifold of manifolds) manifold.meter(FUEL_EVERY * dt);
      lookAtSpeed();
      if (now.steps % SLOW_EVERY === 0) warm();
    },
  };
}

export function shapeOf({ engine }: Setup): CylinderShape {
  return {
    bore: engine.boreMm / 1000,
    stroke: engine.strokeMm / 1000,
    rod: engine.rodMm / 1000,
    compressionRatio: engine.compressionRatio,
  };
}

function throatAir({ setup, designs, leakages, faults }: MachineMakings, id: string, i: number): ThroatAir {
  const throat = at(setup.throats, i);
  const carburetor = createCarburetor(throat, at(designs, i));
  applyFuelFaults(carburetor, faults, id);
  return new ThroatAir(throat, carburetor, at(leakages, i));
}

/** What is wrong inside one throat's carburetor. */
function applyFuelFaults({ state, piston }: ReturnType<typeof createCarburetor>, faults: readonly Fault[], id: string) {
  state.pilot *=
    1 -
    Math.min(
      1,
      sumAt(
        faultsOf(faults, 'blockedIdle'),
        (f) => f.throat,
        id,
        (f) => f.share,
      ),
    );
  state.main *=
    1 -
    Math.min(
      1,
      sumAt(
        faultsOf(faults, 'starvedMain'),
        (f) => f.throat,
        id,
        (f) => f.share,
      ),
    );
  state.level += sumAt(
    faultsOf(faults, 'floatLevel'),
    (f) => f.throat,
    id,
    (f) => f.mm / 1000,
  );
  state.flooding += sumAt(
    faultsOf(faults, 'flooding'),
    (f) => f.throat,
    id,
    (f) => f.share,
  );
  piston.lost = Math.min(
    1,
    sumAt(
      faultsOf(faults, 'stickingPiston'),
      (f) => f.throat,
      id,
      (f) => f.share,
    ),
  );
  for (const { throats, ratio } of faultsOf(faults, 'mixedJets')) {
    const place = throats.indexOf(id);
    const factor = place === -1 ? 1 : place === 0 ? ratio : 1 / ratio;
    state.pilot *= factor;
    state.main *= factor;
  }
}

function manifoldOf(
  plan: ManifoldPlan,
  throats: readonly ThroatAir[],
  outside: Outside,
  { air, faults, idealLambda }: MachineMakings,
): Manifold {
  const own = plan.throats.map((i) => at(throats, i));
  const leak = own.reduce(
    (sum, { throat }) =>
      sum +
      sumAt(
        faultsOf(faults, 'airLeak'),
        (f) => f.throat,
        throat.id,
        (f) => f.areaMm2 * 1e-6,
      ),
    0,
  );
  const pocket = restingPocket(plan.volume, air.pressure, air.temperature + RUNNER_WARMING);
  return new Manifold({ pocket, throats: own, leak, outside, idealLambda });
}

function cylindersOf(
  { setup, faults, ignition, random }: MachineMakings,
  plans: readonly ManifoldPlan[],
  manifolds: readonly Manifold[],
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
      loss: Math.min(
        1,
        sumAt(
          faultsOf(faults, 'lowCompression'),
          (f) => f.cylinder,
          id,
          (f) => f.loss,
        ),
      ),
      missShare: Math.min(
        1,
        sumAt(
          faultsOf(faults, 'weakSpark'),
          (f) => f.cylinder,
          id,
          (f) => f.missShare,
        ),
      ),
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
