import { decidingQuantity, toleranceOf } from '@amber-needle/core/setup';
import { flutterSeen } from '@amber-needle/core/signal';
import { PanelBoundary } from '@/components/PanelBoundary';
import { QUANTITY_FROM_GROUP, QUANTITY_UNIT } from '@/words/quantityWords';
import { Fan } from './fan/Fan';
import { Trail } from './fan/Trail';
import { SpeedReadout } from './SpeedReadout';
import type { Signal } from './signal/useSignal';
import { useScale } from './useScale';
import type { BenchView } from './view/benchView';

/** The fan with what belongs to it: its scale, the trail of readings, the engine's speed, and what is wrong with the signal. */
export function FanArea({ view, signal }: { readonly view: BenchView; readonly signal: Signal }) {
  const { setup } = view.job;
  const { targets } = setup;
  const tolerance = toleranceOf(setup);
  const quantity = decidingQuantity(setup);
  const drawn = view.atRest ? [] : view.needles;
  const end = useScale([...drawn.map(({ deviation }) => deviation), ...view.ghosts], tolerance);
  return (
    <div className="relative flex min-h-0 flex-col">
      <p className="top-2 left-6 px-6 pt-1 text-soft max-sm:text-sm lg:absolute lg:top-4 lg:px-0">
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
      <div className="absolute inset-x-6 bottom-3 flex items-end justify-between gap-4">
        <div className="max-sm:hidden">
          <Trail fans={view.trail} tolerance={tolerance} />
        </div>
        <SpeedReadout
          rpm={view.speedRpm}
          targets={targets}
          flutter={signal.live === undefined ? undefined : flutterSeen(setup, signal.live.reading)}
        />
      </div>
    </div>
  );
}
