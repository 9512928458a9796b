import { decidingQuantity, toleranceOf } from '@amber-needle/core/setup';
import { flutterSeen } from '@amber-needle/core/signal';
import { PanelBoundary } from '@/components/PanelBoundary';
import { type DeviceUnit, shownIn, written } from '@/words/deviceUnit';
import { fromGroupText } from '@/words/quantityWords';
import { Fan } from './fan/Fan';
import { Trail } from './fan/Trail';
import { SpeedReadout } from './SpeedReadout';
import type { Signal } from './signal/useSignal';
import { useScale } from './useScale';
import type { BenchView } from './view/benchView';

interface FanAreaProps {
  readonly view: BenchView;
  readonly signal: Signal;
  readonly unit: DeviceUnit;
}

/** The fan with what belongs to it: its scale, the trail of readings, the engine's speed. All of the arc is in the device's unit. */
export function FanArea({ view, signal, unit }: FanAreaProps) {
  const { setup } = view.job;
  const { targets } = setup;
  const quantity = decidingQuantity(setup);
  const shown = shownIn(quantity, unit);
  const tolerance = toleranceOf(setup) * shown.per;
  const drawn = (view.atRest ? [] : view.needles).map((needle) => ({
    ...needle,
    deviation: needle.deviation * shown.per,
    uncertainty: needle.uncertainty * shown.per,
  }));
  const ghosts = view.ghosts.map((ghost) => ghost * shown.per);
  const end = useScale([...drawn.map(({ deviation }) => deviation), ...ghosts], tolerance);
  return (
    <div className="relative flex min-h-0 flex-col">
      <p className="top-2 left-6 px-6 pt-1 text-soft max-sm:text-sm lg:absolute lg:top-4 lg:px-0">
        {fromGroupText(quantity, shown)}, scale ±{written(String(end), shown)}
      </p>
      <PanelBoundary name="The fan">
        <Fan
          needles={drawn}
          ghosts={ghosts}
          tolerance={tolerance}
          unit={shown}
          end={end}
          stale={signal.live === undefined}
        />
      </PanelBoundary>
      <div className="absolute inset-x-6 bottom-3 flex items-end justify-between gap-4">
        <div className="max-sm:hidden">
          <Trail fans={view.trail} tolerance={toleranceOf(setup)} />
        </div>
        <SpeedReadout
          rpm={view.speedRpm}
          targets={targets}
          shown={shownIn('depression', unit)}
          flutter={signal.live === undefined ? undefined : flutterSeen(setup, signal.live.reading)}
        />
      </div>
    </div>
  );
}
