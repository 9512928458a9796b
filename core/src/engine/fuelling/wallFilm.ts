/** Fuel that meets the wall, and how long it stays there, warm and at 20 C. Form: Aquino (1981), SAE 810494, from memory; values ours. */
const WETTING = { warm: 0.35, cold: 0.6 };
const DRYING = { warm: 0.4, cold: 2 };

/** The film on the wall of a runner or plenum: part of the fuel waits there. Mutable. */
export interface WallFilm {
  /** Fuel that comes off as vapour in `dt` seconds, kg, when so much came in. `cold` is 0 on a warm engine and 1 at 20 C. */
  step(fuelIn: number, cold: number, dt: number): number;
  /** kg */
  held(): number;
}

export function createWallFilm(): WallFilm {
  let film = 0;
  return {
    held: () => film,
    step(fuelIn, cold, dt) {
      const wets = WETTING.warm + cold * (WETTING.cold - WETTING.warm);
      const dries = (film * dt) / (DRYING.warm + cold * (DRYING.cold - DRYING.warm));
      film += wets * fuelIn - dries;
      return (1 - wets) * fuelIn + dries;
    },
  };
}
