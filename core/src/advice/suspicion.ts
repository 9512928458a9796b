import { faultKindOf, type PartingTest } from '../faults';
import type { Job } from '../job';
import { decidingQuantity, movesAll } from '../setup';
import type { Weighed } from '../suspects';
import { DONE_PROBABILITY } from './chance';
import { READ_FOR, READ_OUT, readingsSinceTouch } from './readings';
import type { BareAdvice, Stage } from './situation';
import { turnAdvice } from './turnAdvice';
import { turnToSeeWhichNeedles } from './turnToSeeWhichNeedles';

/** Belief needed before a fault is named. Ours: a false alarm costs a quarter of an hour at the engine. */
const SUSPECT_PROBABILITY = 0.9;
/** And its kind must be this probable itself: that something is wrong is no help without a place to look. */
const LIKELIEST = 0.75;
/**
 * That no screw helps any more is evidence itself: of sound banks one in fifty comes to that. A cause that is likely then is worth naming.
 * Ours.
 */
const STUCK_IF_SOUND = 0.02;
const LIKELY_AT_THE_END = 0.4;
/** A screw that has moved nothing over so many turns, to and fro added up, is dead and not weak. Ours. */
const PROVES_DEAD = 1;
/** One that moves all throats alike shows in what wanders by itself: it takes more. Ours. */
const PROVES_KNOB_DEAD = 3;
/** A fault this sure at one place needs no proof. */
const SURE_OF_PLACE = 0.85;
/** A stop that strays is worth a blip to find out while it is this probable, so many times over. Ours: a blip costs twenty seconds. */
const WORTH_A_BLIP = 0.1;
const MOST_BLIPS = 3;
/** Before the work is called done a smaller doubt is worth one, and so is a bank whose throttles came to rest less often than this. Ours. */
const WORTH_A_LAST_BLIP = 0.04;
const RESTS_TO_SEE = 2;
const WORTH_A_BLIP_WHEN_STUCK = 0.01;

/** A fault that is named, or what would tell which it is: a blip, or a turn to see which needles follow. */
export const nameFault: Stage = (situation) => {
  const { job, belief, suspicions } = situation;
  const advice = blipOrSuspect(job, suspicions);
  const [first] = suspicions;
  const isOpen = advice?.kind === 'suspect' && first !== undefined && first.probability < SURE_OF_PLACE;
  if (!isOpen || first.suspicion.kind !== 'exchangedHoses') return advice;
  const test = turnToSeeWhichNeedles(job, belief, suspicions);
  return test === undefined ? advice : turnAdvice(test, situation, 'whichNeedles');
};

/** A meter on the mouths, before screws are turned on a leak or a leak is tuned around. */
export const meterBeforeGoingOn: Stage = ({ job, suspicions, chance }) =>
  meterForLeak(job, chance.all >= DONE_PROBABILITY ? 'beforeDone' : 'atOnce', suspicions);

function blipOrSuspect(job: Job, suspicions: readonly Weighed[] = []): BareAdvice | undefined {
  const [first] = suspicions;
  if (first === undefined) return undefined;
  if (sumOf(suspicions) < SUSPECT_PROBABILITY) return undefined;
  const isStray = faultKindOf(first.suspicion).test === 'blip';
  const untried = isStray && job.blips === 0;
  if ((untried || first.probability < SURE_OF_PLACE) && strayChance(suspicions) >= WORTH_A_BLIP && canBlip(job))
    return BLIP_AND_READ;
  // A weak screw is turned again, further, before it is called dead.
  if (first.suspicion.kind === 'deadScrew' && !isProvenDead(job, first.suspicion.adjuster)) return undefined;
  // Between two places nobody may be able to tell: then the kind of fault is named, at its likeliest place.
  const probability = sumOf(suspicions.filter(({ suspicion }) => suspicion.kind === first.suspicion.kind));
  if (probability < LIKELIEST) return undefined;
  return { kind: 'suspect', suspicion: first.suspicion, suspicionProbability: probability };
}

/**
 * How likely a leak must be for a meter on the mouths: at once, for screws would be turned in vain; before the work is called done;
 * where no screw helps any more. Ours: a meter costs a minute, a leak that is tuned around an hour; a two-stroke that runs lean for it
 * seizes (common practice, no source), so that its mouths are looked at whatever the pressure says.
 */
