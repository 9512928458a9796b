import { type Advice, afterBalance, holdRpm, type OffIdleFinding } from '@amber-needle/core/advice';
import type { Job } from '@amber-needle/core/job';
import { flutterSeen } from '@amber-needle/core/signal';
import { type DeviceUnit, measuredIn, shownIn, withUnitIn } from '@/words/deviceUnit';
import { suspicionWords } from '@/words/faultWords';
import { numeral, percent, speed, withUnit } from '@/words/numbers';
import { toleranceText } from '@/words/quantityWords';
import { turnText } from '@/words/turns';
import type { LiveView } from '@/workers/signalProtocol';
import { afterMixture, mixtureLine, mixtureReasons } from '../mixture/mixtureLine';
import { BLIP_LINE, carriedLine, MATCH_LINE, MOUTHS_LINE, type SayLine } from './lookLines';
import { mayHaveStalled } from './primaryAction';

/** A suggestion in words: the say line, and the reasons behind the *why* key. */
export interface Phrase extends SayLine {
  readonly why: readonly string[];
}

/** What is live, and the unit that this device shows depression in. */
export interface Scene {
  readonly live: LiveView | undefined;
  readonly unit: DeviceUnit;
}

export function phraseAdvice(job: Job, advice: Advice, scene: Scene): Phrase {
  return { ...sayLine(job, advice, scene), why: [...reasons(job, advice, scene.unit), ...flutterLine(job, scene)] };
}

function sayLine(job: Job, advice: Advice, { live, unit }: Scene): SayLine {
  if (job.status !== 'open') return { subject: 'Finished', order: 'look at the report', expect: finishedLines(job) };
  switch (advice.kind) {
    case 'read':
      if (advice.purpose === 'afterBlip') return BLIP_LINE;
      if (advice.purpose === 'meterMouths') return MOUTHS_LINE;
      if (mayHaveStalled(job, live)) return STALL_LINE;
      return carriedLine(job) ?? readLine(advice, live);
    case 'settle':
      if (mayHaveStalled(job, live)) return STALL_LINE;
      return carriedLine(job, 'move') ?? settleLine(advice.after, live);
    case 'turn':
      return turnLine(job, advice, unit);
    case 'couple':
      return coupleLine(job, advice, unit);
    case 'holdAndRead':
      return {
        subject: `Hold ${speed(advice.hold)}`,
        order: 'steady, then read',
        expect: [
          'If the idle is good, a difference here comes from linkage or slides, not from stops.',
          'Gearbox in neutral, hands clear of fan, belts and chain. Keep it short: it heats up standing.',
        ],
      };
    case 'offIdle':
      return offIdleLine(job, advice.finding, unit);
    case 'mixture':
      return mixtureLine(job, advice);
    case 'suspect':
      return suspectLine(job, advice);
    case 'undecided':
      return undecidedLine(job, advice);
    case 'done':
      if (afterBalance(job) === 'offIdle')
        return {
          subject: 'Balanced at idle',
          order: 'now look off idle',
          expect: [
            `All agree: spread ${spreadText(advice, unit)}.`,
            `Held at ${speed(holdRpm(job.setup))} they should still.`,
          ],
        };
      if (job.mixture.length > 0 && job.readings.length + job.airflows.length === 0)
        return {
          subject: 'Mixture done',
          order: 'finish the job',
          expect: ['As right as what was at hand can show. No gauge was read: the balance is as it was found.'],
        };
      return {
        subject: 'Balanced',
        order: 'finish the job',
        expect: [`All agree: spread ${spreadText(advice, unit)}, idle in its band.`, sureText(advice)],
      };
  }
}

function finishedLines(job: Job): string[] {
  return [
    job.finish?.outcome === 'balanced' ? 'Balanced, as the readings show.' : 'Left as it is.',
    'Undo opens it again.',
  ];
}

function readLine(advice: Extract<Advice, { kind: 'read' }>, live: LiveView | undefined): SayLine {
  if (live === undefined) {
    const expect = ['No gauge is sending.', 'Connect one, drop a trace file here, or type what a dial shows.'];
    return { subject: 'Take a reading', order: 'no gauge yet', expect };
  }
  if (advice.purpose === 'zeroGauges') return zeroLine(live);
  if (live.reading.phase === 'stopped') {
    const expect = [
      'Warm, choke off, coupling loose, each throttle on its own stop.',
      'Exhaust outdoors or into extraction.',
    ];
    return { subject: 'Start the engine', order: 'let it idle', expect };
  }
  if (live.reading.phase !== 'steady')
    return { subject: 'Let it settle', order: 'hold still', expect: ['The needles are still moving.'] };
  if (advice.purpose === 'matchGauges') return MATCH_LINE;
  if (advice.purpose === 'afterMatching')
    return {
      subject: 'Hoses back',
      order: 'each on its own, then read',
      expect: ['Each hose on its own throat again.', 'Hot parts: mind your hands.'],
    };
  const held = `Steady for ${withUnit(live.reading.duration, 0, 's')}. Longer is surer, up to ${withUnit(advice.duration, 0, 's')}.`;
  if (advice.purpose === 'longer') {
    const expect = [held, `${sureText(advice)} Reading again without touching the engine helps more than a turn.`];
    return { subject: 'Read again', order: 'touch nothing', expect };
  }
  return { subject: 'Hold still', order: 'take the reading', expect: [held] };
}

