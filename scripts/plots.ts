import { writeFileSync } from 'node:fs';
import {
  createEngine,
  type Engine,
  type EngineOptions,
  type EngineTruth,
  type RideLeg,
} from '@amber-needle/core/engine';
import { roadLog } from '@amber-needle/core/instruments';
import { ARCHETYPE_NAMES, ARCHETYPES, type ArchetypeName } from '@amber-needle/core/setup';
import { radiansFromDegrees, rpm, seconds, turns } from '@amber-needle/core/units';
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

function idling(name: ArchetypeName, options: Partial<EngineOptions> = {}): Engine {
  const engine = createEngine(ARCHETYPES[name], { seed: 4, ...options });
  engine.start();
  engine.advance(seconds(10));
  return engine;
}

/** Absolute pressure in every runner through one cycle, against crank angle by the running speed. */
function runnerPressure(name: ArchetypeName): Plot {
  const engine = idling(name);
  const { throats, engine: shape } = ARCHETYPES[name];
  const begun = engine.sensors();
  const degreesPerSecond = begun.speed * 6;
  const cycle = shape.strokes * 180;
  const samples = Array.from({ length: Math.ceil(cycle / degreesPerSecond / 0.0005) }, () => {
    engine.advance(seconds(0.0005));
    return engine.sensors();
  });
  const lines = throats.map(({ id }, i) => ({
    name: `throat ${id}`,
    points: samples.map((s) => [(s.time - begun.time) * degreesPerSecond, (s.runnerPressures[i] ?? 0) / 1000] as const),
  }));
  return {
    title: `${ARCHETYPES[name].name}: pressure behind the throttles at idle`,
    x: 'crank angle, degrees',
    y: 'kPa absolute',
    lines,
  };
}

/** The truths of engines that differ in one number each; engines that stalled are left out. */
function swept(
  values: readonly number[],
  engineAt: (value: number) => Engine,
): readonly (readonly [number, EngineTruth])[] {
  return values
    .map((value) => [value, engineAt(value).truth()] as const)
    .filter(([, { cycles, speed }]) => cycles > 10 && speed > 0);
}

const range = (from: number, to: number, steps: number) =>
  Array.from({ length: steps + 1 }, (_, i) => from + ((to - from) * i) / steps);

/** What turning both stops of the twin together does: speed, and depression of both. */
function stopTurns(): readonly [Plot, Plot] {
  const readings = swept(range(-1, 1, 16), (place) => {
    const engine = idling('twin', { seed: 3 });
    engine.turn('A', turns(place));
    engine.turn('B', turns(place));
    engine.advance(seconds(10));
    return engine;
  });
  const x = 'both stops, turns in from as found';
  return [
    {
      title: 'Idle speed against the stops',
      x,
      y: 'rpm',
      lines: [{ name: 'speed', points: readings.map(([place, { speed }]) => [place, speed] as const) }],
    },
    { title: 'Depression against the stops', x, y: 'kPa below ambient', lines: depressionLines(readings) },
  ];
}

function depressionLines(readings: readonly (readonly [number, EngineTruth])[]): readonly Line[] {
  return [0, 1].map((i) => ({
    name: `cylinder ${i + 1}`,
    points: readings.map(([place, { depressions }]) => [place, (depressions[i] ?? 0) / 1000] as const),
  }));
}

/** What turning one stop alone does to both cylinders. */
function oneStop(): Plot {
  const readings = swept(range(-1, 1, 16), (place) => {
    const engine = idling('twin', { seed: 3 });
    engine.turn('A', turns(place));
    engine.advance(seconds(10));
    return engine;
  });
  return {
    title: 'Depression of both cylinders against stop A alone',
    x: 'stop A, turns in from as found',
    y: 'kPa below ambient',
    lines: depressionLines(readings),
  };
}

/** Torque of the rack of four at a held speed and lever, with an ideal supply of every mixture. */
function torqueAgainstLambda(): Plot {
  const at = (speed: number, lever: number) =>
    swept(range(0.55, 1.5, 38), (lambda) => {
      const engine = createEngine(ARCHETYPES.rack4, {
        seed: 1,
        found: 'factory',
        heldAt: rpm(speed),
        idealLambda: lambda,
      });
      engine.start();
      engine.hand({ kind: 'lever', opening: radiansFromDegrees(lever) });
      engine.advance(seconds(5));
      return engine;
    }).map(([lambda, { torqueNm }]) => [lambda, torqueNm] as const);
  const relative = (points: readonly (readonly [number, number])[], friction: number) => {
    const best = Math.max(...points.map(([, torque]) => torque + friction));
    return points.map(([lambda, torque]) => [lambda, (100 * (torque + friction)) / best] as const);
  };
  // Friction of 0.75 litre at these speeds (the correlation of friction.ts): what the gas does is net torque and friction together.
  return {
    title: 'Indicated torque against lambda, rack of four',
    x: 'lambda',
    y: 'percent of the best',
    lines: [
      { name: 'full throttle, 4000 rpm', points: relative(at(4000, 80), 14.1) },
      { name: 'cruise, 3000 rpm', points: relative(at(3000, 6), 11.1) },
      { name: 'idle, 1150 rpm', points: relative(at(1150, 0), 7.1) },
    ],
  };
}

