'use client';

import { CustomChart, LineChart } from 'echarts/charts';
import { GridComponent, MarkLineComponent, TooltipComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { useEffect, useRef } from 'react';
import { written } from '@/words/deviceUnit';
import { numeral } from '@/words/numbers';
import { chartOption } from './view/chartOption';
import type { Report } from './view/report';

use([LineChart, CustomChart, GridComponent, MarkLineComponent, TooltipComponent, SVGRenderer]);

type Drawn = Pick<Report, 'readings' | 'moves' | 'unit' | 'decimal'>;

/** The readings over the job: each throat from the group with its uncertainty, moves marked on the time axis. */
export function ReadingsChart({ readings, moves, unit, decimal }: Drawn) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (box.current === null) return;
    const chart = init(box.current, undefined, { renderer: 'svg' });
    const draw = () => {
      const style = getComputedStyle(document.documentElement);
      chart.setOption(
        chartOption({ readings, moves, decimal }, (token) => style.getPropertyValue(`--${token}`).trim()),
        true,
      );
    };
    draw();
    const resize = new ResizeObserver(() => chart.resize());
    resize.observe(box.current);
    window.addEventListener('themechange', draw);
    return () => {
      window.removeEventListener('themechange', draw);
      resize.disconnect();
      chart.dispose();
    };
  }, [readings, moves, decimal]);
  return (
    <figure className="mt-10">
      <figcaption className="font-bold text-xl">
        Readings over the job <span className="font-normal text-base text-soft">{unit}</span>
      </figcaption>
      <div ref={box} className="mt-2 h-72 w-full" aria-hidden="true" />
      <p className="sr-only">{summary({ readings, unit, decimal })}</p>
    </figure>
  );
}

function summary({ readings, unit, decimal }: Omit<Drawn, 'moves'>): string {
  const line = ({ needles }: Report['readings'][number]) =>
    needles.map(({ throat, deviation }) => `cylinder ${throat} ${numeral(deviation, 1, true)}`).join(', ');
  return written(`${unit}, reading by reading: ${readings.map(line).join('; ')}.`, { decimal });
}
