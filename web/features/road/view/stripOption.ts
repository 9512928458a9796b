import { type Band, isJudged, type JudgedRegime, pointsBetween } from '@amber-needle/core/road';
import type { DrawnRun, DrawnSensor } from '@/workers/roadProtocol';

/** One strip of the picture: a sensor of a run, and by how much the run is shifted against the first. */
export interface Strip {
  readonly key: string;
  readonly label: string;
  readonly run: DrawnRun;
  readonly sensor: DrawnSensor;
  readonly shift: number;
}

/** Heights and margins of the picture, px. */
export const STRIP = { height: 84, pitch: 118, top: 14, left: 76, right: 14 } as const;
/** Lambda from here to there is drawn; beyond, the curve lies at the edge. */
const [RICHEST, LEANEST] = [0.7, 1.25];
/** A screen shows no more points a strip. */
const MOST_POINTS = 500;
/** A band narrower than this share of the picture is not lit. */
const NARROWEST = 0.002;

type Colour = (token: 'ink' | 'soft' | 'line' | 'lit' | 'amber' | 'ghost' | 'edge') => string;

/** The chart of the strips between two times of the first run, s: curves that are believed in colour, those that are not in grey, targets lit. */
export function stripOption(
  strips: readonly Strip[],
  [from, to]: readonly [number, number],
  drawn: { readonly bands: Readonly<Record<JudgedRegime, Band>>; readonly colour: Colour },
) {
  const { bands, colour } = drawn;
  return {
    animation: false,
    grid: strips.map((_, i) => ({
      left: STRIP.left,
      right: STRIP.right,
      top: STRIP.top + i * STRIP.pitch,
      height: STRIP.height,
    })),
    xAxis: strips.map((_, i) => ({ type: 'value' as const, gridIndex: i, min: from, max: to, show: false })),
    yAxis: strips.map((_, i) => ({
      type: 'value' as const,
      gridIndex: i,
      min: RICHEST,
      max: LEANEST,
      interval: 0.1,
      axisLabel: {
        color: colour('soft'),
        fontSize: 12,
        formatter: (value: number) => (value > 0.75 && value < 1.15 ? value.toFixed(1) : ''),
      },
      axisTick: { show: false },
      splitLine: { lineStyle: { color: colour('line'), width: 1 } },
    })),
    series: strips.flatMap((strip, i) => [
      {
        type: 'line' as const,
        name: `${strip.key} doubted`,
        xAxisIndex: i,
        yAxisIndex: i,
        silent: true,
        showSymbol: false,
        lineStyle: { color: colour('edge'), width: 1 },
        data: curve(strip, strip.sensor.doubted, [from, to]),
        markArea: { silent: true, itemStyle: { color: colour('lit') }, data: litAreas(strip, [from, to], bands) },
      },
      {
        type: 'line' as const,
        name: strip.key,
        xAxisIndex: i,
        yAxisIndex: i,
        silent: true,
        showSymbol: false,
        lineStyle: { color: colour(i % 2 === 0 ? 'amber' : 'ghost'), width: 1.6 },
        data: curve(strip, strip.sensor.believed, [from, to]),
      },
    ]),
  };
}

function curve(
  { run, shift }: Strip,
  pyramid: DrawnSensor['believed'],
  [from, to]: readonly [number, number],
): (readonly [number, number | null])[] {
  const place = (time: number) => (time + shift) / run.step;
  return pointsBetween(pyramid, [place(from), place(to)], MOST_POINTS).map(([at, lambda]) => [
    at * run.step - shift,
    Number.isNaN(lambda) ? null : Math.min(LEANEST, Math.max(RICHEST, lambda)),
  ]);
}

/** The band of each stretch beneath its own time. */
function litAreas(
  { run, shift }: Strip,
  [from, to]: readonly [number, number],
  bands: Readonly<Record<JudgedRegime, Band>>,
) {
  return run.stretches.flatMap((stretch) => {
    const [begin, end] = [stretch.from - shift, stretch.to - shift];
    const isThin = end - begin < NARROWEST * (to - from);
    if (stretch.leftOut || isThin || !isJudged(stretch.regime) || end < from || begin > to) return [];
    const band = bands[stretch.regime];
    return [
      [
        { xAxis: Math.max(from, begin), yAxis: band.low },
        { xAxis: Math.min(to, end), yAxis: band.high },
      ],
    ];
  });
}

/** From the earliest beginning to the latest end of all runs, in times of the first. */
export function wholeSpan(strips: readonly Strip[]): readonly [number, number] {
  const from = Math.min(0, ...strips.map(({ shift }) => 0 - shift));
  return [from, Math.max(from + 1, ...strips.map(({ run, shift }) => run.seconds - shift))];
}

/** Least time that is looked at, s. */
const NEAREST = 4;

/** A span nearer or further about a place in it (0 to 1), never beyond the whole. */
export function zoomed(
  [from, to]: readonly [number, number],
  whole: readonly [number, number],
  how: { readonly factor: number; readonly about: number },
): readonly [number, number] {
  const length = Math.min(whole[1] - whole[0], Math.max(NEAREST, (to - from) * how.factor));
  const begin = from + (to - from - length) * how.about;
  return within([begin, begin + length], whole);
}

/** A span moved by a share of its length. */
export function panned(
  [from, to]: readonly [number, number],
  whole: readonly [number, number],
  share: number,
): readonly [number, number] {
  const by = (to - from) * share;
  return within([from + by, to + by], whole);
}

function within(
  [from, to]: readonly [number, number],
  [first, last]: readonly [number, number],
): readonly [number, number] {
  const length = Math.min(to - from, last - first);
  const begin = Math.min(Math.max(from, first), last - length);
  return [begin, begin + length];
}

/** Ticks of the time axis, some eight of them, at round times. */
export function timeTicks([from, to]: readonly [number, number]): readonly {
  readonly at: number;
  readonly text: string;
}[] {
  const step = STEPS.find((each) => (to - from) / each <= 9) ?? 3600;
  const first = Math.ceil(from / step) * step;
  return Array.from({ length: Math.floor((to - first) / step) + 1 }, (_, k) => first + k * step).map((at) => ({
    at,
    text: clock(at, step),
  }));
}

const STEPS = [1, 2, 5, 10, 20, 30, 60, 120, 300, 600, 1200, 1800];

function clock(seconds: number, step: number): string {
  if (step >= 60) return `${Math.round(seconds / 60)} min`;
  const sign = seconds < 0 ? '−' : '';
  const whole = Math.abs(Math.round(seconds));
  return `${sign}${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}
