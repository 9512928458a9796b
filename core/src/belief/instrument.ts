import { Matrix } from 'ml-matrix';
import { yearsBetween } from '../basics';
import type { EventOf } from '../job/events';
import type { Belief } from './belief';
import { layoutOf } from './layout';
import { PRIOR } from './prior';

/** How far a gauge's slope and zero wander in a year, as a share and in kPa, one standard deviation. Ours. */
const SLOPE_AGES = 0.003;
const ZERO_AGES_KPA = 0.3;
/** A class is the largest error, evenly spread within it. Source: JCGM 100:2008, 4.3.7. */
const EVENLY = Math.sqrt(3);
const PERCENT = 100;

/**
 * The belief once it is known what it is read with: the gauges' zeros and slopes as unsure as the class says, or as earlier jobs taught,
 * aged since. What is believed of the engine stays; its ties to the gauges before are cut.
 */
export function withInstrument(belief: Belief, { at: now, classPercent, learned }: EventOf<'instrument'>): Belief {
  const { setup } = belief;
  const layout = layoutOf(setup);
  const mean = [...belief.mean];
  const covariance = new Matrix(belief.covariance);
  const set = (place: number, value: number, spread: number) => {
    mean[place] = value;
    for (let k = 0; k < covariance.rows; k += 1) {
      covariance.set(place, k, 0);
      covariance.set(k, place, 0);
    }
    covariance.set(place, place, spread ** 2);
  };
  const slopeDoubt = classPercent === undefined ? PRIOR.gaugeGain : classPercent / PERCENT / EVENLY;
  setup.throats.forEach(({ id }, i) => {
    const known = learned.find(({ throat }) => throat === id);
    const aged = known === undefined ? 0 : Math.sqrt(yearsBetween(known.on, now));
    set(
      layout.offset(i),
      known?.offsetKPa ?? 0,
      known === undefined ? PRIOR.offset : Math.hypot(known.offsetUncertaintyKPa, ZERO_AGES_KPA * aged),
    );
    set(
      layout.gaugeGain(i),
      known?.slope ?? 0,
      known === undefined ? slopeDoubt : Math.min(slopeDoubt, Math.hypot(known.slopeUncertainty, SLOPE_AGES * aged)),
    );
  });
  return { ...belief, mean, covariance };
}
