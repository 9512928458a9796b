import type { Bare } from '@amber-needle/core/job';
import { cautionStep, readTyped } from '@amber-needle/core/sheet';
import { fromUnit, type MeasureUnit } from '@amber-needle/core/units';

/** What was written on the sheets of the demo's jobs. Invented, as are the machines. */

type What = readonly [quantity: string, unit: MeasureUnit];

/** A row of figures as typed, place by place; an empty place is the whole bank. */
function row([quantity, unit]: What, places: readonly string[], typed: readonly string[]): readonly Bare[] {
  return typed.map((text, i) => {
    const read = readTyped(text);
    if (read.outcome === 'unreadable') throw new Error(`${quantity}: ${read.reason}`);
    return {
      kind: 'measured',
      quantity,
      ...at(places[i] ?? ''),
      when: 'found',
      typed: text,
      result: { is: 'figure', value: fromUnit(read.value, unit), unit },
    };
  });
}

/** What one place was set to afterwards. */
function set(what: What, place: string, typed: string): readonly Bare[] {
  return row(what, [place], [typed]).map((event) => (event.kind === 'measured' ? { ...event, when: 'set' } : event));
}

function choices(
  quantity: string,
  [choice, typed]: readonly [string, string],
  places: readonly string[],
): readonly Bare[] {
  return places.map((place) => ({
    kind: 'measured',
    quantity,
    ...at(place),
    when: 'found',
    typed,
    result: { is: 'choice', choice },
  }));
}

const at = (place: string) => (place === '' ? {} : { place });

const done = (step: string, ...places: readonly string[]): readonly Bare[] =>
  (places.length === 0 ? [undefined] : places).map((place) => ({
    kind: 'stepDone',
    step,
    ...(place === undefined ? {} : { place }),
  }));
const skipped = (step: string, reason: string): readonly Bare[] => [{ kind: 'stepSkipped', step, reason }];
const read = (...cautions: readonly Parameters<typeof cautionStep>[0][]): readonly Bare[] =>
  cautions.flatMap((each) => done(cautionStep(each)));

const FOUR = ['No. 1', 'No. 2', 'No. 3', 'No. 4'];
const TAKEN_IN: readonly Bare[] = [
  ...done('photographed'),
  ...done('before'),
  ...row(['fuelAge', 'month'], [''], ['7']),
  ...choices('fuelKind', ['e10', 'E10'], ['']),
];
const RULED_OUT: readonly Bare[] = [
  ...read('heat', 'fuel', 'exhaust', 'moving'),
  ...row(['battery', 'volt'], [''], ['12.6']),
  ...choices('airFilter', ['right', 'clean'], ['']),
  ...choices('fuelFilter', ['right', 'fitted and clean'], ['']),
  ...done('tankVent'),
  ...choices('openPorts', ['right', 'all closed or hosed'], ['']),
  ...choices('chokeBack', ['right', 'fully back and free'], ['']),
  ...choices('returns', ['right', 'snaps shut by itself'], ['']),
];

/** In the middle of bench work: one pilot jet is another, one float falls too far. */
export const ODD_JET: readonly Bare[] = [
  ...TAKEN_IN,
  ...row(['odometer', 'km'], [''], ['41230']),
  ...RULED_OUT,
  ...row(['compression', 'bar'], ['1', '2', '3', '4'], ['12.1', '11.9', '12.2', '12']),
  ...skipped('valveClearance', 'done at the last service'),
  ...skipped('timing', 'fixed by the maker'),
  ...read('air'),
  ...row(['screwCount', 'turns'], ['1', '2', '3', '4'], ['1 1/2', '1 3/4', '1 1/2', '3']),
  ...row(['pilotJet', 'stamp'], FOUR, ['32.5', '32.5', '35', '32.5']),
  ...row(['mainJet', 'stamp'], FOUR, ['112', '112', '112', '112']),
  ...choices('light', ['right', 'every one passes light'], FOUR),
  ...row(['needleClip', 'fromTop'], FOUR, ['3', '3', '3', '2']),
  ...row(['needleDrop', 'mm'], FOUR, ['0.8', '0.8', '2.6', '0.9']),
  ...row(['floatHeight', 'mm'], ['No. 1', 'No. 2'], ['26.2', '26.2']),
];

const TWO = ['Left', 'Right'];
const BEGUN = '2026-11-24T10:02:00.000Z';
const LATER = '2026-11-24T11:40:00.000Z';
const staticTest = (place: string, ...whats: readonly Extract<Bare, { kind: 'timed' }>['what'][]): readonly Bare[] =>
  whats.map((what) => ({ kind: 'timed', test: 'staticFuel', place, what }));

