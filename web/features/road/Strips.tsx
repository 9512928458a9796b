'use client';

import { type Alignment, NINE_IN_TEN, type RoadTargets } from '@amber-needle/core/road';
import { LineChart } from 'echarts/charts';
import { GridComponent, MarkAreaComponent } from 'echarts/components';
import { type EChartsType, init, use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { type PointerEvent, useEffect, useMemo, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { numeral } from '@/words/numbers';
import { MarkerHandle } from './MarkerHandle';
import { RegimeBar, type StretchAt } from './RegimeBar';
import { panned, STRIP, type Strip, stripOption, timeTicks, wholeSpan, zoomed } from './view/stripOption';

use([LineChart, GridComponent, MarkAreaComponent, CanvasRenderer]);

interface StripsProps {
  readonly strips: readonly Strip[];
  readonly alignments: readonly Alignment[];
  readonly targets: RoadTargets;
  readonly selected: StretchAt | undefined;
  readonly onSelect: (stretch: StretchAt | undefined) => void;
  readonly onMarker: (strip: Strip, at: number) => void;
}

/** The runs over time, one strip each, lined up; wheel and drag, or plus, minus and arrows, look nearer and along. */
export function Strips({ strips, alignments, targets, selected, onSelect, onMarker }: StripsProps) {
  const box = useRef<HTMLDivElement>(null);
  const whole = useMemo(() => wholeSpan(strips), [strips]);
  const [span, setSpan] = useState<readonly [number, number]>();
  const shown = span ?? whole;
  const named = useSettled(shown);
  const height = STRIP.top + strips.length * STRIP.pitch + 18;
  useChart(box, { strips, shown, targets });
  useWheel(box, (factor, about) => setSpan(zoomed(shown, whole, { factor, about })));
  const drag = useDrag(box, (share) => setSpan(panned(shown, whole, share)));
  const place = (time: number) => (time - shown[0]) / (shown[1] - shown[0]);
  const heed = (key: string) => {
    if (key === '+') setSpan(zoomed(shown, whole, { factor: 0.6, about: 0.5 }));
    else if (key === '-') setSpan(zoomed(shown, whole, { factor: 1 / 0.6, about: 0.5 }));
    else if (key === 'ArrowLeft') setSpan(panned(shown, whole, -0.2));
    else if (key === 'ArrowRight') setSpan(panned(shown, whole, 0.2));
    else return false;
    return true;
  };
  return (
    <section aria-label="The runs over time" className="relative select-none" style={{ height }}>
      {/* biome-ignore lint/a11y/useSemanticElements: a picture that is looked along with keys */}
      <div
        ref={box}
        role="group"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: keys look nearer and along
        tabIndex={0}
        aria-label="Plus and minus look nearer and further, arrows along"
        className="absolute inset-0 cursor-grab touch-pan-y active:cursor-grabbing"
        onKeyDown={(event) => {
          if (heed(event.key)) event.preventDefault();
        }}
        {...drag}
      />
      {strips.map((strip, i) => (
        <div key={strip.key}>
          <p
            className="pointer-events-none absolute left-0 w-12 truncate font-bold"
            style={{ top: STRIP.top + i * STRIP.pitch + STRIP.height / 2 - 12 }}
          >
            {strip.label}
          </p>
          <RegimeBar
            stale={named !== shown}
            strip={strip}
            top={STRIP.top + i * STRIP.pitch + STRIP.height + 6}
            shown={named}
            selected={selected?.strip === strip.key ? selected : undefined}
            onSelect={onSelect}
          />
          {strip.run.marker === undefined ? null : (
            <MarkerHandle
              label={`Marker of ${strip.label}`}
              text={markerText(alignments[i], i)}
              top={i * STRIP.pitch}
              at={strip.run.marker.at}
              most={strip.run.seconds}
              place={place(strip.run.marker.at - strip.shift)}
              onMove={(at) => onMarker(strip, at)}
            />
          )}
        </div>
      ))}
      <div
        className="pointer-events-none absolute bottom-0 h-5 text-soft text-xs"
        style={{ left: STRIP.left, right: STRIP.right }}
      >
        {timeTicks(shown).map(({ at, text }) => (
          <span
            key={at}
            className="absolute -translate-x-1/2 whitespace-nowrap"
            style={{ left: `${100 * place(at)}%` }}
          >
            {text}
          </span>
        ))}
      </div>
      {span === undefined ? null : (
        <Button
          aria-label="Whole ride"
          className="absolute bottom-0 left-0 w-16 px-1 text-sm"
          onClick={() => setSpan(undefined)}
        >
          whole
        </Button>
      )}
    </section>
  );
}

function markerText(alignment: Alignment | undefined, i: number): string {
  if (i === 0 || alignment?.by !== 'marker') return 'marker';
  return `marker, matched ± ${numeral(Math.max(0.05, NINE_IN_TEN * alignment.deviation), 2)} s`;
}

interface Drawn {
  readonly strips: readonly Strip[];
  readonly shown: readonly [number, number];
  readonly targets: RoadTargets;
}

/** Keeps a chart in a box; drawn anew once a frame at most. */
function useChart(box: React.RefObject<HTMLDivElement | null>, { strips, shown, targets }: Drawn): void {
  const chart = useRef<EChartsType>(undefined);
  const drawn = useRef<number>(undefined);
  useEffect(() => {
    if (box.current === null) return;
    const made = init(box.current, undefined, { renderer: 'canvas' });
    chart.current = made;
    const resize = new ResizeObserver(() => made.resize());
    resize.observe(box.current);
    return () => {
      resize.disconnect();
      made.dispose();
      chart.current = undefined;
      drawn.current = undefined;
    };
  }, [box]);
  useEffect(() => {
    const draw = () => {
      const style = getComputedStyle(document.documentElement);
      const colour = (token: string) => style.getPropertyValue(`--${token}`).trim();
      // Looking along changes figures only; another number of strips is another chart.
      const notMerge = drawn.current !== strips.length;
      drawn.current = strips.length;
      chart.current?.setOption(stripOption(strips, shown, { bands: targets.bands, colour }), { notMerge });
    };
    const frame = requestAnimationFrame(draw);
    window.addEventListener('themechange', draw);
    return () => {
      cancelAnimationFrame(frame);
      window.removeEventListener('themechange', draw);
    };
  }, [strips, shown, targets]);
}

/** Looking along stands still when nothing has changed for so long, ms. */
const STILL_MS = 90;

/** The span once it stands still: the curve follows at once, the names beneath it then. */
function useSettled<T>(value: T): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), STILL_MS);
    return () => clearTimeout(timer);
  }, [value]);
  return settled;
}