/** Idle speed against all mixture screws together, for each kind of screw. */
function speedAgainstScrews(): Plot {
  const BANKS = [
    ['vTwin', 'fuel screw (V-twin)'],
    ['siamesedFour', 'jet nut (siamesed four)'],
    ['twoStrokeTwin', 'air screw (two-stroke twin)'],
  ] as const;
  return {
    title: 'Idle speed against the mixture screws, all alike',
    x: 'turns in from base turns',
    y: 'rpm',
    lines: BANKS.map(([bank, name]) => ({
      name,
      points: swept(range(-2, 1.5, 28), (place) => {
        const engine = idling(bank, { seed: 1, found: 'factory' });
        for (const { id } of ARCHETYPES[bank].adjusters) if (id.startsWith('M')) engine.turn(id, turns(place));
        engine.advance(seconds(12));
        return engine;
      }).map(([place, { speed }]) => [place, speed] as const),
    })),
  };
}

/** Mixture and charge of both cylinders on one carburetor against the stop, firing order as made and exchanged. */
function sharedManifold(): Plot {
  const order = (second: number) =>
    swept(range(-0.75, 1, 14), (place) => {
      const setup = ARCHETYPES.vTwinShared;
      const cylinders = setup.cylinders.map((c, i) => ({ ...c, firingDeg: i === 0 ? 0 : second }));
      const engine = createEngine({ ...setup, cylinders }, { seed: 1, found: 'factory' });
      engine.start();
      engine.turn('A', turns(place));
      engine.advance(seconds(14));
      return engine;
    });
  const lines = [
    { second: 405, name: '0 / 405' },
    { second: 315, name: 'exchanged' },
  ].flatMap(({ second, name }) => {
    const readings = order(second);
    return [0, 1].map((i) => ({
      name: `${i + 1}, ${name}`,
      points: readings.map(([place, { lambdas }]) => [place, lambdas[i] ?? 0] as const),
    }));
  });
  return {
    title: 'V-twin on one carburetor: the lean cylinder follows the firing order',
    x: 'stop, turns in',
    y: 'lambda',
    lines,
  };
}

/** An invented middleweight on an invented road. */
function roadLogPlot(): Plot {
  const engine = createEngine(ARCHETYPES.twin, { seed: 1, found: 'factory' });
  const vehicle = {
    massKg: 290,
    wheelRadiusM: 0.31,
    ratios: [14.5, 10.2, 7.9],
    rollingN: 45,
    dragNPerMs2: 0.38,
    clutchNm: 45,
  };
  const legs: readonly RideLeg[] = [
    { leg: 'idle', lasts: seconds(6) },
    { leg: 'pullAway', opening: radiansFromDegrees(12), until: rpm(3500), atMost: seconds(12) },
    { leg: 'gear', gear: 2, takes: seconds(0.4) },
    { leg: 'fullLoad', until: rpm(5500), atMost: seconds(15) },
    { leg: 'gear', gear: 3, takes: seconds(0.4) },
    { leg: 'cruise', speed: rpm(3500), lasts: seconds(25) },
    { leg: 'rollOn', opening: radiansFromDegrees(40), until: rpm(4500), atMost: seconds(10) },
    { leg: 'overrun', until: rpm(2200), atMost: seconds(25) },
    { leg: 'stop', lasts: seconds(8) },
  ];
  const { trace } = roadLog({ engine, vehicle, legs, seed: 1, rateHz: 20 });
  const column = (index: number, scale: number) =>
    trace.rows.map((row) => [row[0] ?? 0, Math.min(200, scale * (row[index] ?? 0))] as const);
  return {
    title: 'A road log of the twin: idle, pull away, shift, full load, shift, cruise, roll-on, overrun, idle',
    x: 'seconds',
    y: 'rpm / 50, lever %, lambda x 100 (cut at 200)',
    lines: [
      { name: 'speed, rpm / 50', points: column(1, 1 / 50) },
      { name: 'lever, %', points: column(2, 1) },
      { name: 'lambda x 100', points: column(3, 100) },
    ],
  };
}

const [speed, depression] = stopTurns();
const plots: Readonly<Record<string, Plot>> = {
  ...Object.fromEntries(ARCHETYPE_NAMES.map((name) => [`runner-${name}`, runnerPressure(name)])),
  'stops-speed': speed,
  'stops-depression': depression,
  'one-stop': oneStop(),
  'torque-lambda': torqueAgainstLambda(),
  'speed-mixture': speedAgainstScrews(),
  'shared-manifold': sharedManifold(),
  'road-log': roadLogPlot(),
};
for (const [name, plot] of Object.entries(plots)) {
  writeFileSync(new URL(`../docs/plots/${name}.svg`, import.meta.url), svgOf(plot));
}
