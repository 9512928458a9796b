import type { Advice } from '@amber-needle/core/advice';
import type { Job } from '@amber-needle/core/job';
import { type CircuitStand, type MixtureStep, mixtureScrews } from '@amber-needle/core/mixture';
import { isStepped } from '@amber-needle/core/setup';
import { type Shown, withUnitIn } from '@/words/deviceUnit';
import { lambdaDoubt } from '@/words/mixtureWords';
import { numeral, percent, THIN, withUnit } from '@/words/numbers';
import { turnText } from '@/words/turns';
import type { SayLine } from '../view/lookLines';

type MixtureAdvice = Extract<Advice, { kind: 'mixture' }>;

const OUTDOORS = 'Exhaust outdoors or into extraction. Pipes and plugs are hot.';
const FUEL = 'Bowl off over a tray, no flame, hot parts cool; wipe up.';
const LEAD = 'Ignition off while a plug is changed; high voltage at an open lead.';

/** The next step on the mixture in words. */
export function mixtureLine(job: Job, { step, stands }: MixtureAdvice): SayLine {
  switch (step.do) {
    case 'count':
      return {
        subject: labelOf(job, step.adjuster),
        order: 'count it in',
        expect: [
          'Engine off and cool. Turn it in until it just touches, counting; no force. Then back out by the same.',
          'Where a screw stands from its seat is where to come back to.',
        ],
      };
    case 'freeAir':
      return {
        subject: step.places.length > 1 ? `Sensor ${step.places[0] ?? ''}` : 'The sensor',
        order: 'hold it in free air',
        expect: [
          `A good one shows 20.9${THIN}±${THIN}0.4${THIN}% oxygen, with 12${THIN}V or more at its plug. It is hot.`,
        ],
      };
    case 'look':
      return lookLine(job, step);
    case 'turn':
      return turnLine(job, step, stands);
  }
}

function labelOf(job: Job, adjuster: string): string {
  return job.setup.adjusters.find(({ id }) => id === adjuster)?.label ?? adjuster;
}

function lookLine({ setup }: Job, step: Extract<MixtureStep, { do: 'look' }>): SayLine {
  const [place = ''] = step.places;
  const settle =
    step.purpose === 'afterTurn'
      ? ['Blip once to clear it, let it settle, then look.']
      : ['Clear it with a blip first.'];
  switch (step.instrument) {
    case 'sensor':
      return {
        subject:
          step.places.length > 1
            ? 'All sensors'
            : place === 'collector'
              ? 'Sensor, collector'
              : `Sensor, exhaust ${place}`,
        order: 'read lambda',
        expect: [...settle, place === 'collector' ? 'It shows the mean of all, and no cylinder.' : OUTDOORS],
      };
    case 'co':
      return {
        subject: `CO, exhaust ${place}`,
        order: 'read the meter',
        expect: [...settle, `Wait half a minute. ${OUTDOORS}`],
      };
    case 'colour':
      return {
        subject: `Flame, cylinder ${place}`,
        order: 'name its colour',
        expect: [...settle, `Look for two seconds. ${LEAD}`],
      };
    case 'lift':
      return {
        subject: `Piston, throat ${place}`,
        order: 'lift it 0.8 mm and listen',
        expect: [
          ...settle,
          'Rises and stays: rich. Rises a touch and settles: right. Falls: lean. Keep clear of fan and belts.',
        ],
      };
    case 'tachometer':
      return {
        subject: 'Idle',
        order: 'read the speed',
        expect: [
          ...settle,
          setup.engine.strokes === 2 ? 'It hunts: take the middle of ten seconds.' : 'Watch it for ten seconds.',
        ],
      };
    case 'ears':
      return { subject: 'Listen', order: 'did the idle rise or fall?', expect: [...settle] };
  }
}