/** The wheel looks nearer and further about where the pointer is. */
function useWheel(box: React.RefObject<HTMLDivElement | null>, onZoom: (factor: number, about: number) => void): void {
  const heard = useRef(onZoom);
  heard.current = onZoom;
  useEffect(() => {
    const element = box.current;
    if (element === null) return;
    const heed = (event: WheelEvent) => {
      event.preventDefault();
      const { left, width } = element.getBoundingClientRect();
      const about = (event.clientX - left - STRIP.left) / (width - STRIP.left - STRIP.right);
      heard.current(event.deltaY > 0 ? 1.25 : 0.8, Math.min(1, Math.max(0, about)));
    };
    element.addEventListener('wheel', heed, { passive: false });
    return () => element.removeEventListener('wheel', heed);
  }, [box]);
}

/** A pointer that drags looks along. */
function useDrag(box: React.RefObject<HTMLDivElement | null>, onPan: (share: number) => void) {
  const last = useRef<number>(undefined);
  return {
    onPointerDown: (event: PointerEvent) => {
      last.current = event.clientX;
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    onPointerMove: (event: PointerEvent) => {
      if (last.current === undefined || box.current === null) return;
      const width = box.current.clientWidth - STRIP.left - STRIP.right;
      onPan((last.current - event.clientX) / width);
      last.current = event.clientX;
    },
    onPointerUp: () => {
      last.current = undefined;
    },
    onPointerCancel: () => {
      last.current = undefined;
    },
  };
}
