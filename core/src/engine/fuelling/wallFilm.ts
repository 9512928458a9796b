/** Fuel that meets the wall, and how long it stays there, warm and at 20 C. Form: Aquino (1981), SAE 810494, from memory; values ours. */
const WETTING = { warm: 0.35, cold: 0.6 };
const DRYING = { warm: 0.4, cold: 2 };

/** Gas that leaves is compared with its mean over this long, s. Ours. */
const MEMORY = 0.5;

/**
 * The film on the wall of a runner or plenum: part of the fuel waits there, and the air that passes over it carries it off. Between
 * two draws it gathers, so a cylinder that draws after a long pause gets more of it than one that follows closely. Mutable.
 */
export interface WallFilm {
  /**
   * Fuel that comes off as vapour in `dt` seconds, kg, when so much fuel came in and so much gas went on to the cylinders.
   * `cold` is 0 on a warm engine and 1 at 20 C.
   */
  step(flows: { readonly fuelIn: number; readonly gasOut: number }, cold: number, dt: number): number;
  /** kg */
  held(): number;
}

export function createWallFilm(): WallFilm {
  const now = { film: 0, meanOut: 0 };
  return {
    held: () => now.film,
    step({ fuelIn, gasOut }, cold, dt) {
      const wets = WETTING.warm + cold * (WETTING.cold - WETTING.warm);
      const time = DRYING.warm + cold * (DRYING.cold - DRYING.warm);
      const out = Math.max(0, gasOut) / dt;
      now.meanOut += (out - now.meanOut) * Math.min(1, dt / MEMORY);
      const sweep = now.meanOut > 0 ? Math.min(10, out / now.meanOut) : 1;
      const dries = Math.min(0.5, (sweep * dt) / time) * now.film;
      now.film += wets * fuelIn - dries;
      return (1 - wets) * fuelIn + dries;
    },
  };
}
