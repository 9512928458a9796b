import { type EventOf, type JobEvent, type JobEventKind, kindOf } from '@amber-needle/core/job';
import { placeOf as seenAt } from '@amber-needle/core/mixture';
import { comesInSizes, type Setup } from '@amber-needle/core/setup';
import { CAUTION_IDS, cautionStep, quantityOf, stepOf } from '@amber-needle/core/sheet';
import { observationOf, testOf } from '@amber-needle/core/suspects';
import { MEASURE_UNITS } from '@amber-needle/core/units';
import { day } from './dates';
import { suspicionWords } from './faultWords';
import { ruleText, seenText } from './mixtureWords';
import { speed, THIN } from './numbers';
import { changeText } from './roadWords';
import { APPOINTMENTS, PART_STATES } from './sheetWords';
import { causeName, evidenceText, placeText } from './suspectWords';
import { turnText } from './turns';

const CHECKED = {
  gaugesZeroed: 'Gauges zeroed',
  gaugesMatched: 'Gauges matched on one throat',
  cautionsRead: 'Cautions read',
  blipped: 'Blipped, nothing turned',
  noMeter: 'No meter at hand',
  offIdleSkipped: 'Off idle not looked at',
} as const;

const VISITED = { full: 'everything', balance: 'balance only', fault: 'find a fault' } as const;

function atPlace(place: string | undefined): string {
  return place === undefined ? '' : ` (${place})`;
}

function isCautionStep(step: string): boolean {
  return CAUTION_IDS.some((id) => cautionStep(id) === step);
}

function timedText(what: EventOf<'timed'>['what']): string {
  if (what.is === 'started') return 'started';
  if (what.is === 'ended') return `${what.outcome} after ${Math.round(what.afterS)}${THIN}s`;
  return `${what.place ?? what.value ?? what.mark} at ${Math.round(what.afterS)}${THIN}s`;
}

const FOUND = { dismissed: 'nothing found', mended: 'put right', stays: 'found, left so' } as const;

const HEARD = { rose: 'rose', same: 'stayed', fell: 'fell' } as const;

function seenPlace(seen: EventOf<'mixtureSeen'>['seen']): string {
  const place = seenAt(seen);
  return place === undefined ? '' : ` (${place})`;
}

/** Kinds that can say more than their registered title. */
const WORDS: { readonly [K in JobEventKind]?: (setup: Setup, event: EventOf<K>) => string } = {
  reading: (_, { round }) => (round === undefined ? 'Reading taken' : 'Round with one gauge taken'),
  move: (setup, { adjuster, turns }) =>
    `${screwLabel(setup, adjuster)}, ${turnText(turns, comesInSizes(setup, adjuster))}`,
  check: (_, { check }) => CHECKED[check.what],
  coupled: ({ couplings }, { coupling, state }) =>
    `${couplings.find(({ id }) => id === coupling)?.label ?? coupling} ${state}`,
  reach: (setup, { adjuster, state }) =>
    `${screwLabel(setup, adjuster)} ${state === 'outOfReach' ? 'cannot be reached' : 'can be reached'}`,
  verdict: (setup, { suspicion, verdict }) => `${suspicionWords(setup, suspicion).name}: ${FOUND[verdict]}`,
  instrument: (_, { name, classPercent }) =>
    `Read with ${name}${classPercent === undefined ? '' : `, ${classPercent} %`}`,
  stalled: () => 'The engine stalled',
  observed: (setup, { observation, place, seen }) =>
    `${seen ? 'Noticed' : 'Not seen'}: ${observationOf(observation)?.text ?? observation}${placeText(setup, place)}`,
  tested: (setup, { test, place, answer }) => {
    const known = testOf(test);
    const answered = known?.answers.find(({ id }) => id === answer)?.text ?? answer;
    return `${known?.name ?? test}${placeText(setup, place)}: ${answered}`;
  },
  exchanged: (setup, event) => sentence(evidenceText(setup, event)),
  cured: (setup, { cause, place, proof }) =>
    `Put right: ${causeName(cause)}${placeText(setup, place)}${proof === undefined ? '' : `; proven: ${testOf(proof)?.name ?? proof}`}`,
  visit: (_, { visit }) => `Visit: ${VISITED[visit]}`,
  measured: (_, { quantity, place, typed, when, result }) =>
    `${quantityOf(quantity)?.name ?? quantity}${atPlace(place)}, ${when}: ${typed}${result.is === 'figure' ? `${THIN}${MEASURE_UNITS[result.unit].name}` : ''}`,
  stepDone: (_, { step, place }) =>
    isCautionStep(step) ? 'Caution read' : `${stepOf(step)?.order ?? step}${atPlace(place)}: done`,
  stepSkipped: (_, { step, place, reason }) => `${stepOf(step)?.order ?? step}${atPlace(place)}: skipped, ${reason}`,
  timed: (_, { test, place, what }) => `${stepOf(test)?.order ?? test}${atPlace(place)}: ${timedText(what)}`,
  photo: (_, { when, step, place }) =>
    `Photo, ${when === 'found' ? 'as found' : 'as left'}${step === undefined ? '' : `: ${stepOf(step)?.order ?? step}`}${atPlace(place)}`,
  part: (_, { name, count, state }) => `${name}, ${count}: ${PART_STATES[state]}`,
  cameOff: (_, { what }) => `Came off: ${what}`,
  appointment: (_, event) => `${APPOINTMENTS[event.for]}, ${day(event.on)}`,
  mixturePlan: (_, plan) => `Mixture: ${ruleText(plan)}`,
  mixtureSeen: ({ cylinders }, { seen }) =>
    `Mixture${seenPlace(seen)}: ${seenText(
      seen,
      cylinders.map(({ id }) => id),
    )}`,
  responded: (_, { answer }) =>
    answer.by === 'tachometer' ? `Idle ${speed(answer.rpm)}` : `Heard: the idle ${HEARD[answer.heard]}`,
  rideLogged: (_, { name, sensors }) =>
    `Ride logged: ${name}, ${sensors.map(({ cylinders }) => cylinders.join(' and ')).join(', ')}`,
  rideRead: (_, { stretches }) =>
    stretches.length === 0 ? 'Ride read' : `Ride read, ${stretches.length} of its times named by hand`,
  roadPlan: () => 'Aims of the road changed',
  roadChange: (_, event) => `On the sheet: ${changeText(event)}`,
  stage: (_, { stage }) => (stage === 'offIdle' ? 'Held above idle' : 'Back to idle'),
  finished: (_, { outcome }) => (outcome === 'balanced' ? 'Finished, balanced' : 'Finished, left as is'),
};

/** An event in a few words: for undo, notices and the report. */
export function eventText<K extends JobEventKind>(setup: Setup, event: EventOf<K> & JobEvent): string {
  const words: ((setup: Setup, event: EventOf<K>) => string) | undefined = WORDS[event.kind as K];
  return words?.(setup, event) ?? kindOf(event).title;
}

function screwLabel({ adjusters }: Setup, adjuster: string): string {
  return adjusters.find(({ id }) => id === adjuster)?.label ?? adjuster;
}

function sentence(text: string): string {
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
}
