import { fittingOf, type Setup } from '../../setup';
import type { SheetQuantity } from '../quantity';
import { choice, figure, means, tells } from './table';

const isMarine = (setup: Setup) => fittingOf(setup).cooling === 'seaWater';
const fourStroke = ({ engine }: Setup) => engine.strokes === 4;

/** What is written while a machine is taken in, and the rest is ruled out. `common practice, no source`. */
export const BEFORE: readonly SheetQuantity[] = [
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
];
