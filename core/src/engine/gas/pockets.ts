import { AIR_GAS_CONSTANT, tabulatedFlowFactor } from '../../air';

/**
 * Mutable pockets of gas: a runner, a plenum, a crankcase or a cylinder. The fields are written by the integrator many thousand
 * times a second, so this is the one place in the core where numbers are bare and objects change; nothing here leaves the engine.
 */
export interface Pocket {
  /** Fresh air, burnt gas and fuel vapour, kg. The vapour is carried along; its small share of the pressure is left out. */
  air: number;
  burnt: number;
  fuel: number;
  /** m3 */
  volume: number;
  /** Temperatures at which air and burnt gas count, K. */
  readonly airTemperature: number;
  readonly burntTemperature: number;
}

/** A pocket of air at a pressure. */
export function restingPocket(volume: number, pressure: number, airTemperature: number): Pocket {
  const air = (pressure * volume) / (AIR_GAS_CONSTANT * airTemperature);
  return { air, burnt: 0, fuel: 0, volume, airTemperature, burntTemperature: airTemperature };
}

export function pocketPressure(pocket: Pocket): number {
  return (
    (AIR_GAS_CONSTANT * (pocket.air * pocket.airTemperature + pocket.burnt * pocket.burntTemperature)) / pocket.volume
  );
}

/** All gas in a pocket, kg. */
export function pocketMass({ air, burnt, fuel }: Pocket): number {
  return air + burnt + fuel;
}

/**
 * A step's share of the mass that would make two pressures equal. The square root of orifice flow has no slope limit at
 * equal pressures: without this bound an explicit step would swing about them.
 */
const EQUALISING_SHARE = 0.8;

/** p / sqrt(R T): mass that an orifice's flow factor is multiplied with, kg/(s m2). */
export function flowPerArea(pressure: number, temperature: number): number {
  return pressure / Math.sqrt(AIR_GAS_CONSTANT * temperature);
}

/** The world outside a pocket: air at a pressure, and what of it passes an area when choked but for the flow factor. Mutable. */
export interface Surroundings {
  pressure: number;
  flowPerArea: number;
}

export function surroundings(pressure: number, temperature: number): Surroundings {
  return { pressure, flowPerArea: flowPerArea(pressure, temperature) };
}

/**
 * Lets ambient air in through an area for `dt` seconds, or gas of the pocket out of it; returns the mass that came in, kg,
 * negative when it went out.
 */
// biome-ignore lint/complexity/useMaxParams: called for every pocket at every step of the engine, so nothing is made for a call
export function breathe(pocket: Pocket, area: number, outside: Surroundings, dt: number): number {
  return breatheAt(pocketPressure(pocket), pocket, area, outside, dt);
}

/** The same for a caller who knows the pocket's pressure already. */
// biome-ignore lint/complexity/useMaxParams: called for every pocket at every step of the engine, so nothing is made for a call
export function breatheAt(pressure: number, pocket: Pocket, area: number, outside: Surroundings, dt: number): number {
  const apart = outside.pressure - pressure;
  const toEqual = (EQUALISING_SHARE * Math.abs(apart) * pocket.volume) / (AIR_GAS_CONSTANT * pocket.airTemperature);
  if (apart >= 0) {
    const flow = outside.flowPerArea * tabulatedFlowFactor(pressure / outside.pressure);
    const mass = Math.min(area * flow * dt, toEqual);
    pocket.air += mass;
    return mass;
  }
  const flow = flowPerArea(pressure, pocket.airTemperature) * tabulatedFlowFactor(outside.pressure / pressure);
  return -release(pocket, Math.min(area * flow * dt, toEqual));
}

/** Takes gas out of a pocket, all kinds in their shares; returns the mass that left, the carried vapour included. */
function release(pocket: Pocket, mass: number): number {
  const share = mass / (pocket.air + pocket.burnt);
  const fuel = pocket.fuel * share;
  pocket.air -= pocket.air * share;
  pocket.burnt -= pocket.burnt * share;
  pocket.fuel -= fuel;
  return mass + fuel;
}

/** Lets gas out until the pocket stands at a pressure; returns the mass that left. */
export function blowDown(pocket: Pocket, pressure: number): number {
  const stays = Math.min(1, pressure / pocketPressure(pocket));
  const gone = (1 - stays) * pocketMass(pocket);
  pocket.air *= stays;
  pocket.burnt *= stays;
  pocket.fuel *= stays;
  return gone;
}

/** Moves a share of a pocket's gas to another. */
export function move(from: Pocket, to: Pocket, share: number): void {
  const air = from.air * share;
  const burnt = from.burnt * share;
  const fuel = from.fuel * share;
  from.air -= air;
  from.burnt -= burnt;
  from.fuel -= fuel;
  to.air += air;
  to.burnt += burnt;
  to.fuel += fuel;
}

/** Gives a share of a pocket's fuel alone to another. */
export function giveBack(from: Pocket, to: Pocket, share: number): void {
  const fuel = from.fuel * share;
  from.fuel -= fuel;
  to.fuel += fuel;
}

/** Exchanges gas between two pockets through an effective area for `dt` seconds. */
// biome-ignore lint/complexity/useMaxParams: called for every pocket at every step of the engine, so nothing is made for a call
export function exchange(a: Pocket, b: Pocket, area: number, dt: number): void {
  const inA = pocketPressure(a);
  const inB = pocketPressure(b);
  if (inA >= inB) pass(a, b, inA, inB, area, dt);
  else pass(b, a, inB, inA, area, dt);
}

/** As {@link exchange}, from `a` to `b` only: a reed. */
// biome-ignore lint/complexity/useMaxParams: called for every pocket at every step of the engine, so nothing is made for a call
export function exchangeOneWay(a: Pocket, b: Pocket, area: number, dt: number): void {
  const inA = pocketPressure(a);
  const inB = pocketPressure(b);
  if (inA > inB) pass(a, b, inA, inB, area, dt);
}

// biome-ignore lint/complexity/useMaxParams: called for every pocket at every step of the engine, so nothing is made for a call
function pass(from: Pocket, to: Pocket, high: number, low: number, area: number, dt: number): void {
  const stiffness = AIR_GAS_CONSTANT * from.airTemperature * (from.volume + to.volume);
  const toEqual = (EQUALISING_SHARE * (high - low) * from.volume * to.volume) / stiffness;
  const flow = flowPerArea(high, from.airTemperature) * tabulatedFlowFactor(low / high);
  const mass = Math.min(area * flow * dt, toEqual);
  move(from, to, mass / (from.air + from.burnt));
}
