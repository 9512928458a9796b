import { writeFileSync } from 'node:fs';
import { createEngine, type Engine } from '@amber-needle/core/engine';
import { ARCHETYPE_NAMES, ARCHETYPES, type ArchetypeName } from '@amber-needle/core/setup';
import { seconds, turns } from '@amber-needle/core/units';
import { LineChart } from 'echarts/charts';
import { GridComponent, LegendComponent, TitleComponent } from 'echarts/components';
import { init, use } from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

/** Draws what the practice engine does, from the model itself, for docs/engine.md: `npm run plots`. */
use([LineChart, GridComponent, LegendComponent, TitleComponent, SVGRenderer]);

interface Line {
  readonly name: string;
  readonly points: readonly (readonly [number, number])[];
}

interface Plot {
  readonly title: string;
  readonly x: string;
  readonly y: string;
  readonly lines: readonly Line[];
}

const INK = '#2b2620';
const COLOURS = ['#9c4a00', '#1f5f7a', '#5a6b1f', '#7a2f5f', '#3f3f3f', '#a8861a'];

function svgOf({ title, x, y, lines }: Plot): string {
  const chart = init(null, null, { renderer: 'svg', ssr: true, width: 760, height: 380 });
  const axis = {
    type: 'value',
    scale: true,
    nameLocation: 'middle',
    nameGap: 30,
    axisLabel: { color: INK },
    nameTextStyle: { color: INK },
  };
  chart.setOption({
    animation: false,
    backgroundColor: '#ffffff',
    color: COLOURS,
    textStyle: { fontFamily: 'sans-serif', color: INK },
    title: { text: title, left: 16, top: 10, textStyle: { fontSize: 15, color: INK } },
    legend: { top: 36, left: 16, textStyle: { color: INK } },
    grid: { left: 64, right: 24, top: 76, bottom: 52 },
    xAxis: { ...axis, name: x },
    yAxis: { ...axis, name: y, nameGap: 44 },
    series: lines.map(({ name, points }) => ({ type: 'line', name, data: points, showSymbol: false })),
  });
  const svg = chart.renderToSVGString();
  chart.dispose();
  // A picture without a title is nothing to a screen reader.
  return `${svg.replace(/<svg [^>]*>/, (tag) => `${tag}<title>${title}</title>`)}\n`;
}

function idling(name: ArchetypeName, seed: number): Engine {
  const engine = createEngine(ARCHETYPES[name], { seed });
  engine.start();
  engine.advance(seconds(8));
  return engine;
}

/** Absolute pressure in every runner through one cycle, against crank angle by the running speed. */
function runnerPressure(name: ArchetypeName): Plot {
  const engine = idling(name, 4);
  const { throats } = ARCHETYPES[name];
  const begun = engine.sensors();
  const degreesPerSecond = begun.speed * 6;
  const samples = Array.from({ length: Math.ceil(720 / degreesPerSecond / 0.0005) }, () => {
    engine.advance(seconds(0.0005));
    return engine.sensors();
  });
  const lines = throats.map(({ id }, i) => ({
    name: `cylinder ${id}`,
    points: samples.map((s) => [(s.time - begun.time) * degreesPerSecond, (s.runnerPressures[i] ?? 0) / 1000] as const),
  }));
  return {
    title: `${ARCHETYPES[name].name}: runner pressure at idle`,
    x: 'crank angle, degrees',
    y: 'kPa absolute',
    lines,
  };
}

/** What turning both stops of the twin together does: speed, and depression of both. */
function stopTurns(): readonly Plot[] {
  const places = Array.from({ length: 17 }, (_, i) => (i - 8) / 8);
  const readings = places.map((place) => {
    const engine = idling('twin', 3);
    engine.turn('A', turns(place));
    engine.turn('B', turns(place));
    engine.advance(seconds(10));
    return { place, truth: engine.truth() };
  });
  const running = readings.filter(({ truth }) => truth.cycles > 0);
  const x = 'both stops, turns in from as found';
  const depression = (i: number) =>
    running.map(({ place, truth }) => [place, (truth.depressions[i] ?? 0) / 1000] as const);
  return [
    {
      title: 'Idle speed against the stops',
      x,
      y: 'rpm',
      lines: [{ name: 'speed', points: running.map(({ place, truth }) => [place, truth.speed] as const) }],
    },
    {
      title: 'Depression against the stops',
      x,
      y: 'kPa below ambient',
      lines: [0, 1].map((i) => ({ name: `cylinder ${i + 1}`, points: depression(i) })),
    },
  ];
}

/** What turning one stop alone does to both cylinders. */
function oneStop(): Plot {
  const places = Array.from({ length: 17 }, (_, i) => (i - 8) / 8);
  const truths = places.map((place) => {
    const engine = idling('twin', 3);
    engine.turn('A', turns(place));
    engine.advance(seconds(10));
    return { place, truth: engine.truth() };
  });
  const lines = [0, 1].map((i) => ({
    name: `cylinder ${i + 1}`,
    points: truths.map(({ place, truth }) => [place, (truth.depressions[i] ?? 0) / 1000] as const),
  }));
  return {
    title: 'Depression of both cylinders against stop A alone',
    x: 'stop A, turns in from as found',
    y: 'kPa below ambient',
    lines,
  };
}

const [speed, depression] = stopTurns();
const plots: Readonly<Record<string, Plot | undefined>> = {
  ...Object.fromEntries(ARCHETYPE_NAMES.map((name) => [`runner-${name}`, runnerPressure(name)])),
  'stops-speed': speed,
  'stops-depression': depression,
  'one-stop': oneStop(),
};
for (const [name, plot] of Object.entries(plots)) {
  if (plot !== undefined) writeFileSync(new URL(`../docs/plots/${name}.svg`, import.meta.url), svgOf(plot));
}
