import { fittingOf, type Setup } from '../setup';
import { fromUnit } from '../units';
import type { Choice, Figure, Meaning, SheetQuantity } from './quantity';

const means = (says: string, redo: string, tells?: Meaning['tells']): Meaning => ({
  says,
  redo,
  ...(tells === undefined ? {} : { tells }),
});
const tells = (test: string, answer: string) => ({ test, answer });

function figure(id: string, name: string, facts: Omit<Figure, 'kind' | 'id' | 'name'>): Figure {
  return { kind: 'figure', id, name, ...facts };
}

/** Choices as `id: [text, meaning]`; the first is as it should be. */
function choice(
  id: string,
  name: string,
  facts: Omit<Choice, 'kind' | 'id' | 'name' | 'choices'> & {
    readonly right: string;
    /** What else it may be; with a meaning where that is not as it should be. */
    readonly wrong: Readonly<Record<string, readonly [text: string, meaning?: Meaning]>>;
  },
): Choice {
  const { right, wrong, ...rest } = facts;
  const others = Object.entries(wrong).map(([key, [text, meaning]]) => ({
    id: key,
    text,
    ...(meaning === undefined ? {} : { means: meaning }),
  }));
  return { kind: 'choice', id, name, ...rest, choices: [{ id: 'right', text: right }, ...others] };
}

const isPumped = (setup: Setup) => ['mechanicalPump', 'electricPump'].includes(fittingOf(setup).feed);
const isMarine = (setup: Setup) => fittingOf(setup).cooling === 'seaWater';
const hasTieRods = ({ adjusters }: Setup) => adjusters.some(({ kind }) => kind === 'tieRod');
const fourStroke = ({ engine }: Setup) => engine.strokes === 4;
const OTHER_JET = (which: string) =>
  means(
    `Another ${which} than its sisters: it meters otherwise throughout.`,
    'Fit the same in all, then mixture.',
    undefined,
  );
const JETS = { at: 'carburetor', units: ['stamp'], alike: 0.001 } as const;
/** kPa in one. */
const PSI = fromUnit(1, 'psi');

/**
 * Everything that the sheet measures. Bounds are `common practice, no source` unless a line says otherwise; what counts as alike is what the usual
 * instrument resolves (ours).
 */
