import { decidingQuantity, toleranceOf } from '@amber-needle/core/setup';
import { flutterSeen } from '@amber-needle/core/signal';
import { Notice } from '@/components/Notice';
import { PanelBoundary } from '@/components/PanelBoundary';
import { QUANTITY_FROM_GROUP, QUANTITY_UNIT } from '@/words/quantityWords';
import { Fan } from './fan/Fan';
import { Trail } from './fan/Trail';
import { SpeedReadout } from './SpeedReadout';
import type { Signal } from './signal/useSignal';
import { useScale } from './useScale';
import type { BenchView } from './view/benchView';
import { signalTroubles } from './view/channelWords';

/** The fan with what belongs to it: its scale, the trail of readings, the engine's speed, and what is wrong with the signal. */
export function FanArea({ view, signal }: { readonly view: BenchView; readonly signal: Signal }) {
  const { setup } = view.job;
  const { targets } = setup;
  const tolerance = toleranceOf(setup);
  const quantity = decidingQuantity(setup);
  const drawn = view.atRest ? [] : view.needles;
  const end = useScale([...drawn.map(({ deviation }) => deviation), ...view.ghosts], tolerance);
  const troubles = signal.live === undefined ? [] : signalTroubles(setup, signal.live.now);
  return (
    <div className="relative lg:min-h-0">
      <p className="top-4 left-6 text-soft max-lg:px-6 max-lg:pt-3 lg:absolute">
        {QUANTITY_FROM_GROUP[quantity]}, scale ±{end}
      </p>
      <PanelBoundary name="The fan">
        <Fan
          needles={drawn}
          ghosts={view.ghosts}
          tolerance={tolerance}
          unit={QUANTITY_UNIT[quantity]}
          end={end}
          stale={signal.live === undefined}
        />
      </PanelBoundary>
      <div className="inset-x-6 bottom-3 flex items-end justify-between gap-4 px-6 lg:absolute lg:px-0">
        <Trail fans={view.trail} tolerance={tolerance} />
        <SpeedReadout
          rpm={view.speedRpm}
          targets={targets}
          flutter={signal.live === undefined ? undefined : flutterSeen(setup, signal.live.reading)}
        />
      </div>
      <div className="absolute inset-x-6 top-12 mx-auto max-w-2xl space-y-2">
        {signal.problem === undefined ? null : <Notice onDismiss={signal.dismissProblem}>{signal.problem}</Notice>}
        {troubles.map((trouble) => (
          <Notice key={trouble}>{trouble}</Notice>
        ))}
      </div>
    </div>
  );
}