/** A static test that failed at one inlet, was mended, and passed. */
export const FLOODED: readonly Bare[] = [
  ...TAKEN_IN,
  ...row(['odometer', 'km'], [''], ['18760']),
  ...RULED_OUT,
  ...row(['compression', 'bar'], ['1', '2'], ['9.8', '9.6']),
  ...skipped('timing', 'fixed by the maker'),
  ...read('air'),
  ...row(['screwCount', 'turns'], ['1', '2'], ['1 1/2', '1 1/2']),
  ...row(['pilotJet', 'stamp'], TWO, ['30', '30']),
  ...row(['mainJet', 'stamp'], TWO, ['95', '95']),
  ...choices('light', ['right', 'every one passes light'], TWO),
  ...row(['needleClip', 'fromTop'], TWO, ['2', '2']),
  ...row(['floatHeight', 'mm'], TWO, ['21', '21.1']),
  ...row(['needleDrop', 'mm'], TWO, ['0.8', '0.9']),
  ...choices('needleValve', ['right', 'no groove, tight seat'], TWO),
  ...choices('float', ['right', 'dry inside, moves freely'], TWO),
  ...choices('shaftPlay', ['right', 'no play'], TWO),
  ...row(['needlePressure', 'psi'], ['Inlet Left', 'Inlet Right'], ['1', '1']),
  ...staticTest('Inlet Left', { is: 'started', serverAt: BEGUN }, { is: 'ended', outcome: 'passed', afterS: 302 }),
  ...staticTest(
    'Inlet Right',
    { is: 'started', serverAt: BEGUN },
    { is: 'marked', mark: 'overflow', afterS: 8, place: 'Right' },
    { is: 'ended', outcome: 'failed', afterS: 11 },
  ),
  ...choices('needleValve', ['grit', 'grit'], ['Right']),
  {
    kind: 'measured',
    quantity: 'needleValve',
    place: 'Right',
    when: 'set',
    typed: 'no groove, tight seat',
    result: { is: 'choice', choice: 'right' },
  },
  ...set(['floatHeight', 'mm'], 'Right', '21'),
  ...set(['needleDrop', 'mm'], 'Right', '0.8'),
  ...choices('float', ['right', 'dry inside, moves freely'], ['Right']),
  { kind: 'note', text: 'Right: one grain of rust under the needle. Tank rinsed, new filter.' },
  ...staticTest('Inlet Right', { is: 'started', serverAt: LATER }, { is: 'ended', outcome: 'passed', afterS: 305 }),
];

/** An outboard that is balanced, closed up, and waits for the morning. */
export const BEFORE_COLD_START: readonly Bare[] = [
  { kind: 'visit', visit: 'balance' },
  ...done('before'),
  ...row(['engineHours', 'hour'], [''], ['612']),
  ...row(['fuelAge', 'month'], [''], ['1']),
  ...choices('airFilter', ['right', 'clean'], ['']),
  ...choices('openPorts', ['right', 'all closed or hosed'], ['']),
  ...choices('chokeBack', ['right', 'fully back and free'], ['']),
  ...choices('returns', ['right', 'snaps shut by itself'], ['']),
  ...read('water'),
  ...done('water'),
  { kind: 'timed', test: 'warm', what: { is: 'started', serverAt: '2026-11-25T13:05:00.000Z' } },
  { kind: 'timed', test: 'warm', what: { is: 'ended', outcome: 'recorded', afterS: 540 } },
  ...done('connected'),
  { kind: 'timed', test: 'throttleReturn', what: { is: 'started', serverAt: '2026-11-25T13:20:00.000Z' } },
  ...[905, 900, 910, 900, 905].map(
    (value, i): Bare => ({
      kind: 'timed',
      test: 'throttleReturn',
      what: { is: 'marked', mark: 'speed', afterS: 12 * (i + 1), value },
    }),
  ),
  { kind: 'timed', test: 'throttleReturn', what: { is: 'ended', outcome: 'passed', afterS: 64 } },
  ...done('filtersOn'),
  ...row(['finalIdle', 'rpm'], [''], ['880']),
  ...done('hosesRight'),
  ...done('capped'),
  ...choices('leaks', ['right', 'dry everywhere'], ['']),
  { kind: 'appointment', for: 'coldStart', on: '2026-11-27T07:00:00.000Z' },
  { kind: 'appointment', for: 'shakeDown', on: '2026-12-10T07:00:00.000Z', afterHours: 10 },
];
