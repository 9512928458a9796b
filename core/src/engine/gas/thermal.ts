import { type Kelvins, kelvins } from '../../units';

/** The thermostat's temperature, K, and the one that counts as fully cold. common practice, no source: 90 C and 20 C. */
export const WARM = kelvins(363);
const COLD = 293;
/** Share of the fuel's energy that reaches block and oil at idle. Source: Heywood (1988), table 12.1 puts coolant heat at 17 to 40 %. */
const HEAT_SHARE = 0.3;
/** Heat capacity, J/K: a fixed part and one for each m3 of displacement. Ours: an idle warms a 0.75 litre engine in about ten minutes. */
const CAPACITY = 3e3;
const CAPACITY_PER_M3 = 15e6;
/** A stopped engine cools with this time constant, s. Ours. */
const COOLING = 2400;
/** A cold engine's friction, and fuel that has not evaporated when the spark comes, as shares at 20 C. Ours. */
const COLD_FRICTION = 0.9;
const COLD_LIQUID = 0.35;

/** Block and oil as one lump at one temperature. Mutable, owned by the engine. */
export interface Thermal {
  step(fuelPower: number, dt: number): void;
  temperature(): Kelvins;
  warmUp(): void;
  /** 0 on a warm engine, 1 at 20 C. */
  cold(): number;
  frictionFactor(): number;
  evaporated(): number;
}

export function createThermal(displacement: number, ambient: Kelvins, start: Kelvins): Thermal {
  const capacity = CAPACITY + CAPACITY_PER_M3 * displacement;
  let temperature: number = start;
  const cold = () => Math.min(1.4, Math.max(0, (WARM - temperature) / (WARM - COLD)));
  return {
    step(fuelPower, dt) {
      const cooling = (temperature - ambient) / COOLING;
      temperature = Math.min(WARM, temperature + ((HEAT_SHARE * fuelPower) / capacity - cooling) * dt);
    },
    temperature: () => kelvins(temperature),
    warmUp() {
      temperature = WARM;
    },
    cold,
    frictionFactor: () => 1 + COLD_FRICTION * cold(),
    evaporated: () => 1 - COLD_LIQUID * cold(),
  };
}
