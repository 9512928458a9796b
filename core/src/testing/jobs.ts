import fc from 'fast-check';
import { seededRandom } from '../basics';
import { type Bare, closingEvent, decide, type EventOf, type JobEvent } from '../job';
import { type Setup, twinWithTwoStops } from '../setup';

/** An event id that differs for each number. */
export function idOf(n: number): string {
  return `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`;
}

const AT = '2026-01-01T00:00:00.000Z';

/** Appends to a log; a refusal is an error of the test. */
export function append(events: readonly JobEvent[], event: Bare): readonly JobEvent[] {
  const decision = decide(events, { ...event, id: idOf(events.length + 1), at: AT });
  if (decision.outcome === 'refused') throw new Error(decision.refusal);
  return [...events, decision.event];
}

export const opened: readonly JobEvent[] = append([], {
  kind: 'opened',
  machine: 'Test twin',
  complaint: '',
  setup: twinWithTwoStops,
});

export interface ReadingFacts {
  /** One for each throat, named 1, 2, ... */
  readonly kPa: readonly number[];
  readonly rpm?: number;
  readonly uncertaintyKPa?: number;
}

export function reading({ kPa, rpm = 1050, uncertaintyKPa = 0.05 }: ReadingFacts): Bare<EventOf<'reading'>> {
  return {
    kind: 'reading',
    source: 'program',
    durationS: 8,
    barometerKPa: 101.325,
    channels: kPa.map((depressionKPa, i) => ({
      throat: String(i + 1),
      depressionKPa,
      uncertaintyKPa,
      state: 'steady',
    })),
    speed: { rpm, uncertaintyRpm: 2, from: 'pulses' },
  };
}

/** Two throats read with one gauge that went round: half a minute for each, and no drift. */
export function round(first: number, second: number): Bare<EventOf<'reading'>> {
  const stop = (throat: string, depressionKPa: number, atS: number) => ({
    throat,
    depressionKPa,
    uncertaintyKPa: 0.05,
    atS,
  });
  return {
    ...reading({ kPa: [first, second] }),
    round: [stop('1', first, 0), stop('2', second, 30), stop('1', first, 60)],
  };
}

export function zero(...offsets: readonly number[]): Bare {
  const channels = offsets.map((offsetKPa, i) => ({ throat: String(i + 1), offsetKPa, uncertaintyKPa: 0.005 }));
  return { kind: 'check', check: { what: 'gaugesZeroed', channels } };
}

/** The throttle was opened for a moment, nothing turned. */
export const blipped: Bare = { kind: 'check', check: { what: 'blipped' } };

/** What the job is read with, and what was learned of its first gauge. */
export function instrument(classPercent?: number, slope?: number): Bare {
  const learned = {
    throat: '1',
    offsetKPa: 0.1,
    offsetUncertaintyKPa: 0.05,
    slope: slope ?? 0,
    slopeUncertainty: 0.001,
    on: AT,
  };
  return {
    kind: 'instrument',
    instrument: idOf(7),
    name: 'Old pair',
    what: 'gaugeSet',
    ...(classPercent === undefined ? {} : { classPercent }),
    learned: slope === undefined ? [] : [learned],
  };
}

/** All hoses on one throat: what each gauge shows of it. */
export function match(...shown: readonly number[]): Bare {
  const channels = shown.map((shownKPa, i) => ({ throat: String(i + 1), shownKPa, uncertaintyKPa: 0.005 }));
  return { kind: 'check', check: { what: 'gaugesMatched', channels } };
}

/** A meter on one mouth after the other. */
export function airflow(...shown: readonly number[]): Bare {
  return {
    kind: 'airflow',
    throats: shown.map((figure, i) => ({ throat: String(i + 1), shown: figure, uncertainty: 0.1 })),
    rpm: 760,
  };
}

export function move(adjuster: string, turns: number): Bare {
  return { kind: 'move', adjuster, turns };
}

/** With a mixture screw, which the twin as it ships has not. */
const SLOWER_TWIN: Setup = {
  ...twinWithTwoStops,
  targets: { ...twinWithTwoStops.targets, idleRpm: 950 },
  adjusters: [
    ...twinWithTwoStops.adjusters,
    {
      id: 'M1',
      label: 'Fuel screw 1',
      kind: 'fuelScrew',
      acts: [{ throat: '1', turnedIn: 'leaner' }],
      pitchMm: 0.75,
      leverMm: 10,
      range: { outTurns: 4, inTurns: 2 },
      seenFrom: 'below',
    },
  ],
};
/** Fits a log only as long as its knob was not turned. */
const TWIN_WITHOUT_KNOB = {
  ...twinWithTwoStops,
  adjusters: twinWithTwoStops.adjusters.filter(({ id }) => id !== 'K'),
};

/** Any log that may be: proposals of every kind, those refused left out, undos of anything included. */
export const logs: fc.Arbitrary<readonly JobEvent[]> = fc
  .tuple(fc.nat(), fc.integer({ min: 0, max: 25 }))
  .map(([seed, length]) => stormLog(seed, length));