const LEAK_TO_SEE = { atOnce: 0.05, beforeDone: 0.003, beforeDoneOnTwoStroke: 0, whenStuck: 0 } as const;
/** A second round of the meter is for a leak that the first left this likely. Ours. */
const STILL_IN_DOUBT = 0.03;
const MOST_METERINGS = 2;

const METER_THE_MOUTHS = { kind: 'read', purpose: 'meterMouths', duration: READ_FOR } as const;

/** A meter on the mouths, where a leak is likely enough: depression alone cannot tell it from a throttle that stands open. */
export function meterForLeak(
  job: Job,
  when: 'atOnce' | 'beforeDone' | 'whenStuck',
  suspicions: readonly Weighed[] = [],
): BareAdvice | undefined {
  const { setup, airflows, noMeter } = job;
  if (noMeter || setup.throats.length < 2 || decidingQuantity(setup) === 'airflow') return undefined;
  if (airflows.length >= (when === 'atOnce' ? 1 : MOST_METERINGS)) return undefined;
  // A program that has none answers with readings: it must not be asked for ever.
  if (readingsSinceTouch(job) > (when === 'atOnce' ? 1 : READ_OUT)) return undefined;
  const leak = chancePartedBy('meterMouths', suspicions);
  const isTwoStroke = setup.engine.strokes === 2;
  const first = LEAK_TO_SEE[when === 'beforeDone' && isTwoStroke ? 'beforeDoneOnTwoStroke' : when];
  return leak >= (airflows.length === 0 ? first : STILL_IN_DOUBT) ? METER_THE_MOUTHS : undefined;
}

function isProvenDead({ moves, setup }: Job, id: string): boolean {
  const turned = moves.reduce((sum, move) => (move.adjuster === id ? sum + Math.abs(move.turns) : sum), 0);
  const isKnob = setup.adjusters.some((adjuster) => adjuster.id === id && movesAll(setup, adjuster));
  return turned >= (isKnob ? PROVES_KNOB_DEAD : PROVES_DEAD);
}

/** What may keep a bank from its targets when screws cannot bring it there. */
export function likelyCause(job: Job, suspicions: readonly Weighed[]): BareAdvice | undefined {
  const [first] = suspicions;
  if (first === undefined) return undefined;
  if (first.suspicion.kind === 'deadScrew' && !isProvenDead(job, first.suspicion.adjuster)) return undefined;
  const faulty = sumOf(suspicions);
  const probability = first.probability / (faulty + STUCK_IF_SOUND * (1 - faulty));
  if (probability < LIKELY_AT_THE_END) return undefined;
  return { kind: 'suspect', suspicion: first.suspicion, suspicionProbability: probability };
}

export const BLIP_AND_READ = { kind: 'read', purpose: 'afterBlip', duration: READ_FOR } as const;

/** A program that cannot blip answers with readings: it must not be asked for ever. */
function canBlip(job: Job): boolean {
  return job.blips < MOST_BLIPS && readingsSinceTouch(job) <= READ_OUT;
}

function sumOf(some: readonly Weighed[]): number {
  return some.reduce((sum, weighed) => sum + weighed.probability, 0);
}

/** Whether throttles have shown too seldom yet that they come to rest where they were, or one may stray. */
export function needsProofOfRest(job: Job, suspicions: readonly Weighed[] = []): boolean {
  const seldomSeen = job.moves.length + job.blips < RESTS_TO_SEE;
  return (seldomSeen || strayChance(suspicions) >= WORTH_A_LAST_BLIP) && job.blips === 0 && canBlip(job);
}

/** Where no screw helps, a smaller doubt is worth another blip. */
export function mayStray(job: Job, suspicions: readonly Weighed[] = []): boolean {
  return strayChance(suspicions) >= WORTH_A_BLIP_WHEN_STUCK && canBlip(job);
}

/** How likely is any of the faults that this test parts from the rest. */
function chancePartedBy(test: PartingTest, suspicions: readonly Weighed[]): number {
  return sumOf(suspicions.filter(({ suspicion }) => faultKindOf(suspicion).test === test));
}

function strayChance(suspicions: readonly Weighed[]): number {
  return chancePartedBy('blip', suspicions);
}
