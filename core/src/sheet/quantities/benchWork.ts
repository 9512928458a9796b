import { fromUnit } from '../../units';
import type { SheetQuantity } from '../quantity';
import { choice, figure, means, tells } from './table';

const OTHER_JET = (which: string) =>
  means(
    `Another ${which} than its sisters: it meters otherwise throughout.`,
    'Fit the same in all, then mixture.',
    undefined,
  );
const JETS = { at: 'carburetor', units: ['stamp'], alike: 0.001 } as const;

/** What is measured of each carburetor on the bench. `common practice, no source`. */
export const BENCH_WORK: readonly SheetQuantity[] = [
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
  figure('needlePressure', 'Needle valve holds', {
    at: 'inlet',
    units: ['psi', 'kpa'],
    alike: fromUnit(0.3, 'psi'),
    low: means('Holds less than the others.', 'Needle, seat and O-ring there; then the static test.'),
  }),
];
