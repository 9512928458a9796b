import type { Blend } from './blends';
import { WATER_GAS } from './brettschneider';
import { FUELS, type Fuel } from './stoichiometry';

/** Atomic masses, kg/kmol. Source: IUPAC, abridged. */
const CARBON = 12.011;
const HYDROGEN = 1.008;
const OXYGEN = 15.999;
/** Moles of nitrogen for each of oxygen in dry air, argon counted with it. Source: US Standard Atmosphere 1976. */
const NITROGEN_PER_OXYGEN = 79.05 / 20.95;
const HALVINGS = 60;

/** A blend as one fuel: its atoms counted together. Shares by volume; the rest is petrol. */
export function fuelOf({ ethanol, methanol }: Blend): Fuel {
  const parts = [
    { fuel: FUELS.petrol, share: Math.max(0, 1 - ethanol - methanol) },
    { fuel: FUELS.ethanol, share: ethanol },
    { fuel: FUELS.methanol, share: methanol },
  ];
  let [carbon, hydrogen, oxygen, density] = [0, 0, 0, 0];
  for (const { fuel, share } of parts) {
    const { hydrogenPerCarbon: h, oxygenPerCarbon: o } = fuel;
    const moles = (share * fuel.density) / (CARBON + HYDROGEN * h + OXYGEN * o);
    carbon += moles;
    hydrogen += moles * h;
    oxygen += moles * o;
    density += share * fuel.density;
  }
  return { hydrogenPerCarbon: hydrogen / carbon, oxygenPerCarbon: oxygen / carbon, density };
}

/**
 * Carbon monoxide in the dry exhaust of a mixture that burns with no oxygen left, as a share by volume: atoms of carbon, hydrogen and oxygen in
 * balance, the water-gas shift frozen at `WATER_GAS`. Zero where there is air enough. Source: Heywood (1988), sec. 4.9.
 */
export function dryCarbonMonoxide({ hydrogenPerCarbon: h, oxygenPerCarbon: o }: Fuel, lambda: number): number {
  if (lambda >= 1) return 0;
  const needed = 1 + h / 4 - o / 2;
  const oxygen = 2 * lambda * needed + o;
  const waterAt = (co: number) => h / 2 / (1 + co / (WATER_GAS * (1 - co)));
  let [low, high] = [0, 1 - 1e-9];
  for (let i = 0; i < HALVINGS; i += 1) {
    const co = (low + high) / 2;
    // Oxygen that these products would hold: with more carbon monoxide it is less.
    if (2 - co + waterAt(co) > oxygen) low = co;
    else high = co;
  }
  const hydrogen = h / 2 - waterAt(low);
  return low / (1 + hydrogen + lambda * needed * NITROGEN_PER_OXYGEN);
}