function suspectLine(job: Job, advice: Extract<Advice, { kind: 'suspect' }>): SayLine {
  const { name, test, signs, caution } = suspicionWords(job.setup, advice.suspicion);
  return {
    subject: name,
    order: test,
    expect: [`${signs} Chance: ${percent(advice.suspicionProbability)}.`, caution],
  };
}

function offIdleLine(job: Job, finding: OffIdleFinding, unit: DeviceUnit): SayLine {
  const shown = shownIn('depression', unit);
  const spread = `Spread ${withUnitIn(shown, finding.spread, 1)}, allowed ${withUnitIn(shown, finding.tolerance, 1)} off idle.`;
  if (finding.outcome === 'agrees')
    return { subject: 'Agree off idle', order: 'back to idle', expect: [spread, 'Linkage and slides open together.'] };
  const late = finding.deviation > 0;
  const apart = `${withUnitIn(shown, Math.abs(finding.deviation), 1)} ${late ? 'more' : 'less'} depression than the group.`;
  const care = 'Engine stopped while you work on the linkage: hot and moving parts.';
  const { turn } = finding;
  const adjuster = job.setup.adjusters.find(({ id }) => id === turn?.adjuster);
  if (turn === undefined || adjuster === undefined) {
    const labels = finding.adjusters.map((id) => job.setup.adjusters.find((each) => each.id === id)?.label ?? id);
    const none = 'No rod or cable acts on it: play in its link, or a slide that sticks';
    const cause =
      labels.length > 0 ? `No turn of ${labels.join(' or ')} would help: look for play or a stuck part` : none;
    return {
      subject: `Throat ${finding.throat} ${late ? 'late' : 'early'}`,
      order: 'look at its linkage',
      expect: [`${apart} ${cause}.`, `${spread} ${care}`],
    };
  }
  const known = turn.basis === 'seen' ? 'as its last turns showed' : 'by its pitch and lever, to half of it';
  return {
    subject: adjuster.label,
    order: turnText(turn.turns),
    expect: [
      `Throat ${finding.throat} opens ${late ? 'late' : 'early'}: ${apart} ${care}`,
      `${spread} Expected: ${withUnitIn(shown, turn.spreadAfter, 1)}, ${known}.`,
    ],
  };
}

function undecidedLine(job: Job, advice: Extract<Advice, { kind: 'undecided' }>): SayLine {
  const shut = job.outOfReach.length > 0 ? ['Some screws are marked as out of reach.'] : [];
  switch (advice.limit) {
    case 'screws':
      return {
        subject: 'No screw does it',
        order: 'look for the cause',
        expect: [
          'No turn within the screws’ range brings the throats together. Look for a leak, a bent shaft, swapped hoses or a wrong base setting.',
          ...shut,
        ],
      };
    case 'speed':
      return {
        subject: 'Idle out of band',
        order: 'look for the cause',
        expect: ['The throats agree, but no turn within range brings the idle to its target.', ...shut],
      };
    case 'readings':
      return {
        subject: 'Too close to tell',
        order: 'read, or leave it',
        expect: ['More turns would be guesses. The gauges cannot show a finer difference.', sureText(advice)],
      };
  }
}

function zeroLine(live: LiveView): SayLine {
  if (live.reading.phase !== 'stopped') {
    const expect = ['The gauges’ own zero errors are not known yet.', 'With the engine stopped they can be read.'];
    return { subject: 'Stop the engine', order: 'to zero the gauges', expect };
  }
  const expect = ['Engine stopped, hoses open to still air.', 'What the gauges show now is their zero error.'];
  return { subject: 'Zero the gauges', order: 'engine stopped', expect };
}

/** The needles fell to rest after a turn. */
const STALL_LINE: SayLine = {
  subject: 'Engine stopped',
  order: 'did that turn stall it?',
  expect: ['If it died by itself, say so: the turn is taken back.', 'If you stopped it, start it again.'],
};

