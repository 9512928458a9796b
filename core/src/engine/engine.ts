import { standardAtmosphere } from '../air';
import { at, seededRandom } from '../basics';
import { departuresOf } from '../faults';
import type { Setup } from '../setup';
import { pascals, radians, seconds } from '../units';
import { controlsOf, type Inside, setMixtures } from './controls';
import type { Engine, EngineOptions, MassAccount } from './engineTypes';
import { factoryIdle } from './factory';
import { pocketPressure } from './gas/pockets';
import { WARM } from './gas/thermal';
import { createLinkage } from './linkage/linkage';
import { createScrew } from './linkage/screws';
import { Machine } from './machine';
import type { MachineParts } from './machineParts';

/** Integration step, s: 1.2 degrees of crank at 1000 rpm. Halving it changes the cycle means by under 0.5 % (tested). */
const STEP = 2e-4;
/** Throat to throat difference of what leaks past the closed plate, as a share. Ours. */
const LEAKAGE_SPREAD = 0.1;
/** A degree too early or too late is worth this share of an idle's work. Ours. */
const WORK_PER_DEGREE = 0.006;
/** Depression at which a vacuum advance has all its travel, Pa. common practice, no source. */
const ADVANCE_ALL = 40_000;

/** Builds an engine as found (stops astray, gains unknown, all drawn from the seed) from any setup without problems. */
export function createEngine(setup: Setup, options: EngineOptions): Engine {
  const random = seededRandom(options.seed);
  const departures = departuresOf(options.faults ?? []);
  const factory = factoryIdle(setup);
  const spread = options.found === 'factory' ? 0 : LEAKAGE_SPREAD;
  const leakages = setup.throats.map((t) => t.closedLeakageMm2 * 1e-6 * (1 + spread * (2 * random.uniform() - 1)));
  const found = options.found ?? 'asLeft';
  const screws = setup.adjusters.map((adjuster) => createScrew({ adjuster, random, departures, found }));
  const linkage = createLinkage({ setup, nominal: factory.openings, screws, random, departures });
  const dt = options.step ?? STEP;
  const fastIdle = { opening: 0 };
  const machine = new Machine(
    {
      setup,
      random,
      air: options.air ?? standardAtmosphere(0),
      relativeHumidity: options.relativeHumidity ?? 0,
      departures,
      designs: factory.designs,
      leakages,
      ignition: options.ignition ?? 'modest',
      coolant: options.coolant ?? WARM,
      idealLambda: options.idealLambda,
      heldAt: options.heldAt,
      openings: (lever) => linkage.openings(radians(lever + fastIdle.opening)),
      letGo: linkage.returnToRest,
    },
    dt,
  );
  applyTiming(machine, departures.common.sparkEarlyDeg, options.sparkRetardDeg ?? 0);
  setMixtures(machine, screws);
  const inside: Inside = { setup, machine, screws, linkage, common: departures.common, dt, fastIdle };
  return { ...controlsOf(inside), ...observationsOf(inside) };
}

/** Time, and everything that is read off an engine. */
function observationsOf({
  setup,
  machine,
  screws,
  linkage,
  dt,
}: Inside): Omit<Engine, keyof ReturnType<typeof controlsOf>> {
  const { parts } = machine;
  const { crank, throats, cylinders } = parts;
  const ambient = parts.outside.pressure;
  let steps = 0;
  let elapsed = 0;
  return {
    advance(by) {
      // Counted in whole steps from zero, so that the way time is cut up changes nothing.
      elapsed += by;
      const until = Math.round(elapsed / dt);
      while (steps < until) {
        machine.step();
        steps += 1;
      }
    },
    sensors: () => ({
      time: seconds(steps * dt),
      speed: crank.speed(),
      runnerPressures: parts.behind.map((pocket) => pascals(pocketPressure(pocket))),
      throatFlows: throats.map(({ flow }) => flow),
      exhausts: cylinders.map((cylinder) => ({ ...cylinder.exhaust, sparks: cylinder.sparks() })),
      ambient: pascals(ambient),
      coolant: parts.thermal.temperature(),
      lever: machine.lever(),
      roadSpeed: crank.roadSpeed(),
    }),
    truth: () => parts.means.truth(setup.engine.strokes / 2),
    account: () => accountOf(parts),
    positions: () => Object.fromEntries(screws.map(({ adjuster, turned }) => [adjuster.id, turned()])),
    damaged: () => screws.filter((screw) => screw.damaged()).map(({ adjuster }) => adjuster.id),
    clamped: linkage.clamped,
  };
}

/** A late spark costs work; a vacuum advance on the wrong port follows the depression of the first throat's manifold. */
function applyTiming(machine: Machine, early: number, lateDeg: number): void {
  const late = 1 - WORK_PER_DEGREE * lateDeg;
  machine.parts.conditions.timing = late;
  if (early === 0) return;
  machine.onSlow(() => {
    const depression = machine.parts.outside.pressure - pocketPressure(at(machine.parts.behind, 0));
    machine.parts.conditions.timing =
      late + WORK_PER_DEGREE * early * Math.min(1, Math.max(0, depression / ADVANCE_ALL));
  });
}

function accountOf({ manifolds, cylinders }: MachineParts): MassAccount {
  const sum = (figures: readonly number[]) => figures.reduce((total, figure) => total + figure, 0);
  return {
    cameIn: sum(manifolds.map((manifold) => manifold.cameIn())),
    exhausted: sum(cylinders.map((cylinder) => cylinder.exhausted())),
    held: sum(manifolds.map((manifold) => manifold.held())) + sum(cylinders.map((cylinder) => cylinder.held())),
    fuelled: sum(manifolds.map((manifold) => manifold.fuelled())),
  };
}
