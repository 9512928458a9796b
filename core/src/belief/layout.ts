import type { Setup } from '../setup';

/** Blocks of a bank's state, in their order, and how many parts each has. A new block is a line at the end. */
const BLOCKS = {
  /** Airflow trim of each throat. */
  trims: ({ throats }: Setup) => throats.length,
  /** Gain of each adjuster. */
  gains: ({ adjusters }: Setup) => adjusters.length,
  /** Offset of each throat's gauge, then the slope of each. */
  gauges: ({ throats }: Setup) => 2 * throats.length,
  /** The group's pressure level. */
  group: () => 1,
  /** The engine's speed, and how it follows the air. */
  speed: () => 2,
  /** How far pipes even out what the throats differ by. */
  pipes: () => 1,
} as const;

type BlockName = keyof typeof BLOCKS;

/** Where a block lies in the state. */
interface Block {
  readonly start: number;
  readonly size: number;
}

/** Places of the state's parts in the vector. */
export interface Layout {
  readonly size: number;
  readonly blocks: Readonly<Record<BlockName, Block>>;
  trim(throat: number): number;
  gain(adjuster: number): number;
  offset(throat: number): number;
  gaugeGain(throat: number): number;
  readonly level: number;
  readonly speed: number;
  readonly speedSlope: number;
  readonly evening: number;
}

const layouts = new WeakMap<Setup, Layout>();

/** The layout of a bank's state: the same object for the same setup, for the innermost loops ask for it. */
export function layoutOf(setup: Setup): Layout {
  const known = layouts.get(setup);
  if (known !== undefined) return known;
  const layout = makeLayout(setup);
  layouts.set(setup, layout);
  return layout;
}

function makeLayout(setup: Setup): Layout {
  let size = 0;
  const place = (name: BlockName): Block => {
    const block = { start: size, size: BLOCKS[name](setup) };
    size += block.size;
    return block;
  };
  const blocks = {
    trims: place('trims'),
    gains: place('gains'),
    gauges: place('gauges'),
    group: place('group'),
    speed: place('speed'),
    pipes: place('pipes'),
  };
  const { trims, gains, gauges, group, speed, pipes } = blocks;
  const throats = setup.throats.length;
  return {
    size,
    blocks,
    trim: (throat) => trims.start + throat,
    gain: (adjuster) => gains.start + adjuster,
    offset: (throat) => gauges.start + throat,
    gaugeGain: (throat) => gauges.start + throats + throat,
    level: group.start,
    speed: speed.start,
    speedSlope: speed.start + 1,
    evening: pipes.start,
  };
}
