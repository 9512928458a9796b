/** What the crank has to turn besides itself. */
export type Load =
  | { readonly kind: 'none' }
  /** A brake with a torque of its own, Nm. */
  | { readonly kind: 'brake'; readonly torqueNm: number }
  /** A vehicle in gear, first gear is 1; the clutch slips until crank and wheel run together. */
  | { readonly kind: 'road'; readonly vehicle: Vehicle; readonly gear: number };

export interface Vehicle {
  readonly massKg: number;
  readonly wheelRadiusM: number;
  /** Crank turns for one of the wheel's, first gear first. */
  readonly ratios: readonly number[];
  /** Rolling resistance, N, and drag, N per (m/s)^2: force = rolling + drag v^2. */
  readonly rollingN: number;
  readonly dragNPerMs2: number;
  /** Torque that the slipping clutch carries, Nm at the crank. */
  readonly clutchNm: number;
}

/** Metres that the vehicle goes for a radian of the crank. */
function metresPerRadian({ ratios, wheelRadiusM }: Vehicle, gear: number): number {
  const ratio = ratios[gear - 1];
  if (ratio === undefined) throw new RangeError(`There is no gear ${gear} of ${ratios.length}`);
  return wheelRadiusM / ratio;
}

/** Force against a vehicle's motion, N; none at rest. */
function roadForce({ rollingN, dragNPerMs2 }: Vehicle, speed: number): number {
  return speed > 0 ? rollingN + dragNPerMs2 * speed * speed : 0;
}

/** A hand lets the clutch in between these crank speeds, rad/s: nothing near idle, all of it at some 2400 rpm. Ours. */
const BITES_AT = 115;
const HOLDS_AT = 250;

/** Load, clutch and vehicle behind a crank. Mutable, owned by the crankshaft. */
export class Drivetrain {
  #load: Load = { kind: 'none' };
  /** The vehicle that has been driven so far: out of gear it coasts. */
  #vehicle: Vehicle | undefined;
  #arm = 0;
  #locked = false;
  #speed = 0;

  load(load: Load): void {
    this.#load = load;
    this.#locked = false;
    if (load.kind !== 'road') return;
    this.#vehicle = load.vehicle;
    this.#arm = metresPerRadian(load.vehicle, load.gear);
  }

  /** Speed over the ground, m/s. */
  roadSpeed(): number {
    return this.#speed;
  }

  /** Inertia that the crank feels, kg m2: the vehicle's once the clutch no longer slips. */
  inertia(): number {
    return this.#locked && this.#load.kind === 'road' ? this.#load.vehicle.massKg * this.#arm * this.#arm : 0;
  }

  /** Torque against the crank, Nm, at its speed in rad/s; moves the vehicle on by `dt` seconds. */
  step(omega: number, dt: number): number {
    if (this.#load.kind === 'road') return this.#drive(this.#load.vehicle, omega, dt);
    if (this.#vehicle !== undefined) this.#push(this.#vehicle, 0, dt);
    return this.#load.kind === 'brake' ? this.#load.torqueNm : 0;
  }

  #drive(vehicle: Vehicle, omega: number, dt: number): number {
    const ahead = omega * this.#arm - this.#speed;
    if (this.#locked) {
      this.#speed = omega * this.#arm;
      return roadForce(vehicle, this.#speed) * this.#arm;
    }
    const bite = Math.min(1, Math.max(0, (omega - BITES_AT) / (HOLDS_AT - BITES_AT)));
    const torque = ahead > 0 ? vehicle.clutchNm * bite : -vehicle.clutchNm;
    this.#push(vehicle, torque / this.#arm, dt);
    const still = omega * this.#arm - this.#speed;
    if (torque !== 0 && still > 0 !== ahead > 0) this.#locked = true;
    return torque;
  }

  #push(vehicle: Vehicle, force: number, dt: number): void {
    this.#speed = Math.max(0, this.#speed + ((force - roadForce(vehicle, this.#speed)) / vehicle.massKg) * dt);
  }
}
