import { at } from '../basics';
import { type Belief, foldEvent, forecastOf, layoutOf, throatAir } from '../belief';
import type { EventOf } from '../job';
import { decidingQuantity } from '../setup';

/** What a good reading of this length leaves of doubt, kPa against the group and rpm as a share. Ours: eight seconds of live gauges. */
const READING_KPA = 0.03;
const READING_SPEED = 0.003;

/** Where on a meter's scale a throat stands does not matter; how well it is read does, as a share. Ours. */
const METER_MIDDLE = 10;
const METER_DOUBT = 0.02;

const ENVELOPE = { id: '00000000-0000-7000-8000-000000000000', seq: 1, at: '1970-01-01T00:00:00.000Z' };

/** The belief after one more reading that showed just what is expected: how much surer that would make us. */
export function afterReading(belief: Belief): Belief {
  if (decidingQuantity(belief.setup) === 'airflow') return afterMetering(belief);
  const layout = layoutOf(belief.setup);
  const { throats, speed } = forecastOf(belief);
  const reading: EventOf<'reading'> = {
    ...ENVELOPE,
    version: 2,
    kind: 'reading',
    source: 'program',
    durationS: 8,
    barometerKPa: belief.barometer,
    channels: throats.map(({ throat, depression }, i) => ({
      throat,
      depressionKPa: depression * (1 + at(belief.mean, layout.gaugeGain(i))) + at(belief.mean, layout.offset(i)),
      uncertaintyKPa: READING_KPA,
      state: 'steady',
    })),
    speed: { rpm: speed, uncertaintyRpm: READING_SPEED * speed, from: 'pulses' },
  };
  return foldEvent(belief, reading);
}

/** The same for a meter on the mouths. */
function afterMetering(belief: Belief): Belief {
  const throats = belief.setup.throats.map(({ id }, i) => {
    const shown = METER_MIDDLE * Math.exp(throatAir(belief, belief.mean, i).logAirflow - meanAir(belief));
    return { throat: id, shown, uncertainty: METER_DOUBT * shown };
  });
  return foldEvent(belief, { ...ENVELOPE, version: 2, kind: 'airflow', throats, rpm: forecastOf(belief).speed });
}

function meanAir(belief: Belief): number {
  const { throats } = belief.setup;
  return throats.reduce((sum, _, i) => sum + throatAir(belief, belief.mean, i).logAirflow, 0) / throats.length;
}

/** The belief after all gauges were put on one throat and agreed as expected, and every throat was read again. */
export function afterMatching(belief: Belief): Belief {
  const layout = layoutOf(belief.setup);
  const sourceKPa = at(forecastOf(belief).throats, 0).depression;
  const matched = foldEvent(belief, {
    ...ENVELOPE,
    version: 2,
    kind: 'check',
    check: {
      what: 'gaugesMatched',
      channels: belief.setup.throats.map(({ id }, i) => ({
        throat: id,
        shownKPa: sourceKPa * (1 + at(belief.mean, layout.gaugeGain(i))) + at(belief.mean, layout.offset(i)),
        uncertaintyKPa: READING_KPA,
      })),
    },
  });
  return afterReading(matched);
}
