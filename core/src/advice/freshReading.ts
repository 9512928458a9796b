import { seconds } from '../units';
import { gaugesKnown, READ_FOR } from './readings';
import type { BareAdvice, Situation, Stage } from './situation';

const SETTLE_FOR = seconds(6);

/** Zeroes, settles and reads until there is something fresh to judge by. */
export const adviseFreshReading: Stage = ({ job, live }) => {
  switch (job.sinceReading) {
    case 'noReading':
      return { kind: 'read', purpose: gaugesKnown(job) ? 'firstReading' : 'zeroGauges', duration: READ_FOR };
    case 'nothing':
      return undefined;
    case 'matched':
      return { kind: 'read', purpose: 'afterMatching', duration: READ_FOR };
    case 'move':
      return settleOrRead(live, 'move');
    case 'coupled':
      return settleOrRead(live, 'coupled');
  }
};

function settleOrRead(live: Situation['live'], after: 'move' | 'coupled'): BareAdvice {
  if (live !== 'steady') return { kind: 'settle', after, duration: SETTLE_FOR };
  return { kind: 'read', purpose: after === 'move' ? 'afterMove' : 'afterCoupling', duration: READ_FOR };
}