function turnLine(job: Job, step: Extract<MixtureStep, { do: 'turn' }>, stands: readonly CircuitStand[]): SayLine {
  const adjuster = job.setup.adjusters.find(({ id }) => id === step.adjuster);
  const [throat] = step.throats;
  const expected = step.expected.find((each) => each.throat === throat);
  const stand = stands.find(({ circuit }) => circuit.throat === throat);
  const isSized = adjuster !== undefined && isStepped(adjuster);
  if (isSized)
    return {
      subject: adjuster.label,
      order: `fit it ${turnText(step.turns, true)}`,
      expect: [
        `Engine off. ${FUEL} ${step.way === 'richer' ? 'Richer' : 'Leaner'}.`,
        ...purposeLines(step, expected, stand),
      ],
    };
  const hand = `${step.turns > 0 ? 'Clockwise' : 'Anticlockwise'}, from ${adjuster?.seenFrom ?? 'the screw’s head'}. ${
    step.way === 'richer' ? 'Richer' : 'Leaner'
  }.`;
  return {
    subject: adjuster?.label ?? step.adjuster,
    order: turnText(step.turns),
    expect: [hand, ...purposeLines(step, expected, stand)],
  };
}

function purposeLines(
  step: Extract<MixtureStep, { do: 'turn' }>,
  expected: { readonly lambda: number; readonly doubt: number } | undefined,
  stand: CircuitStand | undefined,
): readonly string[] {
  const lands =
    expected === undefined
      ? []
      : [
          `Expected lambda ${numeral(expected.lambda, 2)} ${lambdaDoubt(expected.doubt)}, target ${numeral(stand?.target ?? 1, 2)}.`,
        ];
  switch (step.purpose) {
    case 'base':
      return ['To its base, two turns from the seat: a place to start from. Engine off.'];
    case 'alive':
      return step.way === 'richer'
        ? ['It hardly burns there, or not at all. Fuel first: opening the throttle would only thin it.']
        : ['It is drowned there: less fuel, then see whether it burns.'];
    case 'opening':
      return ['The idle is right and the first opening is not: that is the pilot jet. Its screw is set again after.'];
    case 'tell':
      return [
        'Further than needed, to see how the engine answers.',
        ...(step.drop > 0.01 ? [`The idle may fall by ${withUnit(100 * step.drop, 0, '%')}.`] : []),
      ];
    case 'target':
      return lands;
  }
}

/** Behind the why key: where each circuit stands, and how sure that is. */
export function mixtureReasons({ setup }: Job, { step, stands }: MixtureAdvice): string[] {
  const where = stands.map(
    ({ circuit, lambda, doubt, target, chance }) =>
      `Throat ${circuit.throat}: lambda ${numeral(lambda, 2)} ${lambdaDoubt(doubt)}, target ${numeral(target, 2)}; within tolerance: ${percent(chance)}.`,
  );
  const rest =
    setup.targets.decides === 'airflow'
      ? []
      : ['Mixture, balance and idle are one target: all three are looked at again before the end.'];
  if (step.do !== 'turn') return [...where, ...rest];
  return [...where, 'If the engine answers otherwise, the next step knows.', ...rest];
}

/** Why the balance comes again after the mixture: what its screws did to idle and spread between the last two readings. */
export function afterMixture({ setup, readings, moves }: Job, shown: Shown): string | undefined {
  const [before, now] = readings.slice(-2);
  if (before === undefined || now === undefined) return undefined;
  const screws = mixtureScrews(setup);
  const between = moves.filter(({ seq }) => seq > before.seq && seq < now.seq);
  const turned = screws.filter(({ id }) => between.some(({ adjuster }) => adjuster === id));
  const isAlone = between.every(({ adjuster }) => screws.some(({ id }) => id === adjuster));
  const [first] = turned;
  if (first === undefined || !isAlone) return undefined;
  const figures = now.channels.map(({ depressionKPa }) => depressionKPa);
  const spread = withUnitIn(shown, Math.max(...figures) - Math.min(...figures), 1);
  const idle = Math.round((now.speed?.rpm ?? 0) - (before.speed?.rpm ?? 0));
  const who = turned.length === 1 ? first.label : 'The mixture screws';
  const moved =
    now.speed === undefined || before.speed === undefined ? '' : ` moved the idle by ${withUnit(idle, 0, 'rpm')} and`;
  return `${who}${moved} left the spread at ${spread}.`;
}
