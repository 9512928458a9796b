import type { Fault, FaultName, Suspicion } from '@amber-needle/core/faults';
import type { Setup } from '@amber-needle/core/setup';

/** A fault that is suspected, for the say line, and what somebody looks at to be sure. */
export interface SuspicionWords {
  readonly name: string;
  readonly test: string;
  readonly signs: string;
  /** What the test needs care with. */
  readonly caution: string;
}

/** How a kind of fault is put. Methods, so that a kind's own words stand in a table of all. */
interface FaultWords<F, S> {
  /** The fault at its place; `screw` gives a screw's label. */
  name(place: S, screw: (id: string) => string): string;
  /** How much of it; nothing where there is no more or less. */
  strength(fault: F): string;
  readonly test: string;
  readonly signs: string;
  readonly caution: string;
}

const HOT_PARTS = 'Stop the engine first: hot and moving parts.';
const NO_HOSE_ON_A_RUNNING_ENGINE = 'Stop the engine before you pull a hose.';
const FUEL = 'Fuel: no flame, no sparks, fresh air, an extinguisher at hand. Local rules decide.';
const HIGH_VOLTAGE = 'High voltage: keep your hands off leads and plugs while it runs.';

const WORDS: {
  readonly [K in FaultName]: FaultWords<Extract<Fault, { kind: K }>, Extract<Suspicion, { kind: K }>>;
} = {
  airLeak: {
    name: ({ throat }) => `Air leak behind throat ${throat}`,
    strength: ({ areaMm2 }) => `${number(areaMm2)} mm²`,
    test: 'search for it',
    signs:
      'It breathes more than its mouth or any screw explains. Flange, boot, plug, hose: does smoke or unlit propane there change the speed? A tight valve looks alike.',
    caution: 'Fire hazard: no flammable spray on a hot engine, extinguisher at hand, local rules decide.',
  },
  blockedIdle: {
    name: ({ throat }) => `Idle passage of throat ${throat} blocked`,
    strength: ({ share }) => `by ${percent(share)}`,
    test: 'clean its pilot jet and passage',
    signs: 'Lean at idle, and its fuel screw does little. Does fluid pass from the screw to the throat?',
    caution: FUEL,
  },
  wornShaft: {
    name: ({ throat }) => `Throat ${throat} does not return to the same stop`,
    strength: ({ restDeg }) => `±${number(restDeg)}°`,
    test: 'check shaft and spring',
    signs:
      'After each blip it stops somewhere else: worn shaft, play in the linkage or a weak spring. No balance will hold.',
    caution: HOT_PARTS,
  },
  linkagePlay: {
    name: ({ throat }) => `Play in the link of throat ${throat}`,
    strength: ({ deg }) => `${number(deg)}°`,
    test: 'take hold of its link',
    signs: 'It opens later than its sisters. Worn pin, loose clamp, slack cable?',
    caution: HOT_PARTS,
  },
  deadScrew: {
    name: ({ adjuster }, screw) => `${screw(adjuster)} moves nothing`,
    strength: () => '',
    test: 'look at its tip',
    signs:
      'It was turned, and its throttle did not follow. Does a rod or cable hold the throttle open? Does its tip touch? Is the thread stripped?',
    caution: HOT_PARTS,
  },
  wrongBase: {
    name: ({ adjuster }, screw) => `${screw(adjuster)} set wrong`,
    strength: ({ turns }) => `${number(Math.abs(turns))} turns too far ${turns < 0 ? 'out' : 'in'}`,
    test: 'count its turns to the seat',
    signs: 'It stands far from its sisters. Close it gently to its seat, count, and set it back.',
    caution: HOT_PARTS,
  },
  lowCompression: {
    name: ({ cylinder }) => `Low compression, cylinder ${cylinder}`,
    strength: ({ loss }) => `${percent(loss)} of its work lost`,
    test: 'measure compression',
    signs: 'Weak whatever the screws do. Tight valve, rings, gasket? Measure it with the throttle wide open.',
    caution: 'Cut ignition and fuel first: the engine turns, and fuel mist burns.',
  },
  weakSpark: {
    name: ({ cylinder }) => `Weak spark, cylinder ${cylinder}`,
    strength: ({ missShare }) => `misses ${percent(missShare)}`,
    test: 'change its plug and lead',
    signs: 'It misses now and then, and its needle jumps. Does the fault go with the plug, the lead or the coil?',
    caution: HIGH_VOLTAGE,
  },
  flooding: {
    name: ({ throat }) => `Throat ${throat} floods`,
    strength: ({ share }) => `${percent(share)} of an idle’s fuel`,
    test: 'look for fuel past its needle valve',
    signs: 'Rich, wet plug, fuel from the overflow. Dirt, a worn valve, or a float with a hole?',
    caution: FUEL,
  },
  floatLevel: {
    name: ({ throat }) => `Fuel level of throat ${throat} wrong`,
    strength: ({ mm }) => `${number(Math.abs(mm))} mm too ${mm > 0 ? 'high' : 'low'}`,
    test: 'measure its level',
    signs: 'Off its sisters on every circuit. A clear tube at the bowl’s drain shows the level.',
    caution: FUEL,
  },
  starvedMain: {
    name: ({ throat }) => `Main supply of throat ${throat} short`,
    strength: ({ share }) => `by ${percent(share)}`,
    test: 'clean its main jet',
    signs: 'Sound at idle, lean under load. Dirt in jet or emulsion tube, or too little from the valve?',
    caution: FUEL,
  },
  stickingPiston: {
    name: ({ throat }) => `Piston of throat ${throat} sticks`,
    strength: ({ share }) => `${percent(share)} of its lift lost`,
    test: 'lift it by hand',
    signs: 'It opens late and falls with a stutter. Torn diaphragm, dirt, bent needle, no oil in its damper?',
    caution: HOT_PARTS,
  },
  mixedJets: {
    name: ({ throats }) => `Jets of throats ${throats.join(' and ')} mixed up`,
    strength: ({ ratio }) => `${number(ratio)} times`,
    test: 'read the jets’ numbers',
    signs: 'One is rich and one lean by as much, at idle and under load.',
    caution: FUEL,
  },
  exchangedHoses: {
    name: ({ throats }) => `Hoses ${throats.join(' and ')} exchanged`,
    strength: () => '',
    test: 'trace both hoses',
    signs: 'The screw of one moves the needle of the other.',
    caution: NO_HOSE_ON_A_RUNNING_ENGINE,
  },
  chokeStuck: {
    name: () => 'Choke stays on',
    strength: ({ share }) => `by ${percent(share)}`,
    test: 'look at its lever',
    signs: 'Rich and fast when warm. Does every plate or plunger go back to its stop?',
    caution: HOT_PARTS,
  },
  leakingEnricher: {
    name: ({ throat }) => `Enricher of throat ${throat} does not seat`,
    strength: ({ share }) => `${percent(share)} of an idle’s fuel`,
    test: 'look at its plunger',
    signs: 'Rich and a little fast when warm, on one throat. Bent cable, dirt on the seat, worn rubber?',
    caution: FUEL,
  },
  transferSlot: {
    name: ({ throat }) => `Throat ${throat} open past its transfer slot`,
    strength: ({ mm }) => `${number(mm)} mm too much`,
    test: 'see how much of the slot shows',
    signs: 'Its mixture screw changes little or nothing. More than a millimetre and a half of slot below the plate?',
    caution: HOT_PARTS,
  },
  wornNeedleJet: {
    name: ({ throat }) => `Needle jet of throat ${throat} worn`,
    strength: ({ share }) => `passes ${percent(share)} more`,
    test: 'look at needle and jet',
    signs: 'Rich low down and leaned in vain. Shine or steps on the needle, an oval jet?',
    caution: FUEL,
  },
  feedReversal: {
    name: ({ throat }) => `Idle feed of throat ${throat} drawn back`,
    strength: ({ share }) => `by ${percent(share)}`,
    test: 'look where its feed starts',
    signs: 'Right at idle, lean at the first opening: the feed starts in the main well, and the main takes it.',
    caution: FUEL,
  },
  sharedRobbing: {
    name: ({ cylinder }) => `Cylinder ${cylinder} robbed by its sister`,
    strength: ({ share }) => `of ${percent(share)} of its fuel`,
    test: 'turn the firing order round',
    signs: 'Leaner than the sister on its runner. Does it change sides with the firing order? Then no jet is wrong.',
    caution: HOT_PARTS,
  },
  restrictedFilter: {
    name: () => 'Air filter clogged',
    strength: ({ share }) => `by ${percent(share)}`,
    test: 'look at it',
    signs: 'Rich under load on all cylinders. Does a clean one change it?',
    caution: HOT_PARTS,
  },
  fuelBoil: {
    name: () => 'Fuel boils over after a hot stop',
    strength: () => '',
    test: 'let it cool and start again',
    signs: 'Starts badly hot, then clears. Heat shield, fuel hose near the exhaust, blended fuel?',
    caution: FUEL,
  },
  manifoldAdvance: {
    name: () => 'Spark advance on manifold vacuum',
    strength: ({ deg }) => `${number(deg)}° early at idle`,
    test: 'trace its hose',
    signs: 'The idle falls when its hose is pulled and plugged.',
    caution: NO_HOSE_ON_A_RUNNING_ENGINE,
  },
};

/** A fault in the words of the trade, with its place and strength. */
export function faultText(setup: Setup, fault: Fault): string {
  const words: FaultWords<Fault, Suspicion> = WORDS[fault.kind];
  return [words.name(fault, screwNames(setup)), words.strength(fault)].filter((part) => part !== '').join(', ');
}

export function suspicionWords(setup: Setup, suspicion: Suspicion): SuspicionWords {
  const words: FaultWords<Fault, Suspicion> = WORDS[suspicion.kind];
  const { test, signs, caution } = words;
  return { name: words.name(suspicion, screwNames(setup)), test, signs, caution };
}

function screwNames({ adjusters }: Setup): (id: string) => string {
  return (id) => adjusters.find((adjuster) => adjuster.id === id)?.label ?? id;
}

function percent(share: number): string {
  return `${Math.round(share * 100)} %`;
}

function number(value: number): string {
  return String(Math.round(value * 100) / 100);
}
