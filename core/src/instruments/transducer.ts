import { exp, type Random } from '../basics';
import { type Pascals, pascals, type Seconds } from '../units';

export interface TransducerOptions {
  /** First-order lag of hose and sensor. */
  readonly timeConstant: Seconds;
  /** Zero error of this channel, drawn once. */
  readonly offsetSpread: Pascals;
  /** Error of the slope, as a share, drawn once. */
  readonly gainSpread: number;
  /** White noise of each sample, standard deviation. */
  readonly noise: Pascals;
  /** Step of the converter. */
  readonly resolution: Pascals;
  /** Full scale; beyond it the channel clips. */
  readonly fullScale: Pascals;
  /** Share of the samples that do not arrive. */
  readonly dropouts: number;
}

/** Ours: a mid-priced silicon sensor on half a metre of hose, 12 bits over 100 kPa. */
export const DEFAULT_TRANSDUCER: TransducerOptions = {
  timeConstant: 0.004 as Seconds,
  offsetSpread: pascals(600),
  gainSpread: 0.005,
  noise: pascals(60),
  resolution: pascals(24.4),
  fullScale: pascals(100_000),
  dropouts: 0,
};

/** One simulated vacuum channel: give it the true depression and the time since the last sample, get what the gauge shows. Mutable. */
export interface Transducer {
  /** NaN where the sample does not arrive. */
  show(depression: Pascals, since: Seconds): Pascals;
  readonly offset: Pascals;
  /** What it multiplies the depression with. */
  readonly gain: number;
}

/** A transducer whose offset and gain are drawn uniformly within their spreads. */
export function createTransducer(random: Random, options: TransducerOptions = DEFAULT_TRANSDUCER): Transducer {
  const offset = pascals(options.offsetSpread * (2 * random.uniform() - 1));
  const gain = options.gainSpread > 0 ? 1 + options.gainSpread * (2 * random.uniform() - 1) : 1;
  let lagged = 0;
  return {
    offset,
    gain,
    show(depression, since) {
      lagged += (depression - lagged) * (1 - exp(-since / options.timeConstant));
      const raw = gain * lagged + offset + options.noise * random.normal();
      if (options.dropouts > 0 && random.uniform() < options.dropouts) return pascals(Number.NaN);
      const stepped = Math.round(raw / options.resolution) * options.resolution;
      return pascals(Math.min(options.fullScale, Math.max(-options.fullScale, stepped)));
    },
  };
}