function stormLog(seed: number, length: number): readonly JobEvent[] {
  const random = seededRandom(seed);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random.uniform() * items.length)] ?? (items[0] as T);
  const proposal = (events: readonly JobEvent[]): Bare =>
    pick<() => Bare>([
      () =>
        reading({ kPa: [35 + 10 * random.uniform(), 35 + 10 * random.uniform()], rpm: 900 + 400 * random.uniform() }),
      () => airflow(8 + random.uniform(), 8 + random.uniform()),
      () => move(pick(['A', 'B', 'K', 'nonsense']), (Math.floor(random.uniform() * 33) - 16) / 16),
      () => zero(random.normal() / 3, random.normal() / 3),
      () => match(44 + random.normal() / 5, 44 + random.normal() / 5),
      () => ({
        kind: 'reach',
        adjuster: pick(['A', 'K', 'nonsense']),
        state: pick(['outOfReach', 'withinReach'] as const),
      }),
      () => ({
        kind: 'verdict',
        suspicion: { kind: 'wornShaft', throat: pick(['1', '2', 'nonsense']) },
        verdict: pick(['dismissed', 'mended', 'stays'] as const),
      }),
      () => instrument(pick([undefined, 0.5, 2.5])),
      () => ({ kind: 'stalled', seen: pick(['byPerson', 'bySignal'] as const) }),
      () => ({ kind: 'check', check: { what: 'offIdleSkipped' } }),
      () => ({ kind: 'stage', stage: pick(['idle', 'offIdle'] as const) }),
      () => ({ kind: 'observed', observation: pick(['puddle', 'nonsense']), place: pick(['1', '7']), seen: true }),
      () => ({ kind: 'tested', test: 'fiveBlips', place: '2', answer: pick(['alike', 'scatter', 'nonsense']) }),
      () => ({
        kind: 'exchanged',
        what: pick(['plugs', 'nonsense']),
        places: ['1', pick(['1', '2'])],
        outcome: 'followed',
      }),
      () => ({ kind: 'cured', cause: pick(['flooding', 'nonsense']), place: '1' }),
      () => ({ kind: 'visit', visit: pick(['full', 'balance', 'fault'] as const) }),
      () => ({
        kind: 'measured',
        quantity: pick(['floatHeight', 'compression', 'nonsense']),
        place: pick(['Left', '1', 'nonsense']),
        when: pick(['found', 'set'] as const),
        typed: '26.2',
        result: { is: 'figure', value: 0.0262, unit: pick(['mm', 'bar'] as const) },
      }),
      () => ({ kind: 'stepDone', step: pick(['primed', 'caution-fuel', 'nonsense']) }),
      () => ({ kind: 'stepSkipped', step: pick(['timing', 'nonsense']), reason: 'no light' }),
      () => ({ kind: 'timed', test: 'staticFuel', place: 'Inlet', what: { is: 'started', serverAt: AT } }),
      () => ({ kind: 'photo', hash: 'a'.repeat(64), when: 'found', step: pick(['photographed', 'nonsense']) }),
      () => ({ kind: 'part', name: 'bowl gasket', count: 2, state: pick(['toGet', 'fitted'] as const) }),
      () => ({ kind: 'cameOff', what: 'choke link' }),
      () => ({ kind: 'appointment', for: 'coldStart', on: AT }),
      () => ({
        kind: 'mixturePlan',
        instruments: ['colour'],
        rule: { by: 'colour' },
        fuel: { ethanol: 0.1, methanol: pick([0, 1]) },
        ignition: 'modest',
        order: 'mixtureOnly',
      }),
      () => ({
        kind: 'mixtureSeen',
        seen: { how: 'colour', cylinder: pick(['1', 'nonsense']), colour: 'pale', when: 'idle' },
      }),
      () => ({ kind: 'responded', answer: { by: 'tachometer', rpm: 1000 + 50 * random.normal() } }),
      () => ({
        kind: 'rideLogged',
        hash: 'b'.repeat(64),
        name: 'run.csv',
        description: {
          separator: ',',
          heading: 't,lambda',
          columns: [
            { is: 'time', scale: 's' },
            { is: 'lambda', sensor: 1, scale: 'lambda' },
          ],
        },
        sensors: [{ sensor: 1, cylinders: [pick(['1', 'nonsense'])] }],
        seconds: 50,
        stepS: 0.05,
      }),
      () => ({
        kind: 'rideRead',
        ride: pick(events).id,
        stretches: [],
        sensors: [{ sensor: 1, units: [{ regime: 'idle', lambda: 0.9 + 0.1 * random.uniform(), seconds: 10, at: 5 }] }],
      }),
      () => ({ kind: 'roadPlan', bands: [{ regime: 'idle', low: 0.9, high: pick([0.8, 1]) }] }),
      () => ({
        kind: 'roadChange',
        part: 'mainJet',
        unit: 'size',
        steps: 1,
        cylinders: [pick(['1', 'nonsense'])],
        isEveryCylinder: false,
        expected: [],
      }),
      () => ({ kind: 'note', text: 'seen' }),
      () => ({ kind: 'complaintEdited', complaint: 'Shakes at idle, when cold.' }),
      () => ({ kind: 'coupled', coupling: 'C', state: pick(['clamped', 'loosened'] as const) }),
      () => ({ kind: 'undone', event: pick(events).id }),
      () => ({ kind: 'undone', event: pick(events).id }),
      () => ({ kind: 'finished', outcome: 'leftAsIs', probability: 0.5 }),
      () => ({ kind: 'closed' }),
      () => ({ kind: 'undone', event: closingEvent(events)?.id ?? pick(events).id }),
      () => ({ kind: 'setupCorrected', setup: pick([twinWithTwoStops, SLOWER_TWIN, TWIN_WITHOUT_KNOB]) }),
    ])();
  let events = opened;
  for (let i = 0; i < length; i += 1) {
    const decision = decide(events, { ...proposal(events), id: idOf(i + 100), at: AT });
    if (decision.outcome === 'accepted') events = [...events, decision.event];
  }
  return events;
}
