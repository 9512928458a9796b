import type { Job } from '@amber-needle/core/job';
import { decidingQuantity } from '@amber-needle/core/setup';

/** Who or what, what to do with it, and what to expect. */
export interface SayLine {
  readonly subject: string;
  readonly order: string;
  readonly expect: readonly string[];
}

export const MATCH_LINE: SayLine = {
  subject: 'One throat for all',
  order: 'tee all hoses to it',
  expect: [
    'What is left is how well the gauges match. Put all hoses on the first throat’s tapping, at idle.',
    'Hot parts: mind your hands; stop the engine if you cannot reach safely.',
  ],
};

/** What to do with an instrument that is carried from throat to throat, where the bank is read with one. */
export function carriedLine(job: Job, after?: 'move'): SayLine | undefined {
  if (decidingQuantity(job.setup) === 'airflow') {
    return after === 'move'
      ? { ...METER_LINE, subject: 'Blip, let it settle', order: 'then measure each mouth' }
      : METER_LINE;
  }
  if (!job.oneGauge) return undefined;
  return after === 'move' ? ROUND_AFTER_MOVE : ROUND_LINE;
}

const SPITS_BACK = 'It may spit back: face, hair and loose clothing away from the mouths, no flame near.';

const METER_LINE: SayLine = {
  subject: 'Meter each mouth',
  order: 'one by one',
  expect: [
    'Warm, at idle, filters off. The meter costs the engine a little air: hold it alike on each, and read quickly.',
    SPITS_BACK,
  ],
};

export const MOUTHS_LINE: SayLine = {
  subject: 'Meter each mouth',
  order: 'to find a leak',
  expect: [
    'Vacuum cannot tell a leak from a stop set too far open. The airflow at the mouth can.',
    'Warm, at idle, filters off.',
    SPITS_BACK,
  ],
};

const ROUND_LINE: SayLine = {
  subject: 'Go round again',
  order: 'and back to the first',
  expect: ['Warm, at idle, nothing touched meanwhile. The quicker the round, the less the engine drifts in it.'],
};

const ROUND_AFTER_MOVE: SayLine = {
  subject: 'Blip, let it settle',
  order: 'then go round',
  expect: ['Blip the throttle once, then hands off. Then the one gauge goes from throat to throat and back.'],
};

export const BLIP_LINE: SayLine = {
  subject: 'Blip it',
  order: 'turn nothing',
  expect: [
    'Open the throttle for a moment and let it fall shut: does every throttle come to rest where it was?',
    'Gearbox in neutral, hands clear of fan, belts and chain.',
  ],
};