export const QUANTITIES: readonly SheetQuantity[] = [
  // Take in
  figure('odometer', 'Odometer', { at: 'bank', units: ['km', 'mile'], alike: 1, needs: (setup) => !isMarine(setup) }),
  figure('engineHours', 'Engine hours', { at: 'bank', units: ['hour'], alike: 0.1, needs: isMarine }),
  figure('fuelAge', 'Age of the fuel', {
    at: 'bank',
    units: ['month'],
    alike: 0.5,
    spec: { low: 0, high: 3 },
    high: means(
      'Stale fuel lights badly and leaves gum.',
      'Drain tank and bowls, test on fresh fuel.',
      tells('lookAtFuel', 'stale'),
    ),
  }),
  choice('fuelKind', 'Kind of fuel', {
    at: 'bank',
    right: 'without alcohol',
    wrong: {
      e5: ['E5'],
      e10: ['E10'],
      unknown: ['not known', means('Nobody knows what is in it.', 'Test on known good fuel.')],
    },
  }),
  // Rule out the rest
  figure('compression', 'Compression', {
    at: 'cylinder',
    units: ['bar', 'psi', 'kpa'],
    alike: 20,
    alikeShare: 0.1,
    low: means(
      'It loses what its sisters hold: rings or a valve. No screw makes that good.',
      'Again with oil: does it rise?',
      tells('compression', 'low'),
    ),
    high: means('Higher than its sisters: carbon, or oil in the chamber.', 'Measure again, dry.'),
  }),
  figure('valveClearance', 'Valve clearance', {
    at: 'cylinder',
    units: ['mm', 'thou'],
    alike: 0.02e-3,
    needs: fourStroke,
    low: means('Tight: it leaks when hot.', 'Set it, then compression again.', tells('valveGap', 'tight')),
    high: means('Wide: it opens late and taps.', 'Set it.', tells('valveGap', 'tight')),
  }),
  figure('timing', 'Ignition timing at idle', {
    at: 'bank',
    units: ['degree'],
    alike: 1,
    low: means('Later than specified: hot and weak.', 'Set it before any mixture.', tells('timing', 'off')),
    high: means(
      'Earlier than specified: it pinks, and idles high.',
      'Set it before any mixture.',
      tells('timing', 'off'),
    ),
  }),
  figure('battery', 'Battery, at rest', {
    at: 'bank',
    units: ['volt'],
    alike: 0.1,
    spec: { low: 12.2, high: 13.2 },
    low: means('Weak: spark and sensor suffer.', 'Charge it first.'),
  }),
  choice('airFilter', 'Air filter', {
    at: 'bank',
    right: 'clean',
    wrong: {
      dirty: [
        'dirty',
        means('It runs rich, most at full throttle.', 'Wash and oil, or a new one.', tells('filterOff', 'better')),
      ],
    },
  }),
  choice('fuelFilter', 'Fuel filter', {
    at: 'bank',
    right: 'fitted and clean',
    wrong: {
      clogged: [
        'clogged',
        means(
          'The bowls fill too slowly under load.',
          'A new one; look where the dirt is from.',
          tells('lookAtFilter', 'clogged'),
        ),
      ],
      missing: [
        'none fitted',
        means(
          'Dirt goes to jets and needle valves.',
          'Fit one, then open the bowls.',
          tells('lookAtFilter', 'missing'),
        ),
      ],
    },
  }),
  choice('chokeBack', 'Choke', {
    at: 'bank',
    right: 'fully back and free',
    wrong: {
      on: [
        'one hangs on',
        means('Rich all the time.', 'Free play, plungers and flaps all the way back.', tells('chokeBack', 'on')),
      ],
    },
    needs: (setup) => fittingOf(setup).choke !== 'none',
  }),
  choice('returns', 'Throttle returns', {
    at: 'bank',
    right: 'snaps shut by itself',
    wrong: {
      drags: ['drags', means('No idle can be set.', 'Cable, spring and shaft first.', tells('returnFeel', 'drags'))],
    },
  }),
  choice('openPorts', 'Vacuum ports', {
    at: 'bank',
    right: 'all closed or hosed',
    wrong: {
      open: [
        'one is open',
        means('Air past the carburetor: lean, high idle.', 'Cap it.', tells('closePorts', 'calms')),
      ],
    },
  }),
  // Bench work
  figure('pilotJet', 'Pilot jet', {
    ...JETS,
    circuit: 'pilot',
    low: { ...OTHER_JET('pilot jet'), tells: tells('pilotLight', 'other') },
    high: { ...OTHER_JET('pilot jet'), tells: tells('pilotLight', 'other') },
  }),
  figure('transferJet', 'Transfer feed', {
    ...JETS,
    circuit: 'transfer',
    low: OTHER_JET('transfer feed'),
    high: OTHER_JET('transfer feed'),
  }),
  figure('secondaryMainJet', 'Secondary main jet', {
    ...JETS,
    circuit: 'secondaryMain',
    low: OTHER_JET('secondary main jet'),
    high: OTHER_JET('secondary main jet'),
  }),
  figure('mainJet', 'Main jet', {
    ...JETS,
    circuit: 'main',
    low: { ...OTHER_JET('main jet'), tells: tells('mainLight', 'other') },
    high: { ...OTHER_JET('main jet'), tells: tells('mainLight', 'other') },
  }),
  figure('airJet', 'Air corrector', {
    ...JETS,
    circuit: 'air',
    low: OTHER_JET('air corrector'),
    high: OTHER_JET('air corrector'),
  }),
  choice('light', 'Jets and passages', {
    at: 'carburetor',
    right: 'every one passes light',
    wrong: {
      cleaned: [
        'one was blocked, cleaned',
        means('It was starved there.', 'Hold it against the light again; soft wire, never a drill.'),
      ],
      pilot: [
        'pilot stays blocked',
        means('No idle fuel: its screw has nothing to set.', 'Strip it again.', tells('pilotLight', 'blocked')),
      ],
      main: ['main stays blocked', means('It fades under load.', 'Strip it again.', tells('mainLight', 'blocked'))],
    },
  }),
  figure('needleClip', 'Needle clip', {
    at: 'carburetor',
    units: ['fromTop'],
    alike: 0.001,
    circuit: 'needle',
    bodies: ['roundSlide', 'diaphragmSlide'],
    low: means(
      'Clip higher than its sisters’: its needle hangs lower, leaner at part throttle.',
      'Same groove in all; clip, washer and spacer in their order.',
    ),
    high: means(
      'Clip lower than its sisters’: its needle hangs higher, richer at part throttle.',
      'Same groove in all; clip, washer and spacer in their order.',
    ),
  }),
  figure('screwCount', 'Screw, counted in', {
    at: 'throat',
    units: ['turns'],
    alike: 0.51,
    low: means(
      'Nearer its seat than its sisters.',
      'Look for what makes it rich, or was it turned?',
      tells('countTurns', 'far'),
    ),
    high: means(
      'Further out than its sisters: it may be asking for fuel that does not come.',
      'Passage, slot or leak; or was it turned?',
      tells('countTurns', 'far'),
    ),
  }),
  figure('floatHeight', 'Float height', {
    at: 'carburetor',
    units: ['mm', 'inch', 'thou'],
    alike: 0.3e-3,
    low: means(
      'Measured from the gasket face: a smaller height closes later, its fuel stands higher.',
      'Bend the tang, measure again.',
      tells('fuelLevel', 'high'),
    ),
    high: means(
      'Measured from the gasket face: a larger height closes sooner, its fuel stands lower.',
      'Bend the tang, measure again.',
      tells('fuelLevel', 'low'),
    ),
  }),
  figure('needleDrop', 'Needle valve opens', {
    at: 'carburetor',
    units: ['mm', 'thou', 'inch'],
    alike: 0.4e-3,
    spec: { low: 0.4e-3, high: 1.2e-3 },
    low: means(
      'It hardly opens: the bowl fills slowly.',
      'Bend the drop tang, prove the flow at the open drain.',
      tells('openDrain', 'trickles'),
    ),
    high: means(
      'The float falls too far: the needle may tilt and jam open.',
      'Bend the drop tang, then the static test again.',
      tells('openBowl', 'sticks'),
    ),
  }),
  choice('needleValve', 'Needle and seat', {
    at: 'carburetor',
    right: 'no groove, tight seat',
    wrong: {
      worn: [
        'groove, or loose seat',
        means('It never closes wholly.', 'Needle and seat as a pair, float height again.', tells('openBowl', 'worn')),
      ],
      oring: [
        'hard O-ring',
        means(
          'Fuel goes round the seat; a new needle does not help.',
          'New O-ring, seat pressed home.',
          tells('openBowl', 'oring'),
        ),
      ],
      grit: [
        'grit',
        means(
          'One grain is enough; it comes back while the tank sheds.',
          'Clean it, and tank, hose and filter.',
          tells('openBowl', 'grit'),
        ),
      ],
    },
  }),
  choice('float', 'Float', {
    at: 'carburetor',
    right: 'dry inside, moves freely',
    wrong: {
      holed: [
        'fuel inside',
        means('Heavy: it closes late.', 'A new float, then its height.', tells('openBowl', 'holed')),
      ],
    },
  }),
  choice('diaphragm', 'Diaphragm', {
    at: 'carburetor',
    bodies: ['diaphragmSlide', 'diaphragmJet'],
    right: 'whole and seated',
    wrong: {
      torn: [
        'a hole or a fold',
        means(
          'The slide cannot be lifted: good at idle, strangled above.',
          'A new one, seated all round.',
          tells('lookAtDiaphragm', 'torn'),
        ),
      ],
    },
  }),
  figure('fallTime', 'Slide or piston falls in', {
    at: 'carburetor',
    units: ['second'],
    alike: 0.15,
    bodies: ['diaphragmSlide', 'liftingPiston', 'diaphragmJet'],
    low: means(
      'Falls faster than its sisters: its damper is low.',
      'Oil of the maker’s grade, to its level.',
      tells('liftPiston', 'quick'),
    ),
    high: means(
      'Falls slower than its sisters: it drags.',
      'Clean it dry, straighten needle and rod.',
      tells('liftPiston', 'drags'),
    ),
  }),
  choice('shaftPlay', 'Throttle shaft', {
    at: 'carburetor',
    right: 'no play',
    wrong: {
      loose: [
        'play that is felt',
        means(
          'Air past it, and another idle after every blip: no balance will hold.',
          'Re-bush first.',
          tells('shaftPlay', 'loose'),
        ),
      ],
    },
  }),
  // Base setting
  figure('feeler', 'Feeler at the stop', {
    at: 'carburetor',
    units: ['thou', 'mm'],
    alike: 0.02e-3,
    low: means('Closer than its sisters.', 'Back it off, bring it up again.'),
    high: means('Further off than its sisters.', 'Back it off, bring it up again.'),
  }),
  figure('stopTurns', 'Stop, turns in from touch', {
    at: 'carburetor',
    units: ['turns'],
    alike: 0.13,
    low: means('Less open than its sisters.', 'Set them alike: the balance begins from there.'),
    high: means('More open than its sisters.', 'Set them alike: the balance begins from there.'),
  }),
  figure('baseTurns', 'Mixture screw, set out from its seat', {
    at: 'throat',
    units: ['turns'],
    alike: 0.13,
    low: means('Nearer its seat than its sisters.', 'Base turns alike in all.'),
    high: means('Further out than its sisters.', 'Base turns alike in all.'),
  }),
  figure('tieRod', 'Tie rod, length', { at: 'bank', units: ['mm', 'inch'], alike: 0.5e-3, needs: hasTieRods }),
  choice('leverClear', 'Lever over its travel', {
    at: 'carburetor',
    right: 'clears its bracket',
    wrong: {
      touches: [
        'touches',
        means('Full throttle is not reached, or it does not come back.', 'Bend or file the bracket, then look again.'),
      ],
    },
  }),
  // Warm up and connect
  figure('fuelPressure', 'Fuel pressure, mean', {
    at: 'bank',
    units: ['psi', 'kpa', 'bar'],
    alike: 0.1 * PSI,
    needs: isPumped,
    low: means('Below what the bowls need.', 'Pump, filter, hose.', tells('fuelPressure', 'low')),
    high: means(
      'Above what the needle valves hold: they weep, most after a hot stop.',
      'A regulator, set below the limit.',
      tells('fuelPressure', 'high'),
    ),
  }),
  figure('fuelPeak', 'Fuel pressure, peak', {
    at: 'bank',
    units: ['psi', 'kpa', 'bar'],
    alike: 0.1 * PSI,
    needs: isPumped,
    high: means(
      'Its peaks lift the needle valves though the mean is right.',
      'A regulator.',
      tells('fuelPressure', 'high'),
    ),
  }),
  figure('sensorSupply', 'Sensor supply', {
    at: 'bank',
    units: ['volt'],
    alike: 0.1,
    spec: { low: 12, high: 15 },
    low: means('Below 12 V a wideband sensor reads wrong.', 'Feed it from the battery itself.'),
  }),
  // Mixture
  figure('mixtureTurns', 'Mixture screw, as it ended', {
    at: 'throat',
    units: ['turns'],
    alike: 0.76,
    low: means(
      'It ended a turn nearer its seat than its sisters: it is rich from elsewhere.',
      'Level, enricher, worn jet.',
      tells('countTurns', 'far'),
    ),
    high: means(
      'It ended a turn further out than its sisters: it asks for fuel that does not come.',
      'Passage, slot or leak.',
      tells('countTurns', 'far'),
    ),
  }),
  // Close up
  figure('finalIdle', 'Final idle, filters on', { at: 'bank', units: ['rpm'], alike: 20 }),
  choice('leaks', 'Leaks', {
    at: 'bank',
    right: 'dry everywhere',
    wrong: { fuel: ['fuel somewhere', means('It must not leave like this.', 'Find it, then look again.')] },
  }),
];

const byId: ReadonlyMap<string, SheetQuantity> = new Map(QUANTITIES.map((each) => [each.id, each]));

export function quantityOf(id: string): SheetQuantity | undefined {
  return byId.get(id);
}

/** Highest fuel pressure that the needle valves of a body hold, kPa. `common practice, no source`. */
export function pressureLimit(setup: Setup): number | undefined {
  const limits = fittingOf(setup).carburetors.flatMap(({ body }) => PRESSURE_LIMIT_PSI[body] ?? []);
  return limits.length === 0 ? undefined : Math.min(...limits) * PSI;
}

const PRESSURE_LIMIT_PSI: Readonly<Partial<Record<string, number>>> = {
  liftingPiston: 1.5,
  diaphragmJet: 1.5,
  sideDraught: 3.5,
  twoBarrel: 4,
  fourBarrel: 7,
};
