import { AIR_GAS_CONSTANT, STANDARD_TEMPERATURE } from '../air';
import type { Random } from '../random';
import { indicatedWork } from './burn';
import { type CylinderShape, clearanceVolume, cylinderVolume, volumeSlope } from './crank';
import { CYCLE } from './crankshaft';
import { exchange, type Pocket, pocketPressure } from './pockets';
import { INTAKE_CLOSES, INTAKE_OPENS, intakeValveArea } from './valve';

/** Charge and runner warm the air a little; burnt gas that stays behind counts hot in the cylinder. Ours, K. */
export const RUNNER_TEMPERATURE = STANDARD_TEMPERATURE + 25;
const RESIDUAL_TEMPERATURE = 700;
/** Cycle to cycle scatter of the work of one firing at idle, as a share. Ours: an idle of a carburetted engine is uneven. */
const WORK_SCATTER = 0.04;

/** One four-stroke cylinder and its charge. Mutable, owned by the engine. */
export interface FiringCylinder {
  readonly feed: Pocket;
  /** Torque on the crank at a crank angle, Nm, after `dt` seconds of gas exchange. */
  step(crankAngle: number, dt: number, ambientPressure: number, lit: boolean): number;
}

export interface CylinderMakings {
  readonly shape: CylinderShape;
  readonly feed: Pocket;
  /** Crank angle of its firing after the crank's zero. */
  readonly firingRad: number;
  /** Share of its work that it loses, and of its cycles in which it does not fire. */
  readonly loss: number;
  readonly missShare: number;
  readonly random: Random;
}

/** A cylinder that draws from `feed`. */
export function createCylinder({ shape, feed, firingRad, loss, missShare, random }: CylinderMakings): FiringCylinder {
  const pocket: Pocket = {
    air: 0,
    burnt: 0,
    volume: clearanceVolume(shape),
    airTemperature: RUNNER_TEMPERATURE,
    burntTemperature: RESIDUAL_TEMPERATURE,
  };
  let work = 0;
  let drawing = false;

  function openValve(ambientPressure: number) {
    drawing = true;
    pocket.air = 0;
    pocket.burnt = (ambientPressure * pocket.volume) / (AIR_GAS_CONSTANT * RESIDUAL_TEMPERATURE);
  }
  function closeValve(lit: boolean) {
    drawing = false;
    const scatter = (1 - loss) * (1 + WORK_SCATTER * random.normal());
    // Drawn for a sound spark too, so that a fault changes nothing but its own cylinder's cycles.
    const fires = random.uniform() >= missShare;
    work = lit && fires ? scatter * indicatedWork(pocket.air, pocket.burnt / (pocket.air + pocket.burnt)) : 0;
  }

  return {
    feed,
    step(crankAngle, dt, ambientPressure, lit) {
      const angle = (((crankAngle - firingRad) % CYCLE) + CYCLE) % CYCLE;
      const intake = angle > INTAKE_OPENS && angle < INTAKE_CLOSES;
      if (intake) {
        pocket.volume = cylinderVolume(shape, angle);
        if (!drawing) openValve(ambientPressure);
        exchange(feed, pocket, intakeValveArea(shape, angle), dt);
        // Pumping: what the piston does against the depression while it draws.
        return (pocketPressure(pocket) - ambientPressure) * volumeSlope(shape, angle);
      }
      if (drawing) closeValve(lit);
      // The indicated work of compression, burn and expansion together, given out over the expansion stroke.
      return angle < Math.PI ? (work * Math.sin(angle)) / 2 : 0;
    },
  };
}