function settleLine(after: 'move' | 'coupled', live: LiveView | undefined): SayLine {
  if (live === undefined)
    return {
      subject: 'Blip, let it settle',
      order: 'then read again',
      expect: ['No gauge is sending. Type what the dial shows.'],
    };
  const expect = [
    after === 'move' ? 'Blip the throttle once, then hands off.' : 'Clamped. No needle should have moved.',
  ];
  return { subject: 'Let it settle', order: 'hands off', expect };
}

function turnLine(job: Job, advice: Extract<Advice, { kind: 'turn' }>, unit: DeviceUnit): SayLine {
  const adjuster = job.setup.adjusters.find(({ id }) => id === advice.adjuster);
  const { expected, grounds } = advice;
  const back = afterMixture(job, shownIn('depression', unit));
  const spreadDoubt = Math.max(...expected.throats.map(({ uncertainty }) => uncertainty)) * 2;
  return {
    subject: adjuster?.label ?? advice.adjuster,
    order: turnText(advice.turns),
    expect: [
      `${advice.turns > 0 ? 'Clockwise' : 'Anticlockwise'}, from ${adjuster?.seenFrom ?? 'the screw’s head'}.`,
      ...(back === undefined ? [] : [back]),
      ...(advice.purpose === 'afterStall' ? ['That turn stalled it. Take it back, then start the engine.'] : []),
      ...(advice.purpose === 'whichNeedles' ? ['Which needles move? If not its own, two hoses are swapped.'] : []),
      `Expected spread ${measuredIn(shownIn(expected.quantity, unit), expected.spread, spreadDoubt)}`,
      `Idle ${speed(grounds.now.speed)} → about ${speed(Math.round(expected.speed / 10) * 10)}`,
    ],
  };
}

function coupleLine(job: Job, advice: Extract<Advice, { kind: 'couple' }>, unit: DeviceUnit): SayLine {
  const label = job.setup.couplings.find(({ id }) => id === advice.coupling)?.label ?? advice.coupling;
  if (advice.state === 'loosened') {
    return {
      subject: 'Loosen it',
      order: label.toLowerCase(),
      expect: ['Clamping has moved a throttle.', 'Loosen it and balance again.'],
    };
  }
  return {
    subject: 'Balanced',
    order: 'couple it',
    expect: [
      `Tighten the ${label.toLowerCase()} without moving either throttle.`,
      `Spread ${spreadText(advice, unit)}.`,
      sureText(advice),
    ],
  };
}

function reasons(job: Job, advice: Advice, unit: DeviceUnit): string[] {
  const { grounds } = advice;
  if (advice.kind === 'mixture') return mixtureReasons(job, advice);
  const { idleRpm, idleBandRpm } = job.setup.targets;
  if (grounds.readings === 0) return ['Nothing has been read yet. Only the setup is known.'];
  const facts = [
    `Spread now: ${spreadText(advice, unit)}; allowed ${toleranceText(job.setup, unit)}.`,
    `Chance that every pair is within tolerance: ${percent(grounds.balanced)}.`,
    `Chance that the idle is within ${speed(idleRpm)} ± ${numeral(idleBandRpm, 0)}: ${percent(grounds.idleInBand)}.`,
    `Based on ${grounds.readings === 1 ? 'one reading' : `${grounds.readings} readings`}.`,
  ];
  if (advice.kind !== 'turn') return facts;
  const { perTurn, doubt } = advice.effect;
  const bound = measuredIn(shownIn(grounds.now.quantity, unit), perTurn, perTurn * doubt);
  return [
    ...facts,
    `One turn of this screw moves its throat by about ${bound} against the others.`,
    `Chance that every target holds after the turn: ${percent(advice.probabilityAfter)}.`,
    'If the needles land well off their ghosts, this screw is not doing what we expected.',
  ];
}

function flutterLine({ setup }: Job, { live, unit }: Scene): string[] {
  const flutter = live === undefined ? undefined : flutterSeen(setup, live.reading);
  if (flutter === undefined) return [];
  return [
    `The gauges flutter by ${withUnitIn(shownIn('depression', unit), flutter.kPa, 2)} from one cycle to the next, at most.`,
    ...(flutter.misfires
      ? ['That much flutter suggests a misfire or a leaking valve. Check ignition and valves before you balance.']
      : []),
  ];
}

function spreadText({ grounds }: Advice, unit: DeviceUnit): string {
  const doubt = Math.max(...grounds.now.throats.map(({ uncertainty }) => uncertainty)) * 2;
  return measuredIn(shownIn(grounds.now.quantity, unit), grounds.now.spread, doubt);
}

function sureText({ grounds }: Advice): string {
  return `Chance that every target holds: ${percent(grounds.probability)}.`;
}
