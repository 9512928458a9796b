/** What can hurt, and what is done about it: shown at the step, acknowledged once a job. `common practice, no source`. */
export const CAUTIONS = {
  exhaust: { name: 'Exhaust', text: 'Carbon monoxide kills without a smell. Run outdoors or with extraction.' },
  fuel: {
    name: 'Fuel',
    text: 'No flame or spark near, extinguisher at hand, let hot parts cool, wipe up what spills. An auxiliary tank is secured, its tap in reach.',
  },
  moving: {
    name: 'Moving parts',
    text: 'Fan, belts, chain and propeller catch sleeves and hair. Gearbox in neutral, machine on its stand, wheel chocked.',
  },
  heat: { name: 'Heat and ignition', text: 'Exhaust and plugs are hot. There is high voltage at an open plug lead.' },
  cooling: {
    name: 'Cooling',
    text: 'An engine running at a standstill overheats. Put a fan in front of it and keep it short.',
  },
  water: {
    name: 'Water',
    text: 'An outboard needs cooling water before it turns. Propeller off, or well clear of it.',
  },
  air: { name: 'Compressed air and solvents', text: 'Eyes and hands: goggles, gloves, never towards a person.' },
  throats: { name: 'Open throats', text: 'Cover them whenever the engine is stopped: what drops in stays in.' },
  road: {
    name: 'Under way',
    text: 'Never watch a screen while riding or driving. Closed course or a helper; the law of the place decides.',
  },
} as const satisfies Readonly<Record<string, { readonly name: string; readonly text: string }>>;

export type CautionId = keyof typeof CAUTIONS;

/** What stands under every caution. */
export const DEFERS =
  'Local rules decide over everything said here; brakes, certified work and the fuel systems of boats and aircraft belong to licensed people. The app advises; the person at the engine decides.';

export function isCaution(text: string): text is CautionId {
  return Object.hasOwn(CAUTIONS, text);
}

export const CAUTION_IDS = Object.keys(CAUTIONS).filter(isCaution);

/** An acknowledged caution is a step of its own in the log. */
export function cautionStep(caution: CautionId): string {
  return `caution-${caution}`;
}
