import type { EChartsCoreOption } from 'echarts/core';
import { written } from '@/words/deviceUnit';
import { numeral } from '@/words/numbers';
import type { Report } from './report';

/** Symbols tell the throats apart without colour. */
const SYMBOLS = ['circle', 'diamond', 'rect', 'triangle', 'emptyCircle', 'emptyDiamond', 'emptyRect', 'emptyTriangle'];

/** The chart as data: throats as lines, two standard uncertainties as bars, moves as marks. `token` gives a theme colour. */
export function chartOption(
  { readings, moves, decimal }: Pick<Report, 'readings' | 'moves' | 'decimal'>,
  token: (name: string) => string,
): EChartsCoreOption {
  const throats = [...new Set(readings.flatMap(({ needles }) => needles.map(({ throat }) => throat)))];
  const text = { color: token('soft'), fontFamily: 'B612, sans-serif', fontSize: 14 };
  const series = throats.flatMap((throat, i) => throatSeries({ throat, index: i }, readings, token));
  const [first] = series;
  if (first !== undefined) first.markLine = moveMarks({ moves, readings }, text, token);
  return {
    animation: false,
    grid: { left: 64, right: 48, top: 52, bottom: 40 },
    textStyle: text,
    tooltip: { trigger: 'item' },
    xAxis: {
      type: 'time',
      axisLabel: text,
      axisLine: { lineStyle: { color: token('line') } },
      splitLine: { show: false },
      min: 'dataMin',
      max: 'dataMax',
    },
    yAxis: {
      type: 'value',
      axisLabel: { ...text, formatter: (value: number) => written(numeral(value, 1, true), { decimal }) },
      splitLine: { lineStyle: { color: token('line') } },
    },
    series,
  };
}

type Marked = Pick<Report, 'moves' | 'readings'>;

interface Series {
  [key: string]: unknown;
  markLine?: unknown;
}

function throatSeries(
  { throat, index }: { readonly throat: string; readonly index: number },
  readings: Report['readings'],
  token: (name: string) => string,
): Series[] {
  const points = readings.flatMap(({ at, needles }) => {
    const needle = needles.find((candidate) => candidate.throat === throat);
    return needle === undefined || !Number.isFinite(needle.deviation) ? [] : [{ at: Date.parse(at), ...needle }];
  });
  const colour = token(index % 2 === 0 ? 'amber' : 'ghost');
  return [
    {
      type: 'line',
      name: `Cylinder ${throat}`,
      // Named where the throats stood apart: as found.
      data: points.map(({ at, deviation }, i) => ({
        value: [at, Number(deviation.toFixed(3))],
        label: {
          show: i === 0,
          position: deviation > 0 ? 'top' : 'bottom',
          formatter: throat,
          color: token('ink'),
          fontWeight: 'bold',
          fontSize: 16,
        },
      })),
      symbol: SYMBOLS[index % SYMBOLS.length],
      symbolSize: 10,
      lineStyle: { color: colour, width: 2, type: index % 2 === 0 ? 'solid' : 'dashed' },
      itemStyle: { color: colour },
      // Throats that stood alike would write their names over each other.
      labelLayout: { moveOverlap: 'shiftY' },
    },
    {
      type: 'custom',
      name: `Cylinder ${throat}, uncertainty`,
      silent: true,
      data: points.map(({ at, deviation, uncertainty }) => [
        at,
        deviation - 2 * uncertainty,
        deviation + 2 * uncertainty,
      ]),
      renderItem: (
        _: unknown,
        api: { value(i: number): number; coord(p: readonly number[]): readonly [number, number] },
      ) => {
        const [x, low] = api.coord([api.value(0), api.value(1)]);
        const [, high] = api.coord([api.value(0), api.value(2)]);
        return {
          type: 'line',
          shape: { x1: x, y1: low, x2: x, y2: high },
          style: { stroke: colour, lineWidth: 6, opacity: 0.35 },
        };
      },
    },
  ];
}

/** A label takes so much of the chart's width; a mark that comes sooner after a labelled one goes without. */
const LABEL_WIDTH = 0.12;

/** What each mark says: nothing where it would be written over its neighbour. */
function markTexts(moves: Report['moves'], readings: Report['readings']): readonly string[] {
  const times = [...moves, ...readings].map(({ at }) => Date.parse(at));
  const gap = LABEL_WIDTH * (Math.max(...times) - Math.min(...times));
  let last = Number.NEGATIVE_INFINITY;
  return moves.map(({ at, label }) => {
    const time = Date.parse(at);
    if (time - last < gap) return '';
    last = time;
    return label.replace(', ', '\n');
  });
}

function moveMarks({ moves, readings }: Marked, text: object, token: (name: string) => string) {
  const texts = markTexts(moves, readings);
  return {
    symbol: 'none',
    silent: true,
    lineStyle: { color: token('edge'), type: 'dotted' },
    label: {
      ...text,
      fontSize: 12,
      lineHeight: 15,
      rotate: 0,
      position: 'end',
      formatter: ({ name }: { name: string }) => name,
    },
    data: moves.map(({ at }, i) => ({ xAxis: Date.parse(at), name: texts[i] })),
  };
}
