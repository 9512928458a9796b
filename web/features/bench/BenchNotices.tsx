import { Notice } from '@/components/Notice';
import type { Signal } from './signal/useSignal';
import type { BenchView } from './view/benchView';
import { signalTroubles } from './view/channelWords';

/** More at once would push the work off the screen; what is first mended shows the next. Ours. */
const MOST = 2;

/** What is wrong with the signal, in a place of its own between the fan and the bank: it covers neither. */
export function BenchNotices({ view, signal }: { readonly view: BenchView; readonly signal: Signal }) {
  const isElsewhere = view.action.do === 'mount';
  const troubles =
    signal.live === undefined || isElsewhere ? [] : signalTroubles(view.job.setup, signal.live.now).slice(0, MOST);
  if (signal.problem === undefined && troubles.length === 0) return null;
  return (
    <div className="max-h-36 shrink-0 space-y-px overflow-y-auto border-line border-t text-sm">
      {signal.problem === undefined ? null : <Notice onDismiss={signal.dismissProblem}>{signal.problem}</Notice>}
      {troubles.map((trouble) => (
        <Notice key={trouble}>{trouble}</Notice>
      ))}
    </div>
  );
}
