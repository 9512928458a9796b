import { humidAirDensity, plateOpenArea } from '../air';
import { blendStoichiometry } from '../fuel';
import { carbonMonoxide } from '../instruments/exhaustGas';
import { kelvins, pascals, radiansFromDegrees } from '../units';
import type { Calculator, Input, Values } from './calculator';
import { asLengths, slotExposed, stopTurnsFor } from './lengths';
import { lifeLeft, onPetrolScale } from './mixtures';
import { headPressure, inEveryUnit, psiOf } from './pressures';

function input(id: string, label: string, facts: Omit<Input, 'id' | 'label'>): Input {
  return { id, label, ...facts };
}

/** An input that was checked before: missing would be our own mistake. */
function get(values: Values, id: string): number {
  const value = values[id];
  if (value === undefined) throw new Error(`No input ${id}`);
  return value;
}

const ICE_POINT = 273.15;
const density = (kPa: number, celsius: number, percent: number) =>
  humidAirDensity({ pressure: pascals(kPa * 1000), temperature: kelvins(celsius + ICE_POINT) }, percent / 100);
const PITCH = input('pitchMm', 'Pitch of the screw', { unit: 'mm', usual: 0.5, low: 0.1, high: 3 });

/** Everything that is worked out beside the work, each with its formula and source. */
export const CALCULATORS: readonly Calculator[] = [
  {
    id: 'pressure',
    name: 'Pressure in every unit',
    formula: 'depression = barometer − absolute pressure',
    source: 'NIST SP 811 (2008), B.8; mercury at 0 °C, water at 4 °C',
    limits: 'A gauge that reads vacuum shows the depression; one that reads absolute needs the barometer of the day.',
    inputs: [
      input('kPa', 'Depression', { unit: 'kPa', usual: 35, low: 0, high: 105 }),
      input('barometer', 'Barometer', { unit: 'kPa', usual: 101.3, low: 50, high: 110 }),
    ],
    steps: [],
    answer: (values) => [
      ...inEveryUnit(get(values, 'kPa')),
      { label: 'absolute', value: get(values, 'barometer') - get(values, 'kPa'), unit: 'kPa', decimals: 1 },
    ],
  },
  {
    id: 'fuelHead',
    name: 'Fuel head to pressure',
    formula: 'p = ρ g h',
    source: 'hydrostatics; g = 9.80665 m/s², NIST SP 811',
    limits: 'Fuel at rest. A pump is another matter: its peaks are above its mean.',
    inputs: [
      input('head', 'From the fuel’s surface to the needle valve', { unit: 'm', usual: 0.5, low: 0, high: 10 }),
      input('density', 'Density of the fuel', { unit: 'kg/m³', usual: 740, low: 600, high: 850 }),
    ],
    steps: ['staticFuel', 'fuelPressure', 'tapDodge'],
    answer(values) {
      const kPa = headPressure(get(values, 'head'), get(values, 'density'));
      return [
        { label: 'Pressure', value: kPa, unit: 'kPa', decimals: 2 },
        { label: 'the same', value: psiOf(kPa), unit: 'psi', decimals: 2 },
      ];
    },
  },
  {
    id: 'floatHeight',
    name: 'Float height in mm, inches and thousandths',
    formula: '1 in = 25.4 mm = 1000 thou',
    source: 'exact by definition',
    limits: 'The fraction is to the nearest 64th.',
    inputs: [input('mm', 'Length', { unit: 'mm', usual: 26.2, low: 0, high: 200 })],
    steps: ['floatHeight', 'needleDrop'],
    answer(values) {
      const { inches, thou } = asLengths(get(values, 'mm'));
      return [
        { label: 'as a fraction', value: inches, unit: 'in', decimals: 3, fraction: true },
        { label: 'in inches', value: inches, unit: 'in', decimals: 3 },
        { label: 'in thousandths', value: thou, unit: 'thou', decimals: 0 },
      ];
    },
  },
  {
    id: 'slot',
    name: 'Transfer slot and the stop',
    formula: 'x = D/2 (sin β − sin α), turns = L (β − α) / P',
    source: 'geometry of a plate in its bore and a screw on its lever',
    limits:
      'The slot begins at the closed plate’s edge; the screw pushes square. 1 mm shown is right, 1.7 mm costs the screw its say (common practice, no source).',
    inputs: [
      input('boreMm', 'Bore', { unit: 'mm', usual: 38, low: 10, high: 120 }),
      input('closedDeg', 'Angle of the closed plate', { unit: '°', usual: 5, low: 0, high: 30 }),
      input('exposedMm', 'Slot to be shown', { unit: 'mm', usual: 1, low: 0, high: 8 }),
      PITCH,
      input('leverMm', 'Lever, shaft to screw', { unit: 'mm', usual: 45, low: 3, high: 300 }),
    ],
    steps: ['stopTurns', 'feeler'],
    answer(values) {
      const bore = get(values, 'boreMm');
      const closed = get(values, 'closedDeg');
      const turns = stopTurnsFor(get(values, 'exposedMm'), {
        boreMm: bore,
        closedDeg: closed,
        pitchMm: get(values, 'pitchMm'),
        leverMm: get(values, 'leverMm'),
      });
      return [
        { label: 'Turns in from closed', value: turns, unit: 'turns', decimals: 2 },
        { label: 'One degree shows', value: slotExposed(bore, closed, closed + 1), unit: 'mm', decimals: 2 },
      ];
    },
  },
  {
    id: 'extraHole',
    name: 'A hole in each plate',
    formula: 'A = n π d²/4, compared with π D²/4 (1 − cos β / cos α)',
    source: 'geometry; open area of a plate: Heywood (1988), eq. 7.18',
    limits:
      'The last resort of an engine with a low idle vacuum. All plates alike, from 1.8 mm (0.070 in) in small steps (common practice, no source).',
    caution: 'A hole cannot be undone. First: advance, bypass screw, stops.',
    inputs: [
      input('holeMm', 'Hole', { unit: 'mm', usual: 1.8, low: 0.3, high: 6 }),
      input('holes', 'Holes in a plate', { unit: '', usual: 1, low: 1, high: 4 }),
      input('boreMm', 'Bore', { unit: 'mm', usual: 40, low: 10, high: 120 }),
      input('closedDeg', 'Angle of the closed plate', { unit: '°', usual: 8, low: 0, high: 30 }),
    ],
    steps: [],
    answer(values) {
      const area = (get(values, 'holes') * Math.PI * get(values, 'holeMm') ** 2) / 4;
      const closed = get(values, 'closedDeg');
      const open = (deg: number) =>
        1e6 * plateOpenArea(get(values, 'boreMm') / 1000, radiansFromDegrees(closed + deg), radiansFromDegrees(closed));
      // The opening that lets as much air by: found by halving, for the area grows with the angle.
      let [low, high] = [0, 60];
      for (let i = 0; i < 50; i += 1) {
        const middle = (low + high) / 2;
        if (open(middle) < area) low = middle;
        else high = middle;
      }
      return [
        { label: 'Open area', value: area, unit: 'mm²', decimals: 2 },
        { label: 'As much as the plate opened by', value: low, unit: '°', decimals: 2 },
      ];
    },
  },
  {
    id: 'screwTravel',
    name: 'Travel of a screw',
    formula: 'travel = turns × pitch',
    source: 'ISO 261 coarse pitches: M3 0.5, M4 0.7, M5 0.8, M6 1; ASME B1.1: 1 in / threads',
    limits: 'What the tip travels, not what the throttle does.',
    inputs: [input('turns', 'Turns', { unit: 'turns', usual: 0.25, low: 0, high: 20 }), PITCH],
    steps: ['baseTurns', 'feeler'],
    answer(values) {
      const mm = get(values, 'turns') * get(values, 'pitchMm');
      return [
        { label: 'Travel', value: mm, unit: 'mm', decimals: 3 },
        { label: 'the same', value: asLengths(mm).thou, unit: 'thou', decimals: 1 },
      ];
    },
  },
  {
    id: 'density',
    name: 'Density of the air, and the jet for it',
    formula: 'λ ∝ √ρ at the same jet; d₂ = d₁ (ρ₂/ρ₁)^¼, flow number ∝ √ρ',
    source: 'density: CIPM-2007 (Metrologia 45 (2008) 149); jet: Bernoulli’s law for air and fuel',
    limits:
      'For a jet that meters alone, at full load. At part throttle needle and pilot share the work; carburetors do not correct for density.',
    inputs: [
      input('kPa', 'Barometer today', { unit: 'kPa', usual: 95, low: 60, high: 110 }),
      input('celsius', 'Temperature', { unit: '°C', usual: 25, low: -30, high: 50 }),
      input('percent', 'Humidity', { unit: '%', usual: 50, low: 0, high: 100 }),
      input('kPaThen', 'Barometer it was set at', { unit: 'kPa', usual: 101.3, low: 60, high: 110 }),
      input('celsiusThen', 'Temperature then', { unit: '°C', usual: 15, low: -30, high: 50 }),
      input('jet', 'Jet fitted', { unit: 'stamp', usual: 112, low: 10, high: 400 }),
    ],
    steps: ['mainJet'],
    answer(values) {
      const now = density(get(values, 'kPa'), get(values, 'celsius'), get(values, 'percent'));
      const then = density(get(values, 'kPaThen'), get(values, 'celsiusThen'), get(values, 'percent'));
      const jet = get(values, 'jet');
      return [
        { label: 'Density', value: now, unit: 'kg/m³', decimals: 3 },
        { label: 'of what it was', value: (100 * now) / then, unit: '%', decimals: 1 },
        { label: 'Jet stamped by bore', value: jet * (now / then) ** 0.25, unit: 'stamp', decimals: 1 },
        { label: 'Jet stamped by flow', value: jet * Math.sqrt(now / then), unit: 'stamp', decimals: 1 },
      ];
    },
  },
  {
    id: 'lambda',
    name: 'Lambda, air/fuel ratio and CO',
    formula: 'AFR = λ × stoichiometric; (34.56 (4 + y − 2z)) / (12.011 + 1.008 y + 15.999 z)',
    source: 'Heywood (1988), eq. 3.7; CO near idle: common practice, no source',
    limits:
      'A gauge that is scaled for petrol knows lambda only: multiply by the fuel’s own ratio. CO says nothing on the lean side.',
    inputs: [
      input('lambda', 'Lambda', { unit: '', usual: 0.95, low: 0.6, high: 1.6 }),
      input('ethanol', 'Ethanol in the fuel', { unit: '% vol', usual: 10, low: 0, high: 100 }),
      input('methanol', 'Methanol in the fuel', { unit: '% vol', usual: 0, low: 0, high: 100 }),
    ],
    steps: ['freeAir', 'sensorSupply'],
    refuse: (values) =>
      get(values, 'ethanol') + get(values, 'methanol') > 100
        ? 'Ethanol and methanol together are more than the whole fuel.'
        : undefined,
    answer(values) {
      const lambda = get(values, 'lambda');
      const ratio = blendStoichiometry({
        ethanol: get(values, 'ethanol') / 100,
        methanol: get(values, 'methanol') / 100,
      });
      return [
        { label: 'This fuel burns completely at', value: ratio, unit: ': 1', decimals: 2 },
        { label: 'Air/fuel ratio', value: lambda * ratio, unit: ': 1', decimals: 2 },
        { label: 'on a gauge scaled for petrol', value: onPetrolScale(lambda), unit: ': 1', decimals: 2 },
        { label: 'CO', value: carbonMonoxide(lambda), unit: '%', decimals: 1 },
      ];
    },
  },
  {
    id: 'richCost',
    name: 'What running rich costs',
    formula: 'fuel: 1/λ − 1; engine: price ÷ life × (1/share of life left − 1)',
    source: 'common practice, no source; the shares of life are ours, and wide',
    limits: 'Wear at cruise, where nearly all the time is spent. A range, for nobody has measured it on your engine.',
    inputs: [
      input('lambda', 'Lambda at cruise', { unit: '', usual: 0.88, low: 0.7, high: 1.1 }),
      input('litres', 'Fuel used, a year', { unit: 'l', usual: 400, low: 0, high: 100_000 }),
      input('price', 'Price of the fuel', { unit: 'a litre', usual: 1.8, low: 0, high: 100 }),
      input('engine', 'Price of the engine’s overhaul', { unit: '', usual: 3000, low: 0, high: 1e6 }),
      input('years', 'Its life at lambda 1', { unit: 'years', usual: 20, low: 1, high: 100 }),
    ],
    steps: [],
    answer(values) {
      const lambda = get(values, 'lambda');
      // Of the fuel that is used now, what lambda 1 would have left in the tank.
      const wasted = Math.max(0, 1 - lambda) * get(values, 'litres');
      const { low, high } = lifeLeft(lambda);
      const yearly = get(values, 'engine') / get(values, 'years');
      return [
        { label: 'Extra fuel over what is needed', value: 100 * Math.max(0, 1 / lambda - 1), unit: '%', decimals: 0 },
        { label: 'Fuel wasted, a year', value: wasted * get(values, 'price'), unit: '', decimals: 0 },
        { label: 'Engine, a year, at least', value: yearly * (1 / high - 1), unit: '', decimals: 0 },
        { label: 'and at most', value: yearly * (1 / low - 1), unit: '', decimals: 0 },
      ];
    },
  },
];

/** Calculators that a step of the sheet needs. */
export function calculatorsFor(step: string): readonly Calculator[] {
  return CALCULATORS.filter(({ steps }) => steps.includes(step));
}
