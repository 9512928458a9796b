import { square } from '../exact';
/** What the crank has to turn besides itself. */
export type Load =
  | { readonly kind: 'none' }
  /** A brake with a torque of its own, Nm. */
  | { readonly kind: 'brake'; readonly torqueNm: number }
  /** A vehicle in gear. */
  | { readonly kind: 'road'; readonly vehicle: Vehicle; readonly gear: number };

export interface Vehicle {
  readonly massKg: number;
  readonly wheelRadiusM: number;
  /** Crank turns for one of the wheel's, first gear first. */
  readonly ratios: readonly number[];
  /** Rolling resistance, N, and drag, N per (m/s)^2: force = rolling + drag v^2. */
  readonly rollingN: number;
  readonly dragNPerMs2: number;
}

/** Metres that the vehicle goes for a radian of the crank. */
export function metresPerRadian({ vehicle, gear }: Extract<Load, { kind: 'road' }>): number {
  const ratio = vehicle.ratios[gear - 1];
  if (ratio === undefined) throw new RangeError(`There is no gear ${gear} of ${vehicle.ratios.length}`);
  return vehicle.wheelRadiusM / ratio;
}

/** Torque at the crank, Nm, at a crank speed in rad/s. Against the motion: zero at rest. */
export function loadTorque(load: Load, omega: number): number {
  if (load.kind === 'none') return 0;
  if (load.kind === 'brake') return load.torqueNm;
  const arm = metresPerRadian(load);
  const speed = omega * arm;
  return (load.vehicle.rollingN + load.vehicle.dragNPerMs2 * square(speed)) * arm;
}

/** Inertia that the crank feels, kg m2. */
export function loadInertia(load: Load): number {
  return load.kind === 'road' ? load.vehicle.massKg * square(metresPerRadian(load)) : 0;
}
