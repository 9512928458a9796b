import { FUELS, stoichiometricAirFuelRatio } from './stoichiometry';

/** Shares of a fuel by volume; the rest is petrol. */
export interface Blend {
  readonly ethanol: number;
  readonly methanol: number;
}

/** Fuels by the names on pumps, as their richest in alcohol: E5 holds up to 5 % (EN 228, from memory), E85 some 85 % in summer. */
export const BLENDS = {
  petrol: { ethanol: 0, methanol: 0 },
  e5: { ethanol: 0.05, methanol: 0 },
  e10: { ethanol: 0.1, methanol: 0 },
  e85: { ethanol: 0.85, methanol: 0 },
  ethanol: { ethanol: 1, methanol: 0 },
  methanol: { ethanol: 0, methanol: 1 },
} as const satisfies Readonly<Record<string, Blend>>;

export type BlendName = keyof typeof BLENDS;

export function isBlendName(text: string): text is BlendName {
  return Object.hasOwn(BLENDS, text);
}

export const BLEND_NAMES = Object.keys(BLENDS).filter(isBlendName);

/** Shares that sum to one by less than this do: what rounding leaves. */
const ROUNDING = 1e-9;

/**
 * Air/fuel ratio by mass at which a blend burns completely: those of its parts, weighed by mass. Source: as `stoichiometricAirFuelRatio`; volumes are
 * taken to add up, which they do to some tenths of a per cent.
 * @throws RangeError for shares that are below none or above all.
 */
export function blendStoichiometry({ ethanol, methanol }: Blend): number {
  const rest = 1 - ethanol - methanol;
  const petrol = Math.abs(rest) < ROUNDING ? 0 : rest;
  const shares = { petrol, ethanol, methanol };
  let air = 0;
  let mass = 0;
  for (const name of ['petrol', 'ethanol', 'methanol'] as const) {
    const share = shares[name];
    if (!(share >= 0 && share <= 1)) throw new RangeError(`${name} cannot be ${share} of a fuel`);
    air += share * FUELS[name].density * stoichiometricAirFuelRatio(FUELS[name]);
    mass += share * FUELS[name].density;
  }
  return air / mass;
}

/**
 * Lambda of what an air/fuel gauge shows. A gauge measures lambda and prints it on the scale of one fuel, whatever burns: its figure over
 * that fuel's own ratio is lambda.
 */
export function lambdaOnScale(airFuelRatio: number, scale: Blend): number {
  return airFuelRatio / blendStoichiometry(scale);
}
