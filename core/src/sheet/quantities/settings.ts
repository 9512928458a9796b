import { fittingOf, type Setup } from '../../setup';
import { fromUnit } from '../../units';
import type { SheetQuantity } from '../quantity';
import { choice, figure, means, tells } from './table';

const isPumped = (setup: Setup) => ['mechanicalPump', 'electricPump'].includes(fittingOf(setup).feed);
const hasTieRods = ({ adjusters }: Setup) => adjusters.some(({ kind }) => kind === 'tieRod');
/** kPa in one. */
const PSI = fromUnit(1, 'psi');

/** What is set, and read once it runs. `common practice, no source`. */
export const SETTINGS: readonly SheetQuantity[] = [
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
