import { at } from '../basics';
import { type Circuit, cylindersOf } from './circuits';
import type { Mixture } from './mixture';
import type { MixtureStep } from './step';
import { isMissing, unseenCylinders } from './target';
import { COLLECTOR, type MixtureInstrument } from './words';

/** What instruments tell most of, best first, by the rule. */
const TELLS: readonly MixtureInstrument[] = ['sensor', 'co', 'tachometer', 'colour', 'lift', 'ears'];
const TELLS_OF_EDGE: readonly MixtureInstrument[] = ['tachometer', 'ears', 'sensor', 'co', 'colour', 'lift'];

export function orderedInstruments(mixture: Mixture, circuit: Circuit): readonly MixtureInstrument[] {
  const { plan } = mixture;
  const isEdge = plan.rule.by === 'leanBest' || plan.rule.by === 'leanDrop';
  const has = (instrument: MixtureInstrument) =>
    // Where a sensor is no evidence, the speed that gauges show too is better than nothing.
    plan.instruments.includes(instrument) ||
    (instrument === 'tachometer' && plan.order !== 'mixtureOnly' && isMissing(mixture, circuit));
  return (isEdge ? TELLS_OF_EDGE : TELLS).filter(has);
}

/** Whether an instrument sees one cylinder at a time. */
export function goesRound({ plan }: Mixture, instrument: MixtureInstrument): boolean {
  if (instrument === 'colour') return true;
  return (instrument === 'sensor' || instrument === 'co') && plan.sensor === 'carried';
}

/** Whether an instrument can say anything of a circuit now. */
export function tells(mixture: Mixture, circuit: Circuit, instrument: MixtureInstrument): boolean {
  // A speed alone says nothing: it is what the answer to a turn is compared with.
  if (instrument === 'tachometer') return mixture.rpm === undefined || isUnderWay(mixture, circuit);
  if (instrument === 'ears') return isUnderWay(mixture, circuit);
  if (instrument === 'lift') return mixture.layout.setup.throats[circuit.place]?.throttle === 'constantDepression';
  return instrument !== 'sensor' || !isMissing(mixture, circuit);
}

/** Speeds that are read at one place of a screw: turns are dearer than seconds, and an idle hunts. Ours. */
const SPEEDS_A_PLACE = 2;

/** Whether a speed was read at this place of the screw under way, but not as often as is worth its seconds. */
export function wantsAnother(mixture: Mixture, circuit: Circuit, instrument: MixtureInstrument): boolean {
  const { sweep } = mixture;
  if (instrument !== 'tachometer' || sweep === undefined || !isUnderWay(mixture, circuit)) return false;
  const here = sweep.points.filter(({ leaner }) => leaner === sweep.now).length;
  return here > 0 && here < SPEEDS_A_PLACE;
}

function isUnderWay({ sweep }: Mixture, circuit: Circuit): boolean {
  return sweep !== undefined && circuit.screws.some(({ screw }) => screw === sweep.screw);
}

function firstExhaust({ layout }: Mixture, { place }: Circuit): string {
  const [cylinder = 0] = cylindersOf(layout.setup, place);
  return layout.setup.cylinders[cylinder]?.id ?? '';
}

export function lookAt(mixture: Mixture, circuit: Circuit, instrument: MixtureInstrument): MixtureStep {
  const { plan, layout, looked, touched } = mixture;
  const before = looked[circuit.place]?.[instrument];
  const unseen = unseenCylinders(mixture, circuit, instrument);
  const isStale = before !== undefined && (at(touched, circuit.place) > before || unseen.length > 0);
  const purpose = before === undefined ? 'first' : isStale ? 'afterTurn' : 'check';
  const isExhaust = instrument === 'sensor' || instrument === 'co';
  if (isExhaust && plan.sensor === 'collector') return { do: 'look', instrument, places: [COLLECTOR], purpose };
  if (instrument === 'sensor' && plan.sensor === 'each')
    return { do: 'look', instrument, places: layout.setup.cylinders.map(({ id }) => id), purpose };
  const [next = firstExhaust(mixture, circuit)] = unseen;
  const places = instrument === 'lift' ? [circuit.throat] : [next];
  return {
    do: 'look',
    instrument,
    places: instrument === 'tachometer' || instrument === 'ears' ? [] : places,
    purpose,
  };
}
